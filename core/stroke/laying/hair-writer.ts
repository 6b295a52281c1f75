import type { Rgb } from "../../colour/srgb";
import type { Kernels } from "../../kernels/load";
import { markWord, roundingThresholds } from "../../kernels/mark-record";
import { ONE, q15At } from "../../kernels/memory/q15";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { qualityIndex } from "../../qualities/table";
import { PAD, SPAN_BYTES } from "../../tip/mask/draw-mask";
import type { HairyShape } from "../../tip/shape/hairs";
import { MARK_NUMBERS, markField } from "../mark-list";
import { coloursOf, type Dip, paintsOf } from "./dip";
import { HairsMoving } from "./hairs-moving";
import { HairsTaking } from "./hairs-taking";
import type { LayingMeans } from "./laying";
import type { MarkBatch } from "./mark-batch";

const { size, angle, roundness, hardness, flow, opacity } = qualityIndex;

/** The longest piece of a straight way, px. */
const LONGEST_PIECE = 24;
/** What may change along a piece, and by how much, so that it can be drawn in one go. */
const changing = [markField.pressure, size, angle, flow, roundness, markField.full, opacity];
const least = [0.04, 1, 1.5, 0.04, 0.02, 0.02, 0.02];
const LEAST_ROOM = 1 << 20;

/** What takes up paint along the way: nothing, the tip as one, or every hair for itself. */
export type Takes = "nothing" | "tip" | "hairs";

/**
 * Makes masks of what the hairs of a tip sweep between two places. Each piece begins where the last one ended, so that
 * however the places lie, a hair is one line. A piece is made when the place after its end is known.
 */
export class HairWriter {
  private readonly kernels: Kernels;
  private readonly moving: HairsMoving;
  /** Where it is written how the hairs stand at the last three places, and which way each went. */
  private places: readonly [number, number, number];
  private readonly before: number;
  /** How many places the hairs have stood at. */
  private stood = 0;
  /** The last of them, and the newest one, at which they stand when it is known to matter. */
  private readonly kept = new Float64Array(MARK_NUMBERS);
  private readonly waiting = new Float64Array(MARK_NUMBERS);
  private waits = false;
  private coloured: Rgb | undefined;
  /** What hairs take up, where every hair does for itself. */
  readonly taking: HairsTaking | undefined;
  /** Blocks of the kernels' memory for masks that wait to be laid; the last one is in use. */
  private readonly blocks: { readonly at: number; readonly bytes: number }[] = [];
  private used = 0;
  /** The whole px on which the middle of the tip stands where the last piece ends. */
  left = 0;
  top = 0;
  /** The mask of the ridges of the piece that was written last, 0 for none. */
  ridges = 0;

  constructor(
    private readonly means: LayingMeans,
    shape: HairyShape,
    private readonly batch: MarkBatch,
    private readonly planes: 1 | 4,
    /** What takes paint up at each place: the tip as one, or every hair for itself. */
    private readonly takes: Takes,
    /** Whether it is asked how high the paint stands that hairs leave. */
    private readonly ridged: boolean,
  ) {
    const { surface, brush, seed, reservoir } = means;
    this.kernels = surface.kernels;
    this.moving = new HairsMoving(this.kernels, shape, brush.tip, seed, ridged);
    if (takes === "hairs") this.taking = new HairsTaking(surface, brush, this.moving, seed, reservoir);
    const { heap } = this.kernels;
    const place = () => heap.takeCleared(this.moving.placeBytes);
    this.places = [place(), place(), place()];
    this.before = heap.takeCleared(this.moving.count * 8);
  }

  /** Says that no mask waits any longer. */
  clear(): void {
    while (this.blocks.length > 1) this.giveFirst();
    this.used = 0;
  }

  /** Takes the next place. @returns where the record of a piece before it begins; −1 while there is none, or it leaves nothing */
  add(row: Float64Array, at: number, dip?: Dip): number {
    const { waiting } = this;
    const straight = this.stood > 0 && this.goesOnStraight(row, at);
    const record = this.waits && !straight ? this.keep(dip) : -1;
    this.waits = true;
    for (let i = 0; i < MARK_NUMBERS; i++) waiting[i] = row[at + i];
    return record;
  }

  /** The last pieces, whose records are handed over one by one. A tap leaves as much of each hair as it is wide. */
  end(dip: Dip | undefined, each: (record: number) => void): void {
    if (!this.waits) return;
    const before = this.stood === 0 ? this.tap(dip) : this.keep(dip);
    if (before >= 0) each(before);
    this.standOn();
    const last = this.piece(0);
    if (last >= 0) each(last);
    this.taking?.end();
  }

  /** Whether the place that waits says nothing that the one before it and this one do not say. */
  private goesOnStraight(row: Float64Array, at: number): boolean {
    if (this.takes !== "nothing") return false;
    const { kept, waiting } = this;
    const { x, y } = markField;
    const dx = row[at + x] - kept[x];
    const dy = row[at + y] - kept[y];
    const far = Math.sqrt(dx * dx + dy * dy);
    const off = Math.abs((waiting[x] - kept[x]) * dy - (waiting[y] - kept[y]) * dx);
    if (far > Math.min(LONGEST_PIECE, row[at + size] * 0.4) || off > 0.12 * far) return false;
    for (let i = 0; i < changing.length; i++)
      if (Math.abs(row[at + changing[i]] - kept[changing[i]]) > least[i]) return false;
    return true;
  }

