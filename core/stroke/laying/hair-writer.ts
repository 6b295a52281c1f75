import type { Kernels } from "../../kernels/load";
import { markWord, roundingThresholds } from "../../kernels/mark-record";
import { ONE, q15At } from "../../kernels/memory/q15";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { qualityIndex } from "../../qualities/table";
import { PAD, SPAN_BYTES } from "../../tip/mask/draw-mask";
import type { HairyShape } from "../../tip/shape/hairs";
import { markField } from "../mark-list";
import { HAIR_NUMBERS, type HairsAt, HairsMoving } from "./hairs-moving";
import type { LayingMeans } from "./laying";
import type { MarkBatch } from "./mark-batch";

const { size, hardness, opacity } = qualityIndex;

/** The f32 numbers of a hair as the kernels take it. */
const SWEEP_NUMBERS = 16;
/** The most hairs of a tip: as many as a shape may have. */
const MOST_HAIRS = 400;
const LEAST_ROOM = 1 << 20;

/** The colours of a tip that is dipped in two: those of a hair at −1…1 across it, 0…1 each. */
export type HairColour = (across: number, out: Float64Array) => void;

/**
 * Makes masks of what the hairs of a tip sweep between two places. Each piece begins where the last one ended, so that
 * however the places lie, a hair is one line. A piece is made when the place after its end is known.
 */
export class HairWriter {
  private readonly kernels: Kernels;
  private readonly moving: HairsMoving;
  private readonly count: number;
  /** How the hairs stand at the last three places. */
  private states: [HairsAt, HairsAt, HairsAt];
  private known = 0;
  /** The direction of each hair's last piece; (0, 0) before the first. */
  private readonly before: Float64Array;
  private readonly hairs: number;
  private readonly colour = new Float64Array(3);
  /** Blocks of the kernels' memory for masks that wait to be laid; the last one is in use. */
  private readonly blocks: { readonly at: number; readonly bytes: number }[] = [];
  private used = 0;
  /** The whole px on which the middle of the tip stands where the last piece ends. */
  left = 0;
  top = 0;

  constructor(
    private readonly means: LayingMeans,
    shape: HairyShape,
    private readonly batch: MarkBatch,
    private readonly planes: 1 | 4,
  ) {
    this.kernels = means.surface.kernels;
    this.moving = new HairsMoving(shape, means.brush.tip, means.seed);
    this.count = this.moving.hairs.length;
    const state = () => new Float64Array(this.count * HAIR_NUMBERS);
    this.states = [state(), state(), state()];
    this.before = new Float64Array(this.count * 2);
    this.hairs = this.kernels.heap.take(MOST_HAIRS * SWEEP_NUMBERS * 4);
  }

  /** Says that no mask waits any longer. */
  clear(): void {
    while (this.blocks.length > 1) this.giveFirst();
    this.used = 0;
  }

  /** Takes the next place. @returns where the record of the piece before it begins; −1 while there is none, or it leaves nothing */
  add(row: Float64Array, at: number, colours?: HairColour): number {
    const next = this.states[Math.min(2, this.known)];
    this.moving.stand(row, at, next);
    this.known++;
    if (this.known < 3) {
      this.standOn(row, at);
      return -1;
    }
    const record = this.piece(row, at, this.states[2], colours);
    this.standOn(row, at);
    this.states = [this.states[1], this.states[2], this.states[0]];
    return record;
  }

  /** The last piece; `row` is that of the last place. A tap leaves as much of each hair as it is wide. */
  end(row: Float64Array, at: number, colours?: HairColour): number {
    if (this.known === 0) return -1;
    if (this.known === 1) this.tap(row[at + markField.heading]);
    this.standOn(row, at);
    return this.piece(row, at, undefined, colours);
  }

  private tap(heading: number): void {
    const [from, to] = this.states;
    const c = cosDegrees(heading);
    const s = sinDegrees(heading);
    to.set(from);
    for (let o = 0; o < from.length; o += HAIR_NUMBERS) {
      const reach = from[o + 2] * 0.8;
      from[o] -= reach * c;
      from[o + 1] += reach * s;
      to[o] += reach * c;
      to[o + 1] -= reach * s;
    }
  }

  private standOn(row: Float64Array, at: number): void {
    this.left = Math.floor(row[at + markField.x]);
    this.top = Math.floor(row[at + markField.y]);
  }

  release(): void {
    const { heap } = this.kernels;
    heap.give(this.hairs, MOST_HAIRS * SWEEP_NUMBERS * 4);
    while (this.blocks.length > 0) this.giveFirst();
  }

