import type { Brush } from "../../brush/schema";
import type { Rgb } from "../../colour/srgb";
import { MARK_BYTES, markWord } from "../../kernels/mark-record";
import { ONE } from "../../kernels/memory/q15";
import { exp, power } from "../../numeric/power";
import { blurFor } from "../../paint/soften";
import { mixSpaces, numbersIn, type SpaceName } from "../../paint/spaces";
import { qualityIndex } from "../../qualities/table";
import type { Surface } from "../../surface/surface";
import type { WetBody } from "../../surface/wet";
import { markField } from "../mark-list";
import type { CellsTaking } from "./cells-taking";
import { OpenTiles } from "./open-tiles";

const { size, mixing, carry, soften } = qualityIndex;
/** Blurs below this, px, cannot be seen. */
const LEAST_BLUR = 0.1;
const BYTES = 4;
/** From this height on every second, fourth … row of a mark is enough for its mean. */
const TALL = 128;
/** A row of marks is read in groups: so many px beyond a tip must be there. */
const MARGIN = 16;
/** The empty bytes before a mask's first row. */
const EDGE = 32;

/** How far a tip covers where it carries nothing: with a quarter or more of its own paint, all. @param share of what it takes up, 0…1 */
function coversAlone(share: number): number {
  return Math.min(1, 4 * (1 - share));
}

/** The part of a stroke that takes paint from the surface; marks come to it one by one, in their order. */
export class Mixer {
  readonly tiles: OpenTiles;
  private readonly planes: number;
  private readonly space: SpaceName;
  private readonly dragged: boolean;
  /** The mean that is carried, alpha included and multiplied by it. */
  private readonly carriedMean: Float64Array;
  private readonly own: number;
  /** How far a dragging tip went since the mark before, px. */
  way = 0;
  /** Of the colour lent last, 0…1. */
  strength = 1;
  /** A copy of the mark before, 0 for none. */
  private last = 0;
  private lastBytes = 0;
  private pixels = 0;
  private side = 0;
  private begun = false;
  private lastDistance = 0;
  private colour: Rgb | undefined;
  /** How strongly the brush's own paint tints; told before each mark. */
  tinting = 1;
  private numbers: readonly number[] = [];

  constructor(
    private readonly surface: Surface,
    { paint, ground }: Brush,
    body: WetBody | undefined,
    /** For a tip that takes up part by part. */
    private readonly cells?: CellsTaking,
  ) {
    const isGrained = ground !== null || surface.paper !== undefined;
    this.space = paint.space;
    this.dragged = paint.taking === "dragged";
    this.tiles = new OpenTiles(surface, paint.space, paint.opacity, paint.sight === "all", body, isGrained);
    this.planes = this.tiles.planes;
    this.carriedMean = new Float64Array(this.planes);
    this.own = surface.kernels.heap.take(this.planes * BYTES);
  }

  /**
   * Lays one mark.
   * @param mark the address of its record @param row @param at its qualities
   * @param colour the brush's own, sRGB @param left @param top the whole px it stands on
   */
  lay(mark: number, row: Float64Array, at: number, colour: Rgb, left: number, top: number): void {
    const { heap, run } = this.surface.kernels;
    const share = row[at + mixing];
    this.settle(colour);
    if (row[at + soften] >= LEAST_BLUR) this.soften(mark, row[at + soften]);
    if (heap.i32[mark / 4 + markWord.flow] === 0) return;
    if (this.dragged) this.drag(mark, row, at, share, left, top);
    else if (this.cells) this.layCells(this.cells, mark, row, at, share);
    else {
      const scale = this.average(mark, row, at);
      for (let p = 0; p < this.planes; p++) heap.f32[this.own / BYTES + p] = scale * this.mixed(p, share);
      run.layMixed(mark, this.own);
      this.keepLast(mark);
    }
    this.begun = true;
  }

  /** Blurs what lies under a mark, whatever its flow. */
  private soften(mark: number, sigma: number): void {
    this.tiles.use();
    const { heap, run } = this.surface.kernels;
    const word = mark / 4;
    const { shift, weights } = blurFor(sigma);
    const pairs = weights.length;
    const flow = heap.i32[word + markWord.flow];
    const bytes = run.softenRoom(heap.i32[word + markWord.width], heap.i32[word + markWord.height], shift, pairs);
    const room = heap.take(bytes);
    const weighed = heap.take(pairs * BYTES);
    heap.f32.set(weights, weighed / BYTES);
    heap.i32[word + markWord.flow] = ONE;
    run.soften(mark, shift, pairs, weighed, room);
    heap.give(weighed, pairs * BYTES);
    heap.i32[word + markWord.flow] = flow;
    heap.give(room, bytes);
  }

  /** The colour that one mark has from its own and what it takes, and in `strength` how much of it there is. */
  lend(mark: number, row: Float64Array, at: number, colour: Rgb): Rgb {
    this.settle(colour);
    const scale = this.average(mark, row, at);
    this.begun = true;
    const share = row[at + mixing];
    const alpha = this.mixed(this.planes - 1, share);
    this.strength = scale * alpha;
    return alpha > 0 ? mixSpaces[this.space].out(this.numbers.map((_, p) => this.mixed(p, share) / alpha)) : colour;
  }

  release(): void {
    const { heap } = this.surface.kernels;
    heap.give(this.own, this.planes * BYTES);
    this.cells?.release();
    if (this.lastBytes > 0) heap.give(this.last, this.lastBytes);
    if (this.side > 0) heap.give(this.pixels, this.bytes());
  }

