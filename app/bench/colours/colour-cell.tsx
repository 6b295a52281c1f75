import { dipsThird } from "@core/tip/shape/shape";
import { ArrowLeftRight } from "lucide-react";
import { Popover } from "radix-ui";
import { ColourChooser } from "~/ui/colours/colour-chooser";
import { ownPaints } from "~/ui/colours/own-paints";
import { PaintBox } from "~/ui/colours/paint-box";
import { Tool } from "~/ui/tool";
import { useBench, useRun } from "../state/use-bench";
import { pickColour, swapColours } from "../state/view-commands";
import { useUsedColours } from "./use-used-colours";

const kinds = [
  { which: "ink", label: "First colour", size: "size-9" },
  { which: "second", label: "Second colour", size: "size-7" },
  { which: "third", label: "Third colour", size: "size-7" },
] as const;

/** The colours that are painted with, always in sight, a third where the brush is dipped in three; a click chooses, a key changes the first two over. */
export function ColourCell() {
  const run = useRun();
  const colours = useBench(({ settings }) => settings.colours);
  const used = useUsedColours();
  const three = useBench(({ brush: { tip } }) => dipsThird(tip.shape));
  return (
    <fieldset className="flex shrink-0 items-center gap-2 border-line border-l px-3 max-lg:py-1.5">
      <legend className="sr-only">Colours</legend>
      {kinds.map(({ which, label, size }) => {
        if (which === "third" && !three) return null;
        const pick = (hex: string, tinting = ownPaints.tinting(hex)) => run(pickColour(which, hex, tinting));
        return (
          <Popover.Root key={which}>
            <Popover.Trigger asChild>
              <button
                type="button"
                aria-label={`${label}, ${colours[which]}`}
                title={`${label}, ${colours[which]}`}
                className={`${size} rounded-md border border-edge`}
                style={{ background: colours[which] }}
              />
            </Popover.Trigger>
            <Popover.Portal>
              <Popover.Content
                align="end"
                sideOffset={6}
                collisionPadding={12}
                aria-label={label}
                className="z-30 flex max-h-(--radix-popover-content-available-height) w-64 flex-col gap-2 overflow-y-auto rounded-lg border border-line bg-panel p-2.5 shadow-xl"
              >
                <h3 className="font-semibold font-serif">{label}</h3>
                <ColourChooser colour={colours[which]} onPick={pick} />
                <PaintBox colour={colours[which]} onPick={pick} />
                {used.length > 0 && (
                  <div>
                    <p className="mb-1 text-[12.5px] text-soft">painted with last</p>
                    <ul className="flex flex-wrap gap-1">
                      {used.map((colour) => (
                        <li key={colour}>
                          <button
                            type="button"
                            aria-label={`Take ${colour}`}
                            className="size-6 rounded-sm border border-edge pointer-coarse:size-10"
                            style={{ background: colour }}
                            onClick={() => pick(colour)}
                          />
                        </li>
                      ))}
                    </ul>
                  </div>
                )}
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
        );
      })}
      <span className="w-17 font-mono text-[12.5px]">{colours.ink}</span>
      <Tool label="Change the two colours over (S)" onClick={() => run(swapColours)}>
        <ArrowLeftRight aria-hidden size={15} />
      </Tool>
    </fieldset>
  );
}
