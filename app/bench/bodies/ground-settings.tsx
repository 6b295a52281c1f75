import { GRAIN_SIDE } from "@core/ground/draw-grain";
import { drawnGrainKinds, type Grain, grainOf, linesPerInch } from "@core/ground/grain";
import { anchors, type Ground, groundRanges, plainGroundOf } from "@core/ground/model";
import { groundLaws } from "@core/kernels/ground-laws";
import { memo } from "react";
import { Button } from "~/ui/button";
import { DrawnGrainLines } from "~/ui/grain/drawn-grain-lines";
import { box } from "~/ui/settings/box";
import { CheckLine } from "~/ui/settings/check-line";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import { SettingPopover } from "~/ui/settings/setting-popover";
import { SettingRow } from "~/ui/settings/setting-row";
import type { Command } from "../state/bench-state";
import { setGround } from "../state/commands";
import { seal } from "../state/steps";
import { usePictureChooser } from "./choose-picture";
import { IdleSign } from "./idle";

const lawNames = {
  peaks: "peaks: what stands out takes paint first",
  print: "print: valleys stay thinner",
  pool: "pool: paint settles in the valleys",
} as const;
const anchorNames = {
  surface: "still, under all strokes",
  stroke: "anew with each stroke",
  mark: "along with each mark",
} as const;

const numbers: readonly RangeRow<"contrast" | "brightness" | "rotation">[] = [
  { name: "contrast", label: "Contrast", step: 0.05 },
  { name: "brightness", label: "Brightness", step: 0.01, unit: "%" },
  { name: "rotation", label: "Turned", step: 1, unit: "°" },
];

/** What the marks meet: which grain, by which law, and how it lies. */
export const GroundSettings = memo(function GroundSettings({
  ground,
  run,
}: {
  ground: Ground | null;
  run: (command: Command) => void;
}) {
  if (!ground)
    return (
      <div className="flex items-center gap-3 py-1">
        <p className="flex-1 text-[13px] text-soft">A smooth surface: nothing shows through.</p>
        <Button onClick={() => run(setGround(plainGroundOf(), "grain"))}>Give it a grain</Button>
      </div>
    );
  return <GrainSettings ground={ground} run={run} />;
});

/** Prints at this resolution are what halftone screens are counted for. */
const PRINT = 300;

function GrainSettings({ ground, run }: { ground: Ground; run: (command: Command) => void }) {
  const { grain } = ground;
  const set = (patch: Partial<Ground>, key?: string) => run(setGround({ ...ground, ...patch }, "grain", key));
  const done = () => run(seal);
  const take = (file: string) => set({ grain: { kind: "picture", file } });
  const chooser = usePictureChooser("grains", "A picture for the grain", take, ({ picture }) => take(picture));
  const pick = (kind: Grain["kind"]) => (kind === "picture" ? chooser.open() : set({ grain: grainOf(kind) }));
  return (
    <>
      <SettingRow label="Grain" sign={<IdleSign of={["ground"]} />}>
        <select
          aria-label="Grain"
          className={box}
          value={grain.kind}
          onChange={(event) => pick(event.target.value as Grain["kind"])}
        >
          {drawnGrainKinds.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
          <option value="picture">picture…</option>
        </select>
        <SettingPopover name="Grain" says="settings…" onClose={done}>
          {grain.kind === "picture" ? (
            <div className="flex items-center gap-2">
              <img src={`/${grain.file}`} alt="The grain" className="h-16 rounded border border-line" />
              <Button onClick={chooser.open}>Another picture…</Button>
            </div>
          ) : (
            <DrawnGrainLines
              grain={grain}
              onChange={(next, name) => set({ grain: next }, `grain ${name}`)}
              onDone={done}
            />
          )}
          {"across" in grain && (
            <p className="text-[13px] text-soft">
              {Math.round(linesPerInch(grain.across, GRAIN_SIDE, ground.grainScale, PRINT))} lines an inch where {PRINT}{" "}
              px are printed on one; the angle is “Turned”.
            </p>
          )}
          <RangeLines
            rows={numbers}
            ranges={groundRanges}
            values={ground}
            onChange={(name, value) => set({ [name]: value }, `grain ${name}`)}
            onDone={done}
          />
          <CheckLine label="Peaks for valleys" value={ground.invert} onChange={(invert) => set({ invert })} />
          <ChoiceLine
            label="Lies"
            value={ground.anchor}
            options={anchors}
            names={anchorNames}
            onPick={(anchor) => set({ anchor })}
          />
          {ground.anchor === "mark" && (
            <CheckLine label="Strays by chance" value={ground.strays} onChange={(strays) => set({ strays })} />
          )}
        </SettingPopover>
        {chooser.field}
      </SettingRow>
      {chooser.notice}
      <SettingRow label="Law">
        <select
          aria-label="Law"
          className={`${box} min-w-0 flex-1`}
          value={ground.law}
          onChange={(event) => set({ law: event.target.value as Ground["law"] })}
        >
          {groundLaws.map((law) => (
            <option key={law} value={law}>
              {lawNames[law]}
            </option>
          ))}
        </select>
      </SettingRow>
    </>
  );
}

/** Takes the grain away. */
export function SmoothButton({ run }: { run: (command: Command) => void }) {
  return (
    <Button kind="quiet" className="h-6.5 px-1.5 text-[13px]" onClick={() => run(setGround(null, "smooth ground"))}>
      Make it smooth
    </Button>
  );
}