  /** Keeps the mark's record, mask and spans: the store of masks may drop them, and must not be seen to. */
  private keepLast(mark: number): void {
    const { heap } = this.surface.kernels;
    const word = mark / 4;
    const mask = heap.i32[word + markWord.mask];
    const spans = heap.i32[word + markWord.spans];
    const stride = heap.i32[word + markWord.stride];
    const height = heap.i32[word + markWord.height];
    const maskBytes = stride * height * 2 + 2 * EDGE;
    const bytes = MARK_BYTES + maskBytes + height * 8;
    if (bytes > this.lastBytes) {
      if (this.lastBytes > 0) heap.give(this.last, this.lastBytes);
      this.lastBytes = Math.ceil(bytes * 1.25);
      this.last = heap.take(this.lastBytes);
    }
    const { last } = this;
    heap.u8.copyWithin(last, mark, mark + MARK_BYTES);
    heap.u8.copyWithin(last + MARK_BYTES, mask - EDGE, mask - EDGE + maskBytes);
    heap.u8.copyWithin(last + MARK_BYTES + maskBytes, spans, spans + height * 8);
    heap.i32[last / 4 + markWord.mask] = last + MARK_BYTES + EDGE;
    heap.i32[last / 4 + markWord.spans] = last + MARK_BYTES + maskBytes;
  }

  private wayOf(row: Float64Array, at: number): number {
    const way = row[at + markField.distance] - this.lastDistance;
    this.lastDistance = row[at + markField.distance];
    return way;
  }

  private settle(colour: Rgb): void {
    if (this.colour === colour) return;
    this.colour = colour;
    this.numbers = [...numbersIn(this.space, colour, this.tinting), 1];
  }

  /** Takes up the mean of what the mark meets. @returns what the mixed numbers are scaled by */
  private average(mark: number, row: Float64Array, at: number): number {
    this.tiles.use();
    const { heap, run } = this.surface.kernels;
    const { carriedMean, planes } = this;
    const share = row[at + mixing];
    const take = this.takenOf(row, at);
    const sums = run.gather(mark, this.last, this.rowStep(mark)) / 8;
    const weight = heap.f64[sums + planes];
    // A tip that rests meets nothing new, and keeps what it has.
    if (weight > ONE)
      for (let p = 0; p < planes; p++) carriedMean[p] += take * (heap.f64[sums + p] / weight - carriedMean[p]);
    const lent = share * carriedMean[planes - 1];
    const presence = 1 - share + lent;
    return presence > 1e-6 ? (lent + (1 - lent) * coversAlone(share)) / presence : 0;
  }

  private layCells(cells: CellsTaking, mark: number, row: Float64Array, at: number, share: number): void {
    this.tiles.use();
    const { heap } = this.surface.kernels;
    if (!this.begun) this.begun = cells.takeOver();
    const take = this.takenOf(row, at);
    heap.f32.set(this.numbers, this.own / BYTES);
    cells.lay(mark, this.last, row, at, this.rowStep(mark), this.own, take, share, coversAlone(share));
    this.keepLast(mark);
  }

  /** The part of what it meets that a tip takes up at a mark. */
  private takenOf(row: Float64Array, at: number): number {
    const length = row[at + carry] * row[at + size];
    const spent = this.wayOf(row, at) / length;
    return this.begun && length > 0 && spent < 40 ? 1 - exp(-spent) : 1;
  }

  /** Every how manieth row of a mark is enough for a mean. */
  private rowStep(mark: number): number {
    const tall = this.surface.kernels.heap.i32[mark / 4 + markWord.height];
    return tall > 4 * TALL ? 8 : tall > 2 * TALL ? 4 : tall > TALL ? 2 : 1;
  }

  /** Leaves in the tip what it has taken up, for the strokes after this. */
  end(): void {
    if (this.begun) this.cells?.end();
  }

  private mixed(plane: number, share: number): number {
    return (1 - share) * this.numbers[plane] + share * this.carriedMean[plane];
  }

  private drag(mark: number, row: Float64Array, at: number, share: number, left: number, top: number): void {
    this.tiles.use();
    const { heap, run } = this.surface.kernels;
    const reach = Math.ceil(row[at + size] * 1.5) + 2 * MARGIN;
    if (reach > this.side) this.grow(reach);
    const half = this.side >> 1;
    run.setCarried(this.pixels, this.side, left - half, top - half);
    if (!this.begun) run.takeUp(this.side, this.side);
    this.numbers.forEach((n, p) => {
      heap.f32[this.own / BYTES + p] = n;
    });
    // A place is visited once a step while the tip passes: each visit adds its part of the own paint, and of the delay.
    this.way = this.wayOf(row, at);
    const step = Math.min(1, Math.max(0.02, this.way / Math.max(1, row[at + size])));
    const take = this.begun && row[at + carry] > 1 ? 1 / row[at + carry] : 1;
    run.layDragged(mark, this.own, power(share, step), take, coversAlone(share));
  }

  private bytes(): number {
    return this.side * this.side * this.planes * BYTES;
  }

  /** Makes the carried square larger and keeps what is in it, in the middle. */
  private grow(reach: number): void {
    const { heap } = this.surface.kernels;
    const before = { pixels: this.pixels, side: this.side, bytes: this.bytes() };
    this.side = Math.ceil(reach / 8) * 8;
    this.pixels = heap.takeCleared(this.bytes());
    if (before.side === 0) return;
    const inset = (this.side - before.side) / 2;
    for (let y = 0; y < before.side; y++) {
      for (let p = 0; p < this.planes; p++) {
        const from = before.pixels / BYTES + (y * this.planes + p) * before.side;
        heap.f32.copyWithin(
          this.pixels / BYTES + ((y + inset) * this.planes + p) * this.side + inset,
          from,
          from + before.side,
        );
      }
    }
    heap.give(before.pixels, before.bytes);
  }
}
