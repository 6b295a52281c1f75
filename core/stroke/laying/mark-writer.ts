import { markWord, roundingThresholds } from "../../kernels/mark-record";
import { q15At } from "../../kernels/memory/q15";
import { qualityIndex } from "../../qualities/table";
import { variesWithinStroke } from "../../response/sources";
import { maskField } from "../../tip/mask/mask-table";
import { type TipMasks, tipMasks } from "../../tip/mask/masks";
import { markField } from "../mark-list";
import type { LayingMeans } from "./laying";
import { MarkBatch } from "./mark-batch";
import { GroundMeeting } from "./meet-ground";
import { TipPlacer } from "./place-tip";
import type { RimFinish } from "./rim";

const { flow, opacity } = qualityIndex;

/** Turns marks into records for the kernels: which mask, where, how strong, and what ground it meets. */
export class MarkWriter {
  readonly batch: MarkBatch;
  readonly placer: TipPlacer;
  private readonly masks: TipMasks;
  private readonly ground: GroundMeeting | undefined;
  private readonly strengthens: boolean;
  private readonly evenCeiling: boolean;

  /** @param multiplies whether marks may use masks that were multiplied by their flow, where no ground is met */
  constructor(
    private readonly means: LayingMeans,
    multiplies: boolean,
  ) {
    const { surface, brush, pictures, seed } = means;
    this.batch = new MarkBatch(surface.kernels.heap);
    this.masks = tipMasks(surface.kernels);
    this.placer = new TipPlacer(surface, this.masks, brush.tip, pictures);
    this.ground = GroundMeeting.of(surface, brush, pictures, seed);
    this.strengthens = multiplies && !this.ground;
    this.evenCeiling = !brush.responses.some((r) => r.quality === "opacity" && variesWithinStroke(r.source));
  }

  /** Adds a mark's record to the batch, all but its colours. @returns where it begins; −1 where the mark leaves nothing */
  write(row: Float64Array, at: number): number {
    const { batch, placer, masks, ground } = this;
    const mask = placer.place(row, at);
    if (mask < 0) return -1;
    const to = batch.append();
    const { words } = batch;
    batch.setMask(to, masks.rows, mask, placer.left, placer.top);
    const strength = q15At(row, at + flow);
    words[to + markWord.flow] = strength;
    words[to + markWord.opacity] = q15At(row, at + opacity);
    words[to + markWord.thresholds] = roundingThresholds(row[at + markField.number]);
    const strengthened = strength > 0 && this.strengthens && masks.strengthen(mask, strength);
    words[to + markWord.strengths] = strengthened ? masks.rows[mask + maskField.strengths] : 0;
    words[to + markWord.strong] = masks.rows[mask + maskField.strong];
    words[to + markWord.underCeiling] = this.evenCeiling ? 1 : 0;
    words[to + markWord.depth] = ground?.depthOf(row, at) ?? 0;
    if (ground) {
      words[to + markWord.press] = ground.pressOf(row, at);
      words[to + markWord.sharp] = ground.sharpOf(row, at);
    }
    words[to + markWord.heights] =
      ground?.heightsAt(
        words[to + markWord.x],
        words[to + markWord.y],
        placer.left,
        placer.top,
        row[at + markField.number],
      ) ?? 0;
    return to;
  }

  /** Makes the kernels meet this stroke's ground with the marks of the next calls, and a rim its grain. */
  meetGround(rim?: RimFinish): void {
    if (this.ground) this.ground.use();
    else this.means.surface.kernels.run.setGround(0, 0, 0, 0, 0, 0);
    if (rim) rim.grained = this.ground?.sheet;
  }

  release(): void {
    this.batch.release();
    this.ground?.release();
  }
}
