import { ownValue, uses } from "@core/brush";
import { qualityRow } from "@core/qualities/table";
import { Undo2 } from "lucide-react";
import { PainterLine } from "~/ui/painter-line";
import { Segments } from "~/ui/segments";
import { Tool } from "~/ui/tool";
import { PaintActs } from "./paint-acts";
import { setColour, setUse, setValue } from "./state/study-state";
import { useHand, useSession, useStudy } from "./state/use-study";

const colours = ["#1f2a30", "#d9a441", "#1d6b57", "#9b2038", "#2f5d9b", "#f4f1e6"] as const;
const colourNames = ["ink", "gold", "green", "madder", "blue", "white"] as const;

/** What a painter who tries a brush has at hand: what it does, a few colours, its size, and what its maker lets one change. */
export function HandBar({ name }: { name: string }) {
  const session = useSession();
  const { run } = session.store;
  const use = useStudy((state) => state.use);
  const first = useStudy((state) => state.first);
  const back = useStudy((state) => state.sheet?.back);
  const brush = useHand();
  if (!brush) return null;
  const { size } = brush.tip;
  const sized = brush.controls.some(({ quality }) => quality === "size");
  const row = qualityRow("size");
  return (
    <div className="space-y-1.5 px-3 py-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <Segments
          label="What the brush does"
          name={`${name}-use`}
          options={uses}
          value={use}
          onPick={(picked) => run(setUse(picked))}
        />
        <fieldset aria-label="Colour" className="flex items-center gap-1">
          {colours.map((colour, n) => (
            <button
              key={colour}
              type="button"
              aria-pressed={first === colour}
              aria-label={colourNames[n]}
              className="size-6 rounded-sm border border-edge aria-pressed:ring-2 aria-pressed:ring-act aria-pressed:ring-offset-1 pointer-coarse:size-10"
              style={{ background: colour }}
              onClick={() => run(setColour("first", colour))}
            />
          ))}
          <label className="ml-1 flex items-center gap-1.5 text-[13px] text-soft">
            <input
              type="color"
              aria-label="Another colour"
              className="h-6 w-8 rounded border border-edge bg-raised pointer-coarse:h-10"
              value={first}
              onChange={(event) => run(setColour("first", event.target.value))}
            />
          </label>
        </fieldset>
        <div className="ml-auto flex items-center">
          <PaintActs />
          <Tool label={`Undo${back ? `: ${back}` : ""}`} disabled={!back} onClick={() => session.back()}>
            <Undo2 aria-hidden size={15} />
          </Tool>
        </div>
      </div>
      {!sized && (
        <PainterLine
          control={{ quality: "size", label: "Size", low: row.low, high: Math.min(row.high, 400) }}
          value={size}
          stops={undefined}
          onValue={(value) => run(setValue("size", value))}
        />
      )}
      {brush.controls.map((control) => (
        <PainterLine
          key={control.quality}
          control={control}
          value={ownValue(brush, control.quality) ?? control.low}
          stops={brush.stops[control.quality]}
          onValue={(value) => run(setValue(control.quality, value))}
        />
      ))}
    </div>
  );
}
