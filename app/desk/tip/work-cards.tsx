import { strengthSources } from "@core/desk/tip/sheet";
import { stepRanges, type TipStep, tipStepSchema } from "@core/desk/tip/steps";
import type { Range } from "@core/numeric/range";
import { useState } from "react";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { RangeLine } from "~/ui/settings/range-line";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import { ActLine, Bars, Card } from "../shared/card";
import type { TipDeskEngine, TipDeskState } from "./use-tip-desk";

interface Props {
  readonly sheet: NonNullable<TipDeskState["sheet"]>;
  readonly engine: TipDeskEngine;
}

/** Where the tip lies on its sheet: moved, turned, scaled, flipped, centred, cut. */
export function PlaceCard({ sheet, engine }: Props) {
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

const levelRows: readonly RangeRow<"black" | "white" | "gamma">[] = [
  { name: "black", label: "Nothing below", step: 0.01, unit: "%" },
  { name: "white", label: "Full above", step: 0.01, unit: "%" },
  { name: "gamma", label: "Middle", step: 0.05 },
];

/** A step that needs one number. Shares are typed in per cent. */
interface NumberAct {
  readonly label: string;
  readonly act: string;
  readonly start: number;
  readonly unit: "%" | "px";
  readonly step?: number;
  readonly range: Range;
  readonly toStep: (value: number) => TipStep;
}

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
  {
    label: "Fade the edge over",
    act: "Feather",
    start: 12,
    unit: "px",
    range: stepRanges("feather").radius,
    toStep: (radius) => ({ kind: "feather", radius }),
  },
  {
    label: "Blur by",
    act: "Blur",
    start: 2,
    unit: "px",
    step: 0.5,
    range: stepRanges("blur").radius,
    toStep: (radius) => ({ kind: "blur", part: "strength", radius }),
  },
  {
    label: "Sharpen by",
    act: "Sharpen",
    start: 80,
    unit: "%",
    range: stepRanges("sharpen").amount,
    toStep: (amount) => ({ kind: "sharpen", part: "strength", amount }),
  },
  {
    label: "Grow (− shrinks) by",
    act: "Grow",
    start: 3,
    unit: "px",
    range: stepRanges("grow").by,
    toStep: (by) => ({ kind: "grow", by: Math.round(by) }),
  },
];

const shownAs = (unit: "%" | "px", value: number) => (unit === "%" ? Math.round(value * 100) : value);

/** How strong the tip is where: what of a picture counts, levels, background, edges. */
export function StrengthCard({ sheet, engine }: Props) {
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
      <div className="space-y-1">
        {strengthActs.map(({ label, act, start, unit, step, range, toStep }) => (
          <ActLine
            key={act}
            label={label}
            act={act}
            start={start}
            unit={unit}
            low={shownAs(unit, range.low)}
            high={shownAs(unit, range.high)}
            step={step}
            onAct={(value) => engine.tell("step", toStep(unit === "%" ? value / 100 : value))}
          />
        ))}
      </div>
    </Card>
  );
}

/** The lightness map: none, one to paint on, of the tip's depth, of its picture's greys. */
export function MapCard({ sheet, engine }: Props) {
  const [amount, setAmount] = useState(0.6);
  return (
    <Card title="Lightness map">
      <p className="mb-1 text-[13px] text-soft">
        {sheet.mapped
          ? "Its greys make the colour darker and lighter; middle grey leaves it."
          : "None: the tip takes the stroke’s colour as it is."}
      </p>
      <RangeLine
        label="Edge dark, middle light"
        value={amount}
        {...stepRanges("map").amount}
        step={0.05}
        unit="%"
        onChange={setAmount}
        onDone={() => undefined}
      />
      <div className="mt-1 flex flex-wrap gap-1.5">
        <Do label="From its depth" step={{ kind: "map", from: "depth", amount }} engine={engine} />
        <Do
          label="From its picture"
          step={{ kind: "map", from: "greys", amount }}
          engine={engine}
          disabled={!sheet.greys}
        />
        <Do label="Middle grey, to paint on" step={{ kind: "map", from: "middle", amount }} engine={engine} />
        {sheet.mapped && (
          <>
            <Do label="Blur it" step={{ kind: "blur", part: "map", radius: 3 }} engine={engine} />
            <Do label="Turn it over" step={{ kind: "invert", part: "map" }} engine={engine} />
            <Do label="None" step={{ kind: "map", from: "nothing", amount }} engine={engine} />
          </>
        )}
      </div>
    </Card>
  );
}

function Do({
  label,
  step,
  engine,
  disabled,
  onDone,
}: {
  label: string;
  step: TipStep;
  engine: TipDeskEngine;
  disabled?: boolean;
  onDone?: () => void;
}) {
  return (
    <Button
      className="h-[26px] px-2"
      disabled={disabled}
      onClick={() => {
        engine.tell("step", step);
        onDone?.();
      }}
    >
      {label}
    </Button>
  );
}
