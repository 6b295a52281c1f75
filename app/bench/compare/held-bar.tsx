import { differences } from "@core/brush";
import { Popover } from "radix-ui";
import { useMemo } from "react";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { counted } from "~/ui/words";
import { useBench, useRun } from "../state/use-bench";
import type { Held } from "../state/view";
import { backToHeld, letGo, showBeside, showHeld, togglePictured } from "../state/view-commands";
import { DifferenceLine } from "./difference-line";

/** Held against now: which of them the paper shows, and in what they differ. */
export function HeldBar({ held: { brush: held, shown, pictured } }: { readonly held: Held }) {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const found = useMemo(() => differences(held, brush), [held, brush]);
  return (
    <section aria-label="Held against now" className="flex min-w-0 flex-wrap items-center gap-1.5">
      <Segments
        label="What the paper shows"
        name="held"
        options={["now", "held"] as const}
        value={shown ? "held" : "now"}
        onPick={(which) => run(showHeld(which === "held"))}
      />
      <Popover.Root>
        <Popover.Trigger asChild>
          <Button kind="quiet" className="h-7 text-[13px]">
            {found.length === 0 ? "the same" : counted(found.length, "difference", "differences")}
          </Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            side="bottom"
            sideOffset={6}
            collisionPadding={12}
            className="z-30 max-h-[60dvh] w-96 overflow-y-auto rounded-lg border border-line bg-panel p-3 shadow-xl"
          >
            <h3 className="mb-1.5 font-semibold font-serif text-base">From held to now</h3>
            {found.length === 0 && <p className="text-soft">Nothing has changed since it was held.</p>}
            <ul className="space-y-1">
              {found.map((difference) => (
                <li key={JSON.stringify(difference)} className="flex justify-between gap-4">
                  <DifferenceLine difference={difference} />
                </li>
              ))}
            </ul>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <Button className="h-7 text-[13px]" onClick={() => run(showBeside(true))}>
        Side by side
      </Button>
      <Button
        className={`h-7 text-[13px] ${pictured ? "border-act! text-act!" : ""}`}
        aria-pressed={pictured}
        onClick={() => run(togglePictured)}
      >
        As a picture
      </Button>
      <Button className="h-7 text-[13px]" disabled={found.length === 0} onClick={() => run(backToHeld)}>
        Back to held
      </Button>
      <Button kind="quiet" className="h-7 text-[13px]" onClick={() => run(letGo)}>
        Let go
      </Button>
    </section>
  );
}
