import { mirrorWays, pivotRange, type Tip } from "@core/tip/model";
import { memo } from "react";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLine } from "~/ui/settings/range-line";
import { SettingPopover } from "~/ui/settings/setting-popover";
import { SettingRow } from "~/ui/settings/setting-row";
import type { Command } from "../state/bench-state";
import { setTip } from "../state/commands";
import { seal } from "../state/steps";
import { IdleSign } from "./idle";

const wayNames = { never: "never", always: "always", chance: "every other one, by chance" } as const;

/** Where on the path the tip hangs, and whether it is mirrored. */
export const PlacingLine = memo(function PlacingLine({
  pivot,
  mirror,
  run,
}: Pick<Tip, "pivot" | "mirror"> & { run: (command: Command) => void }) {
  const middle = pivot[0] === 0 && pivot[1] === 0;
  const mirrors = mirror.leftRight !== "never" || mirror.topBottom !== "never";
  const says = [middle ? "turns about its middle" : "turns about a point of its own", mirrors && "mirrored"]
    .filter(Boolean)
    .join(", ");
  const done = () => run(seal);
  return (
    <SettingRow label="Pivot, mirror" sign={<IdleSign of={["pivot", "mirror"]} />}>
      <SettingPopover name="Pivot and mirror" says={says} onClose={done}>
        <RangeLine
          label="Pivot, to the right"
          value={pivot[0]}
          {...pivotRange}
          step={0.01}
          unit="%"
          onChange={(x) => run(setTip({ pivot: [x, pivot[1]] }, "pivot", "pivot x"))}
          onDone={done}
        />
        <RangeLine
          label="Pivot, down"
          value={pivot[1]}
          {...pivotRange}
          step={0.01}
          unit="%"
          onChange={(y) => run(setTip({ pivot: [pivot[0], y] }, "pivot", "pivot y"))}
          onDone={done}
        />
        <p className="text-[12px] text-soft">
          In half lengths from the middle: 100 % down is the foot of a blade that grows upward.
        </p>
        <ChoiceLine
          label="Left for right"
          value={mirror.leftRight}
          options={mirrorWays}
          names={wayNames}
          onPick={(leftRight) => run(setTip({ mirror: { ...mirror, leftRight } }, "mirror"))}
        />
        <ChoiceLine
          label="Top for bottom"
          value={mirror.topBottom}
          options={mirrorWays}
          names={wayNames}
          onPick={(topBottom) => run(setTip({ mirror: { ...mirror, topBottom } }, "mirror"))}
        />
      </SettingPopover>
    </SettingRow>
  );
});
