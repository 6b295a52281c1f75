import { stepRanges, tipStepSchema } from "@core/desk/tip/steps";
import { useState } from "react";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { ActLine, Card } from "../../shared/card";
import { type AimProps, Do, shownAs } from "./do";

/** Where the tip lies on its sheet: moved, turned, scaled, flipped, centred, cut. */
export function PlaceCard({ sheet, engine }: AimProps) {
  const [move, setMove] = useState({ dx: 0, dy: 0, turn: 0, across: 100, down: 100, skew: 0 });
  const asked = tipStepSchema.safeParse({
    kind: "transform",
    ...move,
    across: move.across / 100,
    down: move.down / 100,
  });
  const fields = [
    ["dx", "right", "px"],
    ["dy", "down", "px"],
    ["across", "width", "%"],
    ["down", "height", "%"],
    ["turn", "turn", "°"],
    ["skew", "lean", "°"],
  ] as const;
  return (
    <Card title="Place">
      <div className="flex flex-wrap gap-1.5">
        <Do label="Flip left–right" step={{ kind: "flip", axis: "left-right" }} engine={engine} />
        <Do label="Flip top–bottom" step={{ kind: "flip", axis: "top-bottom" }} engine={engine} />
        <Do label="Straighten" step={{ kind: "straighten" }} engine={engine} />
        <Do label="Centre its weight" step={{ kind: "centre", by: "weight" }} engine={engine} />
        <Do label="Centre its box" step={{ kind: "centre", by: "box" }} engine={engine} />
      </div>
      <form
        className="mt-2 grid grid-cols-2 gap-x-3 gap-y-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (asked.success) engine.tell("step", asked.data);
        }}
      >
        {fields.map(([name, label, unit]) => (
          <label key={name} className="flex items-center gap-1.5">
            <span className="w-11">{label}</span>
            <input
              type="number"
              step="any"
              className={`${box} min-w-0 flex-1 text-right font-mono`}
              value={move[name]}
              onChange={(event) => setMove({ ...move, [name]: event.target.valueAsNumber || 0 })}
            />
            <span className="w-4 text-[13px] text-soft">{unit}</span>
          </label>
        ))}
        <Button type="submit" className="col-span-2 h-[26px]" disabled={!asked.success}>
          Move it so
        </Button>
      </form>
      <div className="mt-2 space-y-1">
        <ActLine
          label="Cut the sheet, margin"
          unit="%"
          start={4}
          low={shownAs("%", stepRanges("crop").margin.low)}
          high={shownAs("%", stepRanges("crop").margin.high)}
          act="Cut"
          onAct={(margin) => engine.tell("step", { kind: "crop", margin: margin / 100 })}
        />
        <ActLine
          key={Math.max(sheet.width, sheet.height)}
          label="Longer side"
          unit="px"
          start={Math.max(sheet.width, sheet.height)}
          {...stepRanges("resize").width}
          act="Resize"
          onAct={(longer) => {
            const scale = longer / Math.max(sheet.width, sheet.height);
            engine.tell("step", {
              kind: "resize",
              width: Math.max(1, Math.round(sheet.width * scale)),
              height: Math.max(1, Math.round(sheet.height * scale)),
            });
          }}
        />
      </div>
    </Card>
  );
}