  /** Lets the hairs stand at the place that waits. @returns the record of the piece that is then known, or −1 */
  private keep(dip: Dip | undefined): number {
    const [first, second, third] = this.places;
    this.stand(this.places[Math.min(2, this.stood)], dip);
    this.standOn();
    this.kept.set(this.waiting);
    if (++this.stood < 3) return -1;
    const record = this.piece(third);
    this.places = [second, third, first];
    return record;
  }

  /** Lets the hairs stand where they wait, and take up what lies there. */
  private stand(place: number, dip: Dip | undefined): void {
    if (dip && this.coloured !== dip.colour) this.dip(dip);
    this.moving.stand(this.waiting, 0, place);
    this.taking?.take(place, this.waiting, 0);
  }

  /** Says where the tip stands at the end of the piece that comes next. */
  private standOn(): void {
    this.left = Math.floor(this.kept[markField.x]);
    this.top = Math.floor(this.kept[markField.y]);
  }

  release(): void {
    const { heap } = this.kernels;
    for (const place of this.places) heap.give(place, this.moving.placeBytes);
    heap.give(this.before, this.moving.count * 8);
    while (this.blocks.length > 0) this.giveFirst();
    this.moving.release();
    this.taking?.release();
  }

  private tap(dip: Dip | undefined): number {
    const { waiting, kept } = this;
    const { x, y, heading } = markField;
    const reach = Math.max(0.5, this.moving.meanRadius * waiting[size] * 0.5);
    kept.set(waiting);
    [-1, 1].forEach((side, i) => {
      waiting[x] = kept[x] + side * reach * cosDegrees(waiting[heading]);
      waiting[y] = kept[y] - side * reach * sinDegrees(waiting[heading]);
      this.stand(this.places[i], dip);
    });
    return -1;
  }

  /** Sweeps from the first of the kept places to the second. */
  private piece(after: number): number {
    const row = this.kept;
    const { kernels, batch, planes, moving } = this;
    const { surface } = this.means;
    const [from, to] = this.places;
    const { f32 } = kernels.heap;
    const box = (i: number, join: (a: number, b: number) => number) => join(f32[from / 4 + i], f32[to / 4 + i]);
    const left = Math.floor(box(0, Math.min)) - 1;
    const top = Math.floor(box(1, Math.min)) - 1;
    const width = Math.ceil(box(2, Math.max)) + 1 - left;
    const height = Math.ceil(box(3, Math.max)) + 1 - top;
    // Hairs that are not there are swept all the same, so that they know which way they went.
    const seen = left + width > 0 && top + height > 0 && left < surface.width && top < surface.height;
    const stride = Math.ceil(width / 8) * 8 + PAD;
    const planeBytes = stride * height * 2 + PAD * 4;
    const allPlanes = planeBytes * (this.ridged ? planes + 1 : planes);
    const address = this.take(Math.ceil((allPlanes + height * SPAN_BYTES) / 16) * 16);
    kernels.heap.u8.fill(0, address, address + allPlanes);
    const mask = address + PAD * 2;
    const spans = address + allPlanes;
    const ridges = this.ridged ? mask + planeBytes * planes : 0;
    kernels.run.sweepHairs(
      mask,
      ridges,
      spans,
      stride,
      width,
      height,
      planes,
      planeBytes,
      left,
      top,
      moving.table,
      moving.count,
      from,
      to,
      after,
      this.before,
      (1 - row[hardness]) * row[size] * 0.5,
    );
    if (!seen) return -1;
    const record = batch.append();
    const { words } = batch;
    this.ridges = ridges;
    words[record + markWord.mask] = mask;
    words[record + markWord.spans] = spans;
    words[record + markWord.stride] = stride;
    words[record + markWord.x] = left;
    words[record + markWord.y] = top;
    words[record + markWord.width] = width;
    words[record + markWord.height] = height;
    words[record + markWord.planes] = planeBytes;
    // The flow is in the hairs: they lie over one another.
    words[record + markWord.flow] = ONE;
    words[record + markWord.opacity] = q15At(row, opacity);
    words[record + markWord.thresholds] = roundingThresholds(row[markField.number]);
    words[record + markWord.strengths] = 0;
    words[record + markWord.strong] = 0;
    words[record + markWord.rim] = 0;
    return record;
  }

  private dip(dip: Dip): void {
    this.coloured = dip.colour;
    const { moving, taking } = this;
    const { space } = this.means.brush.paint;
    if (taking) {
      const paintAt = paintsOf(dip, space);
      taking.load((i) => paintAt(moving.hairs[i].u));
    } else {
      const colourAt = coloursOf(dip, space);
      for (let i = 0; i < moving.count; i++) moving.setColour(i, colourAt(moving.hairs[i].u));
    }
  }

  private take(bytes: number): number {
    const last = this.blocks[this.blocks.length - 1];
    if (last && this.used + bytes <= last.bytes) {
      this.used += bytes;
      return last.at + this.used - bytes;
    }
    const whole = Math.max(LEAST_ROOM, 2 * bytes);
    const at = this.kernels.heap.take(whole);
    this.blocks.push({ at, bytes: whole });
    this.used = bytes;
    return at;
  }

  private giveFirst(): void {
    const first = this.blocks.shift();
    if (first) this.kernels.heap.give(first.at, first.bytes);
  }
}
