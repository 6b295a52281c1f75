import { standingActs } from "@core/study/standing";
import { dipsThird } from "@core/tip/shape/shape";
import { ArrowLeftRight } from "lucide-react";
import { useMemo, useState } from "react";
import { setColour, swapColours, type WhichColour } from "~/easel/state/study-state";
import { useHand, useSession, useStudy } from "~/easel/state/use-study";
import { ColourChooser } from "~/ui/colours/colour-chooser";
import { ownPaints } from "~/ui/colours/own-paints";
import { PaintBox } from "~/ui/colours/paint-box";
import { Tool } from "~/ui/tool";

const MOST_USED = 16;

const names = ["first", "second", "third"] as const;

/** The colours, of which there are three for brushes that are dipped in so many, a field to choose from, and those used so far. */
export function ColourSheet() {
  const session = useSession();
  const { run } = session.store;
  const first = useStudy((state) => state.first);
  const second = useStudy((state) => state.second);
  const third = useStudy((state) => state.third);
  const hand = useHand();
  const three = hand !== undefined && dipsThird(hand.tip.shape);
  const [chosen, setWhich] = useState<WhichColour>("first");
  const which = chosen === "third" && !three ? "first" : chosen;
  const colours = { first, second, third };
  const colour = colours[which];
  const pick = (hex: string, tinting = ownPaints.tinting(hex)) => run(setColour(which, hex, tinting));
  return (
    <section
      aria-label="Colours"
      className="sheet flex min-h-0 flex-col gap-2 overflow-y-auto border border-line px-2.5 py-1.5 shadow-sm"
    >
      <h2 className="font-semibold font-serif text-base">Colours</h2>
      <div className="flex items-center gap-2">
        {names.slice(0, three ? 3 : 2).map((name) => (
          <label
            key={name}
            className="flex flex-1 cursor-pointer items-center gap-1.5 rounded border border-line px-1.5 py-1 text-[13px] has-checked:border-act has-checked:bg-act-wash has-focus-visible:outline-2 has-focus-visible:outline-act"
          >
            <input
              type="radio"
              name="which-colour"
              className="sr-only"
              checked={which === name}
              onChange={() => setWhich(name)}
            />
            <span className="size-6 rounded-sm border border-line" style={{ background: colours[name] }} />
            {name}
          </label>
        ))}
        <Tool label="Change the two colours over (C)" onClick={() => run(swapColours)}>
          <ArrowLeftRight aria-hidden size={15} />
        </Tool>
      </div>
      <ColourChooser colour={colour} onPick={pick} />
      <PaintBox colour={colour} onPick={pick} />
      <Used onPick={pick} />
    </section>
  );
}

/** The colours painted with so far, the most used first. */
function Used({ onPick }: { onPick: (hex: string) => void }) {
  const log = useStudy((state) => state.log);
  const used = useMemo(() => {
    const counts = new Map<string, number>();
    for (const { act } of standingActs(log)) {
      const colour =
        act.kind === "stroke" && act.use === "paint" ? act.colour : act.kind === "fill" ? act.colour : null;
      if (colour) counts.set(colour, (counts.get(colour) ?? 0) + 1);
    }
    return [...counts].sort(([, a], [, b]) => b - a).slice(0, MOST_USED);
  }, [log]);
  if (used.length === 0) return null;
  return (
    <div>
      <p className="mb-1 text-[12.5px] text-soft">used so far, most first</p>
      <ul className="flex flex-wrap gap-1">
        {used.map(([colour, times]) => (
          <li key={colour}>
            <button
              type="button"
              aria-label={`Take ${colour}, used ${times} times`}
              className="size-6 rounded-sm border border-line pointer-coarse:size-10"
              style={{ background: colour }}
              onClick={() => onPick(colour)}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}
