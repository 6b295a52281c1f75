import type { Kernels } from "../kernels/load";
import { cosDegrees, sinDegrees } from "../numeric/trig";

/** A tip drawn at one size, turn and sub-pixel place, ready for the kernels. */
export interface Mask {
  /** Address of the first row's first pixel; eight empty pixels stand before each row. */
  readonly mask: number;
  readonly spans: number;
  readonly stride: number;
  readonly width: number;
  readonly height: number;
  /** From the pixel that holds the mark's centre to the mask's top left pixel. */
  readonly left: number;
  readonly top: number;
}

const PAD = 8;
const LEAST_ROOM = 8 << 20;
/** Tips below this size on their short side are drawn four times as large and averaged, so that hairlines keep their weight … */
const DRAWN_LARGER_BELOW = 4;
const LARGER = 4;
/** … unless they are long: a long thin tip would cost too much. */
const LARGER_TIP = 64;

/** Into how many sub-pixel places a pixel is divided: the smaller the tip, the more they show. */
function phasesOf(size: number): number {
  return size < 10 ? 16 : size < 48 ? 8 : size < 512 ? 4 : 2;
}

/** The finest difference between sizes near this one: 1/512 … 1/256 of it, a power of two. */
function sizeStep(size: number): number {
  let step = 1 / 4096;
  while (step * 512 < size) step *= 2;
  return step;
}

/** The nearest size at which tips are drawn. Everything about a mask follows from it, so that no mask depends on what was drawn before. */
export function snapSize(size: number): number {
  const step = sizeStep(size);
  return Math.round(size / step) * step;
}

/** The nearest place at which a tip of this snapped size is drawn. */
export function snapPlace(place: number, size: number): number {
  const phases = phasesOf(size);
  return Math.round(place * phases) / phases;
}

const shared = new WeakMap<Kernels, TipMasks>();

/** The masks that all strokes painted by these kernels share. */
export function tipMasks(kernels: Kernels): TipMasks {
  const present = shared.get(kernels) ?? new TipMasks(kernels);
  shared.set(kernels, present);
  return present;
}

/**
 * Keeps drawn tips. Sizes, turns and sub-pixel places are rounded to buckets so small that the mean error stays below
 * 1/255; what varies less than a bucket is drawn once.
 */
export class TipMasks {
  /** Called before masks are dropped for want of room: marks that use them must be laid by then. */
  beforeDrop: () => void = () => undefined;
  /** By kind (size, roundness, hardness, turn), then by sub-pixel place. */
  private readonly kept = new Map<number, (Mask | undefined)[]>();
  private kind = -1;
  private places: (Mask | undefined)[] = [];
  private room = 0;
  private roomBytes = 0;
  private used = 0;

  constructor(private readonly kernels: Kernels) {}

  /**
   * The mask of an elliptic tip; undefined when it is too small to leave anything.
   * @param size as `snapSize` gives it
   * @param fx @param fy the centre's place within its pixel, 0 ≤ f < 1, from `snapPlace`
   */
  ellipse(size: number, roundness: number, angle: number, hardness: number, fx: number, fy: number): Mask | undefined {
    if (!(size >= 0.05)) return undefined;
    const step = sizeStep(size);
    const sizeIndex = Math.round(size / step);
    const phases = phasesOf(size);
    const px = Math.round(fx * phases);
    const py = Math.round(fy * phases);
    const round = Math.max(1, Math.round(roundness * 256));
    const hard = Math.round(hardness * 256);
    const turns = round === 256 ? 1 : size < 16 ? 128 : size < 128 ? 512 : 2048;
    const half = angle / 180;
    const turn = Math.round((half - Math.floor(half)) * turns) % turns;
    const scale = Math.clz32(Math.round(4096 * step));
    const kind = (((sizeIndex * 32 + scale) * 257 + round) * 257 + hard) * 2048 + turn;
    if (kind !== this.kind) this.turnTo(kind, phases * phases);
    const place = px * phases + py;
    const found = this.places[place];
    if (found) return found;
    const drawn = this.draw(size, round / 256, (turn * 180) / turns, hard / 256, px / phases, py / phases);
    // Drawing may have dropped everything else for room.
    if (kind !== this.kind) this.turnTo(kind, phases * phases);
    this.places[place] = drawn;
    return drawn;
  }

