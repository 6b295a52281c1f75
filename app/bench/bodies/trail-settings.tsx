import type { Brush } from "@core/brush";
import { scatterLaws, steadyKinds, steadyOf, trailRanges } from "@core/trail/model";
import { memo } from "react";
import { CheckLine } from "~/ui/settings/check-line";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLine } from "~/ui/settings/range-line";
import { SettingPopover } from "~/ui/settings/setting-popover";
import { SettingRow } from "~/ui/settings/setting-row";
import type { Command } from "../state/bench-state";
import { setStandIns, setTrail } from "../state/commands";
import { seal } from "../state/steps";
import { IdleSign } from "./idle";

const steadyNames = { none: "as it comes", filter: "smoothed", string: "pulled on a string" } as const;
const levels = ["none", "speed", "slowness"] as const;
const levelNames = { none: "nothing", speed: "speed: quick is heavy", slowness: "speed: quick is light" } as const;
const directions = ["none", "heading"] as const;
const directionNames = { none: "nothing", heading: "the heading" } as const;

type Trail = Brush["trail"];
type StandIns = Brush["standIns"];

interface Props {
  readonly trail: Trail;
  readonly standIns: StandIns;
  readonly run: (command: Command) => void;
}

/** How the hand is followed before marks are laid, and how strokes begin and end. */
export const TrailSettings = memo(function TrailSettings({ trail, standIns, run }: Props) {
  const done = () => run(seal);
  return (
    <>
      <SettingRow label="Hand">
        <SettingPopover name="Hand" says={handSays(trail, standIns)} onClose={done}>
          <HandSettings trail={trail} standIns={standIns} run={run} />
        </SettingPopover>
      </SettingRow>
      <SettingRow label="Ends and time" sign={<IdleSign of={["scatterLaw"]} />}>
        <SettingPopover name="Ends and time" says={endsSay(trail)} onClose={done}>
          <EndSettings trail={trail} run={run} />
        </SettingPopover>
      </SettingRow>
    </>
  );
});

function handSays(trail: Trail, standIns: StandIns): string {
  const helps = Object.values(standIns).some((kind) => kind !== "none");
  return [steadyNames[trail.steady.kind], trail.straight && "straight", helps && "stand-ins"]
    .filter(Boolean)
    .join(", ");
}

function endsSay({ taper, perSecond }: Trail): string {
  const ends = [
    taper.start > 0 && "tapered start",
    taper.end > 0 && "tapered end",
    perSecond > 0 && `${Math.round(perSecond)} a second`,
  ].filter(Boolean);
  return ends.join(", ") || "blunt, by way alone";
}

function HandSettings({ trail, standIns, run }: Props) {
  const { steady } = trail;
  const done = () => run(seal);
  return (
    <>
      <ChoiceLine
        label="Followed"
        value={steady.kind}
        options={steadyKinds}
        names={steadyNames}
        onPick={(kind) => run(setTrail({ steady: steadyOf(kind) }, "hand"))}
      />
      {steady.kind === "filter" && (
        <>
          <RangeLine
            label="Calm when slow"
            value={steady.cutoff}
            {...trailRanges.cutoff}
            step={0.05}
            byRatio
            unit="Hz"
            onChange={(cutoff) => run(setTrail({ steady: { ...steady, cutoff } }, "hand", "cutoff"))}
            onDone={done}
          />
          <RangeLine
            label="Keen when fast"
            value={steady.beta}
            {...trailRanges.beta}
            step={0.001}
            byRatio
            onChange={(beta) => run(setTrail({ steady: { ...steady, beta } }, "hand", "beta"))}
            onDone={done}
          />
        </>
      )}
      {steady.kind === "string" && (
        <>
          <RangeLine
            label="String"
            value={steady.length}
            {...trailRanges.string}
            step={1}
            byRatio
            unit="px"
            onChange={(length) => run(setTrail({ steady: { ...steady, length } }, "hand", "string"))}
            onDone={done}
          />
          <CheckLine
            label="Catch up at the end"
            value={steady.catchUp}
            onChange={(catchUp) => run(setTrail({ steady: { ...steady, catchUp } }, "hand"))}
          />
        </>
      )}
      <CheckLine
        label="Straight line"
        value={trail.straight}
        onChange={(straight) => run(setTrail({ straight }, "straight line"))}
      />
      <h4 className="pt-1.5 text-[13px] text-soft">Where the painter’s pen has no …</h4>
      <ChoiceLine
        label="pressure, take"
        value={standIns.pressure}
        options={levels}
        names={levelNames}
        onPick={(pressure) => run(setStandIns({ pressure }))}
      />
      <ChoiceLine
        label="tilt, take"
        value={standIns.tilt}
        options={levels}
        names={levelNames}
        onPick={(tilt) => run(setStandIns({ tilt }))}
      />
      <ChoiceLine
        label="lean, take"
        value={standIns.lean}
        options={directions}
        names={directionNames}
        onPick={(lean) => run(setStandIns({ lean }))}
      />
      <ChoiceLine
        label="twist, take"
        value={standIns.twist}
        options={directions}
        names={directionNames}
        onPick={(twist) => run(setStandIns({ twist }))}
      />
    </>
  );
}

function EndSettings({ trail, run }: Omit<Props, "standIns">) {
  const { taper } = trail;
  const done = () => run(seal);
  const setTaper = (patch: Partial<typeof taper>, key?: string) =>
    run(setTrail({ taper: { ...taper, ...patch } }, "taper", key));
  const measured =
    taper.unit === "px"
      ? { ...trailRanges.taper, step: 1, unit: "px", byRatio: true }
      : { low: 0, high: 1, step: 0.01, unit: "%" };
  return (
    <>
      <ChoiceLine
        label="Taper, measured in"
        value={taper.unit}
        options={["px", "share"]}
        names={{ share: "shares of the stroke" }}
        onPick={(next) =>
          setTaper(
            next === "px"
              ? { unit: next, start: taper.start * 400, end: taper.end * 400 }
              : { unit: next, start: Math.min(1, taper.start / 400), end: Math.min(1, taper.end / 400) },
          )
        }
      />
      <RangeLine
        label="Taper at the start"
        value={taper.start}
        {...measured}
        onChange={(start) => setTaper({ start }, "taper start")}
        onDone={done}
      />
      <RangeLine
        label="Taper at the end"
        value={taper.end}
        {...measured}
        onChange={(end) => setTaper({ end }, "taper end")}
        onDone={done}
      />
      <RangeLine
        label="Down to"
        value={taper.least}
        low={0}
        high={1}
        step={0.01}
        unit="%"
        onChange={(least) => setTaper({ least }, "taper least")}
        onDone={done}
      />
      <RangeLine
        label="Marks a second"
        value={trail.perSecond}
        {...trailRanges.perSecond}
        step={1}
        byRatio
        onChange={(perSecond) => run(setTrail({ perSecond }, "marks a second", "per second"))}
        onDone={done}
      />
      <ChoiceLine
        label="Scatter"
        value={trail.scatterLaw}
        options={scatterLaws}
        names={{ uniform: "evenly", gaussian: "mostly near the path" }}
        onPick={(scatterLaw) => run(setTrail({ scatterLaw }, "scatter law"))}
      />
    </>
  );
}
