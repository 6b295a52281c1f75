import type { GroundSheet } from "../../ground/catch";
import { markWord, roundingThresholds } from "../../kernels/mark-record";
import { q15At, toQ15 } from "../../kernels/memory/q15";
import { qualityIndex } from "../../qualities/table";
import { variesWithinStroke } from "../../response/sources";
import { maskField } from "../../tip/mask/mask-table";
import { type TipMasks, tipMasks } from "../../tip/mask/masks";
import { rimOf, thinness } from "../../tip/mask/rim";
import { MARK_NUMBERS, markField } from "../mark-list";
import { isSwept } from "../swept";
import type { Dip } from "./dip";
import { HairWriter, type Takes } from "./hair-writer";
import type { HairsTaking } from "./hairs-taking";
import type { LayingMeans } from "./laying";
import { MarkBatch } from "./mark-batch";
import { GroundMeeting } from "./meet-ground";
import { TipPlacer } from "./place-tip";
import type { RimFinish } from "./rim";

const { size, angle, roundness, hardness, flow, opacity } = qualityIndex;

/** Turns marks into records for the kernels: which mask, where, how strong, and what ground it meets. */
export class MarkWriter {
  readonly batch: MarkBatch;
  private readonly placer: TipPlacer;
  private readonly masks: TipMasks;
  private readonly ground: GroundMeeting | undefined;
  private readonly hairs: HairWriter | undefined;
  /** The numbers of the mark that was written last; a swept tip's last piece is written by them. */
  readonly lastRow = new Float64Array(MARK_NUMBERS);
  private readonly strengthens: boolean;
  private readonly evenCeiling: boolean;

  /** @param multiplies whether marks may use masks that were multiplied by their flow, where no ground is met @param planes of a mask that brings colours @param takes what of marks takes paint up @param body whether paint stands up */
  constructor(
    private readonly means: LayingMeans,
    multiplies: boolean,
    planes: 1 | 4,
    takes: Takes,
    body: boolean,
  ) {
    const { surface, brush, pictures, seed } = means;
    this.batch = new MarkBatch(surface.kernels.heap);
    this.masks = tipMasks(surface.kernels);
    this.placer = new TipPlacer(surface, this.masks, brush.tip, pictures);
    if (!means.isSmooth) this.ground = GroundMeeting.of(surface, brush, pictures, seed);
    if (isSwept(brush)) this.hairs = new HairWriter(means, brush.tip.shape, this.batch, planes, takes, body);
    this.strengthens = multiplies && !this.ground;
    this.evenCeiling = !brush.responses.some((r) => r.quality === "opacity" && variesWithinStroke(r.source));
  }

  /** The whole px on which the middle of the mark stands that was written last. */
  get left(): number {
    return this.hairs?.left ?? this.placer.left;
  }

  get top(): number {
    return this.hairs?.top ?? this.placer.top;
  }

  /** The mask of how high the paint stands that hairs left, for the mark that was written last; 0 where that is as it covers. */
  get ridges(): number {
    return this.hairs?.ridges ?? 0;
  }

  /** What hairs take up, where every hair does for itself. */
  get taking(): HairsTaking | undefined {
    return this.hairs?.taking;
  }

  /**
   * Adds a mark's record to the batch, all but its colours. A swept tip leaves the piece that ends at the place before.
   * @param dip the colours of a tip that is dipped in several
   * @returns where it begins; −1 where the mark leaves nothing
   */
  write(row: Float64Array, at: number, dip?: Dip): number {
    const { hairs } = this;
    if (!hairs) return this.stamp(row, at);
    const to = hairs.add(row, at, dip);
    if (to >= 0) this.finish(to, row, at, hairs.left, hairs.top);
    for (let i = 0; i < MARK_NUMBERS; i++) this.lastRow[i] = row[at + i];
    return to;
  }

  /** What a swept tip still has to leave when the stroke has ended: records as `write` has them, for marks as `lastRow`. */
  end(dip: Dip | undefined, each: (record: number) => void): void {
    const { hairs, lastRow } = this;
    hairs?.end(dip, (record) => {
      this.finish(record, lastRow, 0, hairs.left, hairs.top);
      each(record);
    });
  }

  private stamp(row: Float64Array, at: number): number {
    const { batch, placer, masks } = this;
    const mask = placer.place(row, at);
    if (mask < 0) return -1;
    const to = batch.append();
    const { words } = batch;
    batch.setMask(to, masks.rows, mask, placer.left, placer.top);
    const strength = q15At(row, at + flow);
    words[to + markWord.flow] = strength;
    const { shape } = this.means.brush.tip;
    const thin =
      shape.kind === "ellipse"
        ? thinness(row[at + size], row[at + roundness], row[at + angle] - row[at + markField.heading])
        : 1;
    words[to + markWord.opacity] = toQ15(row[at + opacity] * thin);
    const rim = rimOf(shape, row[at + size], row[at + roundness], row[at + hardness]);
    words[to + markWord.rim] = toQ15(rim);
    words[to + markWord.thresholds] = roundingThresholds(row[at + markField.number]);
    const strengthened = strength > 0 && rim === 0 && this.strengthens && masks.strengthen(mask, strength);
    words[to + markWord.strengths] = strengthened ? masks.rows[mask + maskField.strengths] : 0;
    words[to + markWord.strong] = masks.rows[mask + maskField.strong];
    this.finish(to, row, at, placer.left, placer.top);
    if (thin < 1) words[to + markWord.underCeiling] = 0;
    return to;
  }

  /** Sets what ground a mark meets. */
  private finish(to: number, row: Float64Array, at: number, left: number, top: number): void {
    const { ground } = this;
    const { words } = this.batch;
    words[to + markWord.underCeiling] = this.evenCeiling ? 1 : 0;
    words[to + markWord.depth] = ground?.depthOf(row, at) ?? 0;
    words[to + markWord.heights] = 0;
    if (!ground) return;
    words[to + markWord.press] = ground.pressOf(row, at);
    words[to + markWord.sharp] = ground.sharpOf(row, at);
    const number = row[at + markField.number];
    words[to + markWord.heights] = ground.heightsAt(words[to + markWord.x], words[to + markWord.y], left, top, number);
  }

  /** Says that no mark of the batch waits any longer. */
  clear(): void {
    this.batch.clear();
    this.hairs?.clear();
  }

  /** The grain that lies still under the stroke, once its first mark has come. */
  get grain(): GroundSheet | undefined {
    return this.ground?.sheet;
  }

  /** Makes the kernels meet this stroke's ground with the marks of the next calls, and a rim its grain. */
  meetGround(rim?: RimFinish): void {
    if (this.ground) this.ground.use();
    else this.means.surface.kernels.run.setGround(0, 0, 0, 0, 0, 0);
    if (rim) rim.grained = this.grain;
  }

  /** Leaves its grain to a rim, which may be shown when this has been released. */
  leaveGrain(rim: RimFinish): void {
    const sheet = this.ground?.giveAway();
    if (sheet) rim.keep(sheet);
  }

  release(): void {
    this.batch.release();
    this.ground?.release();
    this.hairs?.release();
  }
}
