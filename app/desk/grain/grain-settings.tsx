import { type GrainWork, partRanges, workRanges } from "@core/desk/grain/grain-work";
import type { DrawnGrain } from "@core/ground/grain";
import { Button } from "~/ui/button";
import { DrawnGrainLines } from "~/ui/grain/drawn-grain-lines";
import { CheckLine } from "~/ui/settings/check-line";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import { BitmapView } from "../shared/bitmap-view";
import { Bars, Card } from "../shared/card";
import type { GrainDeskState } from "./use-grain-desk";

const tileNames = { cut: "along the least path", blend: "by a soft blend", none: "leave it" } as const;
const turnRows: readonly RangeRow<"turn">[] = [{ name: "turn", label: "Straighten", step: 0.5, unit: "°" }];
const partRows: readonly RangeRow<keyof GrainWork["part"]>[] = [
  { name: "left", label: "From the left", step: 0.01, unit: "%" },
  { name: "top", label: "From the top", step: 0.01, unit: "%" },
  { name: "width", label: "Width used", step: 0.01, unit: "%" },
  { name: "height", label: "Height used", step: 0.01, unit: "%" },
];
const lightRows: readonly RangeRow<"sharpen" | "even" | "black" | "white" | "gamma">[] = [
  { name: "sharpen", label: "Sharpen", step: 0.05, unit: "%" },
  { name: "even", label: "Even out above", step: 0.01, unit: "%" },
  { name: "black", label: "Black at", step: 0.005, unit: "%" },
  { name: "white", label: "White at", step: 0.005, unit: "%" },
  { name: "gamma", label: "Middle", step: 0.05 },
];
const tilingRows: readonly RangeRow<"overlap">[] = [{ name: "overlap", label: "Overlap", step: 0.01, unit: "%" }];

interface Props {
  readonly desk: GrainDeskState;
  readonly work: GrainWork;
  readonly onWork: (patch: Partial<GrainWork>) => void;
  /** What the grain is drawn from, where it is no picture. */
  readonly drawn: DrawnGrain | undefined;
  readonly onDrawn: (grain: DrawnGrain) => void;
}

/** What is done to the picture: which part of it, its light, how its borders are joined. */
export function GrainSettings({ desk: { opened, grain, ends }, work, onWork, drawn, onDrawn }: Props) {
  return (
    <>
      {drawn && (
        <Card title={`Drawn: ${drawn.kind}`}>
          <DrawnGrainLines grain={drawn} onChange={onDrawn} onDone={() => undefined} />
        </Card>
      )}
      <Card title="The picture">
        <div className="sheet mb-1.5 h-28 overflow-hidden rounded border border-line">
          <BitmapView
            picture={opened?.thumbnail}
            fit
            label="The picture as it was opened; drag over the part to use"
            part={work.turn === 0 ? work.part : undefined}
            onPart={
              work.turn !== 0
                ? undefined
                : ({ left, top, width, height }) =>
                    onWork({ part: { left, top, width: Math.max(0.02, width), height: Math.max(0.02, height) } })
            }
          />
        </div>
        <RangeLines
          rows={turnRows}
          ranges={workRanges}
          values={work}
          onChange={(name, value) => onWork({ [name]: value })}
        />
        <RangeLines
          rows={partRows}
          ranges={partRanges}
          values={work.part}
          onChange={(name, value) => onWork({ part: { ...work.part, [name]: value } })}
        />
      </Card>
      <Card title="Light and levels">
        <RangeLines
          rows={lightRows}
          ranges={workRanges}
          values={work}
          onChange={(name, value) => onWork({ [name]: value })}
        />
        {grain && <Bars counts={grain.histogram} label="How often each height comes" />}
        <div className="flex items-center justify-between">
          <CheckLine label="Turned over" value={work.invert} onChange={(invert) => onWork({ invert })} />
          <Button
            className="h-7"
            disabled={!ends}
            onClick={() =>
              ends &&
              onWork({
                black: work.black + ends.black * (work.white - work.black),
                white: work.black + ends.white * (work.white - work.black),
              })
            }
          >
            Full range
          </Button>
        </div>
      </Card>
      <Card title="Tiling">
        <ChoiceLine
          label="Join borders"
          value={work.tile}
          options={["cut", "blend", "none"] as const}
          names={tileNames}
          onPick={(tile) => onWork({ tile })}
        />
        <RangeLines
          rows={tilingRows}
          ranges={workRanges}
          values={work}
          onChange={(name, value) => onWork({ [name]: value })}
        />
        <p className="text-[13px]">
          Seam: <span className="font-mono">{grain ? grain.seam.toFixed(2) : "…"}</span>{" "}
          <span className="text-soft">times the picture’s own steps; 1 is unseen</span>
        </p>
      </Card>
    </>
  );
}
