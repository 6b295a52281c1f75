import { type Brush, ownValue } from "@core/brush";
import { type Blend, blendNames } from "@core/kernels/blend-modes";
import { paintRanges } from "@core/paint/model";
import type { SpaceName } from "@core/paint/spaces";
import { spaceNames } from "@core/paint/spaces";
import { refills, sights, takings } from "@core/paint/wet";
import { qualityNames, qualityRow } from "@core/qualities/table";
import { isSwept } from "@core/stroke/swept";
import { memo } from "react";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { CheckLine } from "~/ui/settings/check-line";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLine } from "~/ui/settings/range-line";
import { SettingPopover } from "~/ui/settings/setting-popover";
import { SettingRow } from "~/ui/settings/setting-row";
import type { Command } from "../state/bench-state";
import { setBuild, setPaint } from "../state/commands";
import { seal } from "../state/steps";
import { BuildHelp } from "./build-help";
import { IdleSign } from "./idle";
import { QualityLine } from "./quality-line";
import { Says } from "./says";
import { WaterRow } from "./water-settings";

/** What of a brush's tip takes up paint for itself. */
const eachOf = (brush: Brush) => (!isSwept(brush) ? "part" : brush.tip.shape.kind === "rake" ? "line" : "hair");
const takingNames = (brush: Brush) => ({
  average: "the mean under the tip",
  dragged: "the pixels, dragged along",
  each: `every ${eachOf(brush)} for itself`,
});
const sightNames = { layer: "this layer", all: "this layer and those below" } as const;
const spaceLabels: Record<SpaceName, string> = {
  srgb: "sRGB, as screens count",
  linear: "linear light",
  oklab: "OKLab, as the eye sees",
  pigment: "pigment: blue and yellow make green",
};
const refillNames = { stroke: "with each stroke", rest: "after a rest", hand: "only by hand" } as const;

const colours = qualityNames.filter((name) => qualityRow(name).family === "colour");

interface Props {
  readonly brush: Brush;
  readonly run: (command: Command) => void;
}

