import { type OverTip, overLaws, overRanges, overTipSchema } from "@core/tip/over";
import { drawnKinds, type Shape, shapeOf } from "@core/tip/shape/shape";
import { memo } from "react";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import { SettingPopover } from "~/ui/settings/setting-popover";
import { SettingRow } from "~/ui/settings/setting-row";
import type { Command } from "../state/bench-state";
import { setTip } from "../state/commands";
import { seal } from "../state/steps";
import { usePictureChooser } from "./choose-picture";
import { IdleSign } from "./idle";
import { Says } from "./says";
import { ShapeNumbers, withPicture } from "./shape-line";

type Law = OverTip["law"] | "none";

const lawNames: Readonly<Record<Law, string>> = {
  none: "no second tip",
  shows: "paint shows",
  takes: "paint is gone",
};

type Numbers = Exclude<keyof OverTip, "shape" | "law">;

const rows: readonly RangeRow<Numbers>[] = [
  { name: "strength", label: "How far it counts", step: 0.01, unit: "%" },
  { name: "size", label: "Size, in the first’s", step: 0.01, unit: "%" },
  { name: "sizeChance", label: "Smaller by chance", step: 0.01, unit: "%" },
  { name: "angle", label: "Angle", step: 1, unit: "°" },
  { name: "turnChance", label: "Turned by chance", step: 0.01, unit: "%" },
  { name: "roundness", label: "Roundness", step: 0.01, unit: "%" },
  { name: "hardness", label: "Hardness", step: 0.01, unit: "%" },
  { name: "spacing", label: "Spacing", step: 0.01, unit: "%" },
  { name: "scatter", label: "Scatter", step: 0.01, unit: "%" },
  { name: "count", label: "Marks at a place", step: 1 },
];

interface Props {
  readonly over: OverTip | null;
  readonly run: (command: Command) => void;
}

/** A second tip that breaks up what the first one leaves. */
export const SecondTipRow = memo(function SecondTipRow({ over, run }: Props) {
  const set = (next: OverTip | null, key?: string) => run(setTip({ over: next }, "second tip", key));
  const pick = (law: Law) => set(law === "none" ? null : over ? { ...over, law } : overTipSchema.parse({ law }));
  return (
    <SettingRow label="Second tip" sign={<IdleSign of={["over"]} />}>
      <SettingPopover name="Second tip" says={secondTipSays(over)} onClose={() => run(seal)}>
        <ChoiceLine
          label="Where it touches"
          value={over?.law ?? "none"}
          options={["none", ...overLaws]}
          names={lawNames}
          onPick={pick}
        />
        {over && <OverSettings over={over} set={set} run={run} />}
        <Says>
          Its marks go along the same stroke with a spacing and chances of their own, as large as the first tip says:
          for broken edges, leaves and worn paint without a picture.
        </Says>
      </SettingPopover>
    </SettingRow>
  );
});

function secondTipSays(over: OverTip | null): string {
  if (!over) return "none";
  return `${over.shape.kind === "image" ? "picture" : over.shape.kind}, ${over.law === "shows" ? "shows" : "takes away"}`;
}

interface OverProps {
  readonly over: OverTip;
  readonly set: (next: OverTip, key?: string) => void;
  readonly run: (command: Command) => void;
}

function OverSettings({ over, set, run }: OverProps) {
  const done = () => run(seal);
  const setShape = (shape: Shape) => set({ ...over, shape }, `second tip ${shape.kind}`);
  const chooser = usePictureChooser(
    "tips",
    "A picture for the second tip",
    (path) => setShape(withPicture(over.shape, path)),
    ({ tip }) => tip?.shape && setShape(tip.shape),
  );
  return (
    <>
      <ChoiceLine
        label="Its shape"
        value={over.shape.kind}
        options={[...drawnKinds, "image"]}
        names={{ image: "picture…" }}
        onPick={(kind) => (kind === "image" ? chooser.open() : setShape(shapeOf(kind)))}
      />
      {chooser.field}
      {chooser.notice}
      {over.shape.kind === "image" ? (
        <img src={`/${over.shape.pictures[0].file}`} alt="The second tip" className="sheet mx-auto max-h-14" />
      ) : (
        <ShapeNumbers shape={over.shape} onChange={setShape} onDone={done} />
      )}
      <RangeLines
        rows={rows}
        ranges={overRanges}
        values={over}
        onChange={(name, value) => set({ ...over, [name]: value }, `second tip ${name}`)}
        onDone={done}
      />
    </>
  );
}