  /** Sweeps from the first of the kept places to the second. */
  private piece(row: Float64Array, at: number, after: HairsAt | undefined, colours: HairColour | undefined): number {
    const { kernels, batch, planes } = this;
    const hairs = this.write(row, at, after, colours);
    if (hairs === 0) return -1;
    const { left, top, right, bottom } = this.box;
    const width = right - left;
    const height = bottom - top;
    const { surface } = this.means;
    if (right <= 0 || bottom <= 0 || left >= surface.width || top >= surface.height) return -1;
    const stride = Math.ceil(width / 8) * 8 + PAD;
    const planeBytes = stride * height * 2 + PAD * 4;
    const bytes = Math.ceil((planeBytes * planes + height * SPAN_BYTES) / 16) * 16;
    const address = this.take(bytes);
    kernels.heap.u8.fill(0, address, address + planeBytes * planes);
    const mask = address + PAD * 2;
    const spans = address + planeBytes * planes;
    kernels.run.sweepHairs(mask, spans, stride, width, height, planes, planeBytes, left, top, this.hairs, hairs);
    const to = batch.append();
    const { words } = batch;
    words[to + markWord.mask] = mask;
    words[to + markWord.spans] = spans;
    words[to + markWord.stride] = stride;
    words[to + markWord.x] = left;
    words[to + markWord.y] = top;
    words[to + markWord.width] = width;
    words[to + markWord.height] = height;
    words[to + markWord.planes] = planeBytes;
    // The flow is in the hairs: they lie over one another.
    words[to + markWord.flow] = ONE;
    words[to + markWord.opacity] = q15At(row, at + opacity);
    words[to + markWord.thresholds] = roundingThresholds(row[at + markField.number]);
    words[to + markWord.strengths] = 0;
    words[to + markWord.strong] = 0;
    return to;
  }

  private readonly box = { left: 0, top: 0, right: 0, bottom: 0 };

  /** Writes the hairs that leave something for the kernels, and what they lie in. @returns how many */
  private write(row: Float64Array, at: number, after: HairsAt | undefined, colours: HairColour | undefined): number {
    const { before, count, box, colour } = this;
    const [from, to] = this.states;
    const numbers = this.kernels.heap.f32;
    const soft = (1 - row[at + hardness]) * row[at + size] * 0.5;
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    let written = 0;
    for (let i = 0, o = 0; i < count; i++, o += HAIR_NUMBERS) {
      let dx = to[o] - from[o];
      let dy = to[o + 1] - from[o + 1];
      const long = Math.sqrt(dx * dx + dy * dy);
      if (!(long > 1e-3)) continue;
      dx /= long;
      dy /= long;
      const [px, py] = [before[i * 2], before[i * 2 + 1]];
      before[i * 2] = dx;
      before[i * 2 + 1] = dy;
      if (from[o + 3] <= 0 && to[o + 3] <= 0) continue;
      let nx = 0;
      let ny = 0;
      if (after) {
        nx = after[o] - to[o];
        ny = after[o + 1] - to[o + 1];
        const next = Math.sqrt(nx * nx + ny * ny);
        if (next > 1e-3) {
          nx /= next;
          ny /= next;
        }
      }
      // Where a hair turns back it ends, and begins again.
      const turns = dx * px + dy * py < -0.3;
      const turnsNext = dx * nx + dy * ny < -0.3;
      const n = this.hairs / 4 + written * SWEEP_NUMBERS;
      numbers[n] = from[o];
      numbers[n + 1] = from[o + 1];
      numbers[n + 2] = to[o];
      numbers[n + 3] = to[o + 1];
      numbers[n + 4] = turns ? dx : dx + px;
      numbers[n + 5] = turns ? dy : dy + py;
      numbers[n + 6] = turnsNext ? dx : dx + nx;
      numbers[n + 7] = turnsNext ? dy : dy + ny;
      numbers[n + 8] = from[o + 2];
      numbers[n + 9] = to[o + 2];
      numbers[n + 10] = from[o + 3];
      numbers[n + 11] = to[o + 3];
      numbers[n + 12] = 1 / Math.max(1, Math.min(soft, to[o + 2]));
      if (colours) {
        colours(this.moving.hairs[i].u, colour);
        for (let k = 0; k < 3; k++) numbers[n + 13 + k] = colour[k];
      }
      written++;
      const reach = Math.max(from[o + 2], to[o + 2]) + 1;
      left = Math.min(left, from[o] - reach, to[o] - reach);
      top = Math.min(top, from[o + 1] - reach, to[o + 1] - reach);
      right = Math.max(right, from[o] + reach, to[o] + reach);
      bottom = Math.max(bottom, from[o + 1] + reach, to[o + 1] + reach);
    }
    box.left = Math.floor(left);
    box.top = Math.floor(top);
    box.right = Math.ceil(right);
    box.bottom = Math.ceil(bottom);
    return written;
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