/** What the colour does: how it builds up and joins, what it takes from the surface, how it runs out, gathers and stands. */
export const PaintSettings = memo(function PaintSettings({ brush, run }: Props) {
  const { paint } = brush;
  const done = () => run(seal);
  return (
    <>
      <div className="flex h-[26px] items-center gap-2 pointer-coarse:h-11">
        <BuildChoice brush={brush} run={run} />
        <BuildHelp />
        <IdleSign of={["build"]} />
        <select
          aria-label="How strokes join what is there"
          className={`${box} min-w-0 flex-1`}
          value={paint.blend}
          onChange={(event) => run(setPaint({ blend: event.target.value as Blend }, "blend"))}
        >
          {blendNames.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
        <IdleSign of={["blend"]} />
      </div>
      <QualityLine name="flow" brush={brush} run={run} />
      <QualityLine name="opacity" brush={brush} run={run} />
      <SettingRow label="Colour" sign={<IdleSign of={["colour", "colourOfMarks"]} />}>
        <SettingPopover name="Colour" says={coloursSay(brush)} onClose={done}>
          {colours.map((name) => (
            <QualityLine key={name} name={name} brush={brush} run={run} />
          ))}
        </SettingPopover>
      </SettingRow>
      <QualityLine name="mixing" brush={brush} run={run} />
      <SettingRow label="Takes up" sign={<IdleSign of={["taking", "carry"]} />}>
        <SettingPopover name="Takes up" says={takesSay(brush)} onClose={done}>
          <MixSettings brush={brush} run={run} />
        </SettingPopover>
      </SettingRow>
      <SettingRow label="Load">
        <SettingPopover name="Load" says={loadSays(brush)} onClose={done}>
          <LoadSettings brush={brush} run={run} />
        </SettingPopover>
      </SettingRow>
      <WaterRow brush={brush} run={run} />
      <SettingRow label="Body, soften" sign={<IdleSign of={["body", "soften"]} />}>
        <SettingPopover name="Body and softening" says={bodySays(brush)} onClose={done}>
          <QualityLine name="body" brush={brush} run={run} />
          <RangeLine
            label="Levels what is below"
            value={paint.levels}
            {...paintRanges.levels}
            step={0.01}
            unit="%"
            onChange={(levels) => run(setPaint({ levels }, "levelling", "levels"))}
            onDone={done}
          />
          <QualityLine name="soften" brush={brush} run={run} />
          <Says>
            Body is how thick the paint stands. Soften blurs what lies under the tip; with no flow the brush is water
            alone.
          </Says>
        </SettingPopover>
      </SettingRow>
    </>
  );
}, paintsAlike);

/** Whether nothing that is shown here differs: the other bodies may. */
function paintsAlike(a: Props, b: Props): boolean {
  return (
    a.brush.paint === b.brush.paint &&
    a.brush.responses === b.brush.responses &&
    a.brush.stops === b.brush.stops &&
    a.run === b.run
  );
}

function driven(brush: Brush, name: string): boolean {
  return brush.responses.some((response) => response.quality === name);
}

function coloursSay(brush: Brush): string {
  const changed = colours.filter((name) => ownValue(brush, name) !== 0 || driven(brush, name));
  return changed.length === 0
    ? "as it is picked"
    : changed.map((name) => qualityRow(name).label.toLowerCase()).join(", ");
}

function takesSay(brush: Brush): string {
  const { paint } = brush;
  return paint.mixing === 0
    ? "nothing"
    : `${paint.taking === "each" ? `each ${eachOf(brush)}` : paint.taking}, ${paint.space}, ${Number(paint.carry.toFixed(1))}×`;
}

function loadSays({ paint }: Brush): string {
  return paint.load === null ? "endless" : `${Math.round(paint.load)} sizes, refilled ${refillNames[paint.refill]}`;
}

function bodySays({ paint }: Brush): string {
  return (
    [
      paint.body > 0 && `stands ${Math.round(paint.body * 100)} %`,
      paint.soften > 0 && `softens ${Math.round(paint.soften)} px`,
    ]
      .filter(Boolean)
      .join(", ") || "flat"
  );
}

function BuildChoice({ brush, run }: Props) {
  return (
    <Segments
      label="Build"
      name="build"
      options={["build-up", "even"] as const}
      value={brush.paint.build}
      onPick={(build) => run(setBuild(build))}
      className="h-[24px] shrink-0"
    />
  );
}

function MixSettings({ brush, run }: Props) {
  const { paint } = brush;
  return (
    <>
      <ChoiceLine
        label="Takes"
        value={paint.taking}
        options={takings}
        names={takingNames(brush)}
        onPick={(taking) => run(setPaint({ taking }, "taking"))}
      />
      <ChoiceLine
        label="From"
        value={paint.sight}
        options={sights}
        names={sightNames}
        onPick={(sight) => run(setPaint({ sight }, "sight"))}
      />
      <ChoiceLine
        label="Mixes in"
        value={paint.space}
        options={spaceNames}
        names={spaceLabels}
        onPick={(space) => run(setPaint({ space }, "mixing space"))}
      />
      <QualityLine name="carry" brush={brush} run={run} />
      {paint.taking === "each" && <RefillLine label="Wiped" brush={brush} run={run} />}
      <Says>
        Mixing at full lays no colour of its own: a blender. Opacity is how far the stroke changes what is there,
        blending and all. What was taken travels with the tip as far as Carry says; dragged pixels take thick paint
        along.
      </Says>
    </>
  );
}

/** When the tip is dipped again, and with that wiped. */
function RefillLine({ label, brush, run }: Props & { readonly label: string }) {
  return (
    <ChoiceLine
      label={label}
      value={brush.paint.refill}
      options={refills}
      names={refillNames}
      onPick={(refill) => run(setPaint({ refill }, "refilling"))}
    />
  );
}

function LoadSettings({ brush, run }: Props) {
  const { paint } = brush;
  const done = () => run(seal);
  return (
    <>
      <CheckLine
        label="Paint runs out"
        value={paint.load !== null}
        onChange={(runs) => run(setPaint({ load: runs ? qualityRow("load").base : null }, "load"))}
      />
      {paint.load !== null && (
        <>
          <QualityLine name="load" brush={brush} run={run} />
          <RefillLine label="Dipped again" brush={brush} run={run} />
          {paint.refill === "rest" && (
            <RangeLine
              label="A rest lasts"
              value={paint.refillAfter}
              {...paintRanges.refillAfter}
              byRatio
              step={50}
              unit="ms"
              onChange={(refillAfter) => run(setPaint({ refillAfter }, "rest", "refill after"))}
              onDone={done}
            />
          )}
          <RangeLine
            label="Wet paint lends"
            value={paint.lending}
            {...paintRanges.lending}
            step={0.01}
            unit="%"
            onChange={(lending) => run(setPaint({ lending }, "lending", "lending"))}
            onDone={done}
          />
        </>
      )}
      <Says>
        As the paint ends, less of it flows and the ground shows more. What answers to Load sees how much is left.
      </Says>
    </>
  );
}
