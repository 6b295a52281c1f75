import { strengthSources } from "@core/desk/tip/sheet";
import { type TipStep, tipStepSchema } from "@core/desk/tip/steps";
import { useState } from "react";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { RangeLine } from "~/ui/settings/range-line";
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
          low={0}
          high={100}
          act="Cut"
          onAct={(margin) => engine.tell("step", { kind: "crop", margin: margin / 100 })}
        />
        <ActLine
          key={Math.max(sheet.width, sheet.height)}
          label="Longer side"
          unit="px"
          start={Math.max(sheet.width, sheet.height)}
          low={8}
          high={4096}
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
      <RangeLine
        label="Nothing below"
        value={levels.black}
        low={0}
        high={1}
        step={0.01}
        unit="%"
        onChange={(black) => setLevels({ ...levels, black })}
        onDone={() => undefined}
      />
      <RangeLine
        label="Full above"
        value={levels.white}
        low={0}
        high={1}
        step={0.01}
        unit="%"
        onChange={(white) => setLevels({ ...levels, white })}
        onDone={() => undefined}
      />
      <RangeLine
        label="Middle"
        value={levels.gamma}
        low={0.2}
        high={5}
        step={0.05}
        onChange={(gamma) => setLevels({ ...levels, gamma })}
        onDone={() => undefined}
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
        <ActLine
          label="Cut off at"
          unit="%"
          start={50}
          low={0}
          high={100}
          act="Cut off"
          onAct={(at) => engine.tell("step", { kind: "cut-off", at: at / 100 })}
        />
        <ActLine
          label="Haze, all below"
          unit="%"
          start={2}
          low={0}
          high={50}
          act="Clear"
          onAct={(below) => engine.tell("step", { kind: "haze", below: below / 100 })}
        />
        <ActLine
          label="Fade the edge over"
          unit="px"
          start={12}
          low={1}
          high={1000}
          act="Feather"
          onAct={(radius) => engine.tell("step", { kind: "feather", radius })}
        />
        <ActLine
          label="Blur by"
          unit="px"
          start={2}
          low={0.5}
          high={200}
          step={0.5}
          act="Blur"
          onAct={(radius) => engine.tell("step", { kind: "blur", part: "strength", radius })}
        />
        <ActLine
          label="Sharpen by"
          unit="%"
          start={80}
          low={0}
          high={400}
          act="Sharpen"
          onAct={(amount) => engine.tell("step", { kind: "sharpen", part: "strength", amount: amount / 100 })}
        />
        <ActLine
          label="Grow (− shrinks) by"
          unit="px"
          start={3}
          low={-100}
          high={100}
          act="Grow"
          onAct={(by) => engine.tell("step", { kind: "grow", by: Math.round(by) })}
        />
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
        low={-1}
        high={1}
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
