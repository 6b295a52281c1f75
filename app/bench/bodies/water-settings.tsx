import type { Brush } from "@core/brush";
import { rimRanges, rimWidths } from "@core/paint/model";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLine } from "~/ui/settings/range-line";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import { SettingPopover } from "~/ui/settings/setting-popover";
import { SettingRow } from "~/ui/settings/setting-row";
import type { Command } from "../state/bench-state";
import { setPaint } from "../state/commands";
import { seal } from "../state/steps";
import { IdleSign } from "./idle";
import { QualityLine } from "./quality-line";
import { Says } from "./says";

const inWater = ["water", "gather", "spread", "granulation", "dryAfter", "lift"] as const;

interface Props {
  readonly brush: Brush;
  readonly run: (command: Command) => void;
}

/** How far the paint is thinned, what pigment does in the water, and the rim of paint without it. */
export function WaterRow({ brush, run }: Props) {
  const done = () => run(seal);
  return (
    <SettingRow label="Water, rim" sign={<IdleSign of={["water", "inWater", "lift", "rim", "darkRim", "ragged"]} />}>
      <SettingPopover name="Water and rim" says={waterSays(brush)} onClose={done}>
        {inWater.map((name) => (
          <QualityLine key={name} name={name} brush={brush} run={run} />
        ))}
        <Says>
          In water pigment moves until it dries: to the edge, about, into the valleys of the ground. A stroke has one
          water, the mean of what its marks have; while it stays wet, washes laid into it run together. Without water
          the rim is dark as far as is said here.
        </Says>
        <RimSettings brush={brush} run={run} />
      </SettingPopover>
    </SettingRow>
  );
}

function waterSays({ paint: { rim, water, lift } }: Brush): string {
  const says = [
    lift > 0 && `lifts ${Math.round(lift * 100)} %`,
    water > 0 && `${Math.round(water * 100)} % water`,
    water === 0 && rim.strength > 0 && `rim ${Math.round(rim.strength * 100)} % darker`,
    rim.ragged > 0 && "ragged",
  ];
  return says.filter(Boolean).join(", ") || "none";
}

function RimSettings({ brush, run }: Props) {
  const { rim } = brush.paint;
  const done = () => run(seal);
  const set = (patch: Partial<typeof rim>, key?: string) => run(setPaint({ rim: { ...rim, ...patch } }, "rim", key));
  const inPx = rim.unit === "px";
  const shares = (row: RangeRow<"strength" | "ragged">) => (
    <RangeLines
      rows={[row]}
      ranges={rimRanges}
      values={rim}
      onChange={(name, value) => set({ [name]: value }, `rim ${name}`)}
      onDone={done}
    />
  );
  return (
    <>
      {shares({ name: "strength", label: "Dark at the rim", step: 0.01, unit: "%" })}
      <ChoiceLine
        label="Width, measured in"
        value={rim.unit}
        options={["px", "share"]}
        names={{ share: "shares of the size" }}
        onPick={(next) => set({ unit: next, width: next === "px" ? 6 : 0.15 })}
      />
      <RangeLine
        label="Width"
        value={rim.width}
        {...rimWidths[rim.unit]}
        step={inPx ? 1 : 0.01}
        unit={inPx ? "px" : "%"}
        onChange={(width) => set({ width }, "rim width")}
        onDone={done}
      />
      {shares({ name: "ragged", label: "Ragged by the ground", step: 0.01, unit: "%" })}
    </>
  );
}
