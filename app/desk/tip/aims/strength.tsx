import { strengthSources } from "@core/desk/tip/sheet";
import { stepRanges } from "@core/desk/tip/steps";
import { useState } from "react";
import { Segments } from "~/ui/segments";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import { Bars, Card } from "../../shared/card";
import { type AimProps, Do, type NumberAct, NumberActs } from "./do";

const levelRows: readonly RangeRow<"black" | "white" | "gamma">[] = [
  { name: "black", label: "Nothing below", step: 0.01, unit: "%" },
  { name: "white", label: "Full above", step: 0.01, unit: "%" },
  { name: "gamma", label: "Middle", step: 0.05 },
];

const strengthActs: readonly NumberAct[] = [
  {
    label: "Cut off at",
    act: "Cut off",
    start: 50,
    unit: "%",
    range: stepRanges("cut-off").at,
    toStep: (at) => ({ kind: "cut-off", at }),
  },
  {
    label: "Haze, all below",
    act: "Clear",
    start: 2,
    unit: "%",
    range: stepRanges("haze").below,
    toStep: (below) => ({ kind: "haze", below }),
  },
];

/** How strong the tip is where: what of a picture counts, levels, background. */
export function StrengthCard({ sheet, engine }: AimProps) {
  const [levels, setLevels] = useState({ black: 0, white: 1, gamma: 1 });
  return (
    <Card title="Strength">
      {sheet.source && (
        <div className="mb-1.5 flex items-center gap-2">
          <span>Strong where</span>
          <Segments
            label="What of the picture is strong"
            name="source"
            options={strengthSources}
            value={sheet.source}
            onPick={(source) => engine.tell("source", source)}
          />
        </div>
      )}
      <Bars counts={sheet.histogram} label="How often each strength comes, nothing at the left" />
      <RangeLines
        rows={levelRows}
        ranges={stepRanges("levels")}
        values={levels}
        onChange={(name, value) => setLevels({ ...levels, [name]: value })}
      />
      <div className="my-1.5 flex flex-wrap gap-1.5">
        <Do
          label="Set levels"
          step={{ kind: "levels", part: "strength", ...levels }}
          engine={engine}
          onDone={() => setLevels({ black: 0, white: 1, gamma: 1 })}
        />
        <Do label="Turn over" step={{ kind: "invert", part: "strength" }} engine={engine} />
        <Do label="Take the background away" step={{ kind: "background" }} engine={engine} />
      </div>
      <NumberActs acts={strengthActs} engine={engine} />
    </Card>
  );
}
