import type { Kernels } from "../kernels/load";
import { length } from "../numeric/length";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import { drawnSide, drawShape } from "./draw-shape";
import { buildPyramid, levelsAt, type Pyramid } from "./pyramid";
import type { Shape } from "./shape";

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
/** The most drawn shapes that are kept, up to two thirds of a megabyte each. */
const MOST_SHAPES = 96;
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
  private readonly pyramids: Pyramid[] = [];
  private readonly numbers = new Map<string, number>();
  private lastShape: { readonly shape: Shape; readonly side: number; readonly hard: number; readonly open: number; readonly number: number } | undefined;
  private room = 0;
  private roomBytes = 0;
  private used = 0;

  constructor(private readonly kernels: Kernels) {}

  /**
   * The mask of a tip; undefined when it is too small to leave anything.
   * @param size as `snapSize` gives it
   * @param opened how far a bundle of bristles is pressed open, 0…1
   * @param fx @param fy the centre's place within its pixel, 0 ≤ f < 1, from `snapPlace`
   */
  of(shape: Shape, size: number, roundness: number, angle: number, hardness: number, opened: number, fx: number, fy: number): Mask | undefined {
    if (!(size >= 0.05)) return undefined;
    const drawn = shape.kind === "ellipse" ? 0 : this.drawnShape(shape, drawnSide(size), hardness, opened);
    const step = sizeStep(size);
    const sizeIndex = Math.round(size / step);
    const phases = phasesOf(size);
    const px = Math.round(fx * phases);
    const py = Math.round(fy * phases);
    const round = Math.max(1, Math.round(roundness * 256));
    const hard = drawn ? 0 : Math.round(hardness * 256);
    const turns = drawn === 0 && round === 256 ? 1 : size < 16 ? 128 : size < 128 ? 512 : 2048;
    // An ellipse looks the same after half a turn.
    const around = angle / (drawn ? 360 : 180);
    const turn = Math.round((around - Math.floor(around)) * turns) % turns;
    const scale = Math.clz32(Math.round(4096 * step));
    const kind = ((((drawn * 512 + sizeIndex) * 32 + scale) * 257 + round) * 257 + hard) * 2048 + turn;
    if (kind !== this.kind) this.turnTo(kind, phases * phases);
    const place = px * phases + py;
    const found = this.places[place];
    if (found) return found;
    const mask = this.draw(drawn, size, round / 256, (turn * (drawn ? 360 : 180)) / turns, hard / 256, px / phases, py / phases);
    // Drawing may have dropped everything else for room.
    if (kind !== this.kind) this.turnTo(kind, phases * phases);
    this.places[place] = mask;
    return mask;
  }

  /** The number of a shape's picture, from 1; shapes are drawn in steps of hardness and of how far they are open. */
  private drawnShape(shape: Shape, side: number, hardness: number, opened: number): number {
    const hard = Math.round(hardness * 64) / 64;
    const open = shape.kind === "bristles" ? Math.round(opened * 12) / 12 : 1;
    if (this.lastShape?.shape === shape && this.lastShape.side === side && this.lastShape.hard === hard && this.lastShape.open === open) return this.lastShape.number;
    const key = `${side} ${hard} ${open} ${JSON.stringify(shape)}`;
    let number = this.numbers.get(key);
    if (number === undefined) {
      if (this.pyramids.length >= MOST_SHAPES) this.dropShapes();
      this.pyramids.push(buildPyramid(this.kernels, drawShape(shape, side, hard, open), side));
      number = this.pyramids.length;
      this.numbers.set(key, number);
    }
    this.lastShape = { shape, side, hard, open, number };
    return number;
  }

  private dropShapes(): void {
    this.beforeDrop();
    for (const { at, bytes } of this.pyramids) this.kernels.heap.give(at, bytes);
    this.pyramids.length = 0;
    this.numbers.clear();
    this.lastShape = undefined;
    this.kept.clear();
    this.kind = -1;
    this.used = 0;
  }

  private turnTo(kind: number, places: number): void {
    const present = this.kept.get(kind);
    this.places = present ?? new Array<Mask | undefined>(places).fill(undefined);
    if (!present) this.kept.set(kind, this.places);
    this.kind = kind;
  }

  private draw(drawn: number, size: number, roundness: number, angle: number, hardness: number, fx: number, fy: number): Mask {
    const rx = size / 2;
    const ry = Math.max(rx * roundness, 0.125);
    const c = cosDegrees(angle);
    const s = -sinDegrees(angle);
    // A picture reaches into its corners, an ellipse does not.
    const reachX = (drawn ? rx * Math.abs(c) + ry * Math.abs(s) : length(rx * c, ry * s)) + 1;
    const reachY = (drawn ? rx * Math.abs(s) + ry * Math.abs(c) : length(rx * s, ry * c)) + 1;
    const left = Math.floor(fx - reachX);
    const top = Math.floor(fy - reachY);
    const width = Math.ceil(fx + reachX) - left;
    const height = Math.ceil(fy + reachY) - top;
    const at = this.place(width, height);
    const mask = { ...at, width, height, left, top };
    const { run } = this.kernels;
    if (drawn) {
      const across = this.pyramids[drawn - 1].side / (2 * rx);
      const taps = Math.min(16, Math.ceil(rx / ry));
      const { fine, fineSide, coarse, coarseSide, share } = levelsAt(this.pyramids[drawn - 1], across);
      run.maskSample(
        at.mask,
        at.spans,
        at.stride,
        width,
        height,
        fx - left,
        fy - top,
        c / rx,
        s / rx,
        -s / ry,
        c / ry,
        fine,
        fineSide,
        coarse,
        coarseSide,
        share,
        taps,
        1 / (ry * taps),
      );
    } else if (size < LARGER_TIP && size * roundness < DRAWN_LARGER_BELOW) this.drawLarger(mask, width, fx - left, fy - top, rx, ry, c, s, hardness);
    else run.maskEllipse(at.mask, at.spans, at.stride, width, height, fx - left, fy - top, rx, ry, c, s, hardness);
    return mask;
  }

  private drawLarger(mask: Mask, width: number, cx: number, cy: number, rx: number, ry: number, c: number, s: number, hardness: number): void {
    const { heap, run } = this.kernels;
    const columns = width * LARGER;
    const rows = mask.height * LARGER;
    const stride = columns + PAD;
    const bytes = stride * rows * 2 + rows * 4;
    const large = heap.takeCleared(bytes);
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