  private turnTo(kind: number, places: number): void {
    const present = this.kept.get(kind);
    this.places = present ?? new Array<Mask | undefined>(places).fill(undefined);
    if (!present) this.kept.set(kind, this.places);
    this.kind = kind;
  }

  private draw(size: number, roundness: number, angle: number, hardness: number, fx: number, fy: number): Mask {
    const rx = size / 2;
    const ry = Math.max(rx * roundness, 0.125);
    const c = cosDegrees(angle);
    const s = -sinDegrees(angle);
    const reachX = Math.sqrt(rx * rx * c * c + ry * ry * s * s) + 1;
    const reachY = Math.sqrt(rx * rx * s * s + ry * ry * c * c) + 1;
    const left = Math.floor(fx - reachX);
    const top = Math.floor(fy - reachY);
    const width = Math.ceil(fx + reachX) - left;
    const height = Math.ceil(fy + reachY) - top;
    const at = this.place(width, height);
    const mask = { ...at, width, height, left, top };
    if (size < LARGER_TIP && size * roundness < DRAWN_LARGER_BELOW) this.drawLarger(mask, width, fx - left, fy - top, rx, ry, c, s, hardness);
    else this.kernels.run.maskEllipse(at.mask, at.spans, at.stride, width, height, fx - left, fy - top, rx, ry, c, s, hardness);
    return mask;
  }

  private drawLarger(mask: Mask, width: number, cx: number, cy: number, rx: number, ry: number, c: number, s: number, hardness: number): void {
    const { heap, run } = this.kernels;
    const columns = width * LARGER;
    const rows = mask.height * LARGER;
    const stride = columns + PAD;
    const bytes = stride * rows * 2 + rows * 4;
    const large = heap.take(bytes);
    run.maskEllipse(large, large + stride * rows * 2, stride, columns, rows, cx * LARGER, cy * LARGER, rx * LARGER, ry * LARGER, c, s, hardness);
    const words = heap.u16;
    for (let y = 0; y < mask.height; y++) {
      for (let x = 0; x < width; x++) {
        let sum = 0;
        for (let dy = 0; dy < LARGER; dy++) for (let dx = 0; dx < LARGER; dx++) sum += words[large / 2 + (y * LARGER + dy) * stride + x * LARGER + dx];
        words[mask.mask / 2 + y * mask.stride + x] = Math.round(sum / (LARGER * LARGER));
      }
      words[mask.spans / 2 + y * 2] = 0;
      words[mask.spans / 2 + y * 2 + 1] = width;
    }
    heap.give(large, bytes);
  }

  private place(width: number, height: number): { mask: number; spans: number; stride: number } {
    const stride = Math.ceil((width + PAD) / 8) * 8;
    const bytes = Math.ceil((PAD * 4 + stride * height * 2 + height * 4) / 16) * 16;
    if (this.used + bytes > this.roomBytes) this.makeRoom(bytes);
    const at = this.room + this.used;
    this.used += bytes;
    this.kernels.heap.u8.fill(0, at, at + bytes);
    const mask = at + PAD * 2;
    return { mask, spans: mask + stride * height * 2 + PAD * 2, stride };
  }

  private makeRoom(bytes: number): void {
    if (this.roomBytes > 0) this.beforeDrop();
    this.kept.clear();
    this.kind = -1;
    this.used = 0;
    if (bytes * 2 <= this.roomBytes) return;
    if (this.roomBytes > 0) this.kernels.heap.give(this.room, this.roomBytes);
    this.roomBytes = Math.max(LEAST_ROOM, bytes * 4);
    this.room = this.kernels.heap.take(this.roomBytes);
  }
}
