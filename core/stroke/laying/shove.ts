import { markWord } from "../../kernels/mark-record";
import { PLANE } from "../../kernels/memory/tile-size";
import { Tiles } from "../../kernels/memory/tiles";
import { exp, power } from "../../numeric/power";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { Paint } from "../../paint/model";
import { qualityIndex } from "../../qualities/table";
import { ALL_BANDS } from "../../surface/changed-tiles";
import type { Surface } from "../../surface/surface";
import type { WetBody } from "../../surface/wet";
import { markField } from "../mark-list";
import { levelMoved } from "./level";
import { runBack } from "./run-back";

const { body, mixing, carry } = qualityIndex;
const BYTES = 4;
/** How high paint heaps up before a tip, in full heights: as much as finds room where it is lifted; the smaller the tip, the higher. */
const HEAPS = 1;
const HEAPS_SMALL = 200;
/** A tip of lines heaps up as much as one that is so much of a square, in parts of its size. */
const NARROW = 0.16;
/** Room about the tip for what runs over its edge, px. */
const MARGIN = 48;
/** How often, twice, what was moved levels when the tip is lifted, where the paint levels fully. */
const LEVELLINGS = 5;
/** In how many rounds at most what is too much spreads when the tip is lifted: enough for the largest heaps. */
const LAST = 24;

/** The paint that a dragged tip moves by its height: scraped off above its level, filled in below, and run over at its edge. */
export class Shove {
  readonly wet: WetBody;
  private going = 0;
  /** How high what goes along is heaped up under the tip, in full heights. */
  private heaped = 0;
  private room = 0;
  private gates = 0;
  private side = 0;

  constructor(
    private readonly surface: Surface,
    private readonly paint: Paint,
  ) {
    const { kernels, columns, rows } = surface;
    this.wet = { tiles: new Tiles(kernels, columns, rows, 1), full: 1, levels: 1, isWhole: true };
  }

  /**
   * Moves what lies under a mark.
   * @param mark the address of its record @param row @param at its qualities @param size of the tip now, px
   * @param left @param top the whole px it stands on @param way since the mark before, px
   */
  move(mark: number, row: Float64Array, at: number, size: number, left: number, top: number, way: number): void {
    const { run, heap } = this.surface.kernels;
    const heading = row[at + markField.heading];
    const [ux, uy] = [cosDegrees(heading), -sinDegrees(heading)];
    const { width, height } = markWord;
    // How long the tip is along its way: so often is a place met while it passes.
    const long = heap.i32[mark / 4 + width] * Math.abs(ux) + heap.i32[mark / 4 + height] * Math.abs(uy);
    const reach = Math.ceil(size * 1.5) + 2 * MARGIN;
    if (reach > this.side) this.grow(reach);
    this.use(left, top);
    const scrapes = 1 - power(1 - this.paint.levels, Math.min(1, way / Math.max(1, long)));
    // What is too much must be as quick as the tip.
    const passes = Math.min(6, Math.max(3, Math.round(way / 2)));
    const far = row[at + carry] * size;
    const leaves = far > 0 ? 1 - exp(-way / far) : 1;
    const { x, y } = markField;
    const most = HEAPS + HEAPS_SMALL / size;
    // Where much is heaped up before it, a tip rides over the rest.
    const takes = Math.min(1, Math.max(0, 2 - (2 * this.heaped) / most));
    this.heaped = run.shove(
      mark,
      row[at + body],
      scrapes * takes,
      1 - row[at + mixing],
      leaves,
      row[at + x],
      row[at + y],
      ux,
      uy,
      way,
      passes,
      most,
      NARROW * size * size,
    );
  }

  /** Leaves what still goes along where the tip was lifted. */
  end(): void {
    if (this.side === 0) return;
    const { surface, wet, paint } = this;
    const { run, heap } = surface.kernels;
    const bytes = this.side * this.side * BYTES;
    const room = heap.take(bytes);
    const rest = run.shoveEnd(LAST, room);
    heap.give(room, bytes);
    if (rest > 0) runBack(surface, wet.tiles, rest);
    levelMoved(
      surface,
      wet.tiles,
      (index) => surface.active.at("heights", index),
      2 * Math.round(LEVELLINGS * paint.levels),
    );
    surface.markChanged(wet.tiles.present(), ALL_BANDS, true);
  }

  release(): void {
    this.giveRoom();
  }

  private use(left: number, top: number): void {
    const { kernels } = this.surface;
    const half = this.side >> 1;
    kernels.onTile((index) => this.open(index));
    kernels.run.setShoved(
      this.wet.tiles.table,
      this.surface.active.dried?.table ?? 0,
      this.going,
      this.room,
      this.gates,
      this.side,
      left - half,
      top - half,
    );
  }

  /** A tile of heights as the layer has it. */
  private open(index: number): number {
    const { heap } = this.surface.kernels;
    const before = this.surface.active.at("heights", index);
    const tile = before ? this.wet.tiles.enter(index) : this.wet.tiles.make(index);
    if (before) heap.u8.copyWithin(tile, before, before + PLANE);
    return tile;
  }

  /** Makes the square that goes along larger, and keeps what is in it, in the middle. */
  private grow(reach: number): void {
    const { heap } = this.surface.kernels;
    const before = { going: this.going, side: this.side };
    const side = Math.ceil(reach / 8) * 8;
    const going = heap.takeCleared(side * side * BYTES);
    const inset = (side - before.side) / 2;
    for (let y = 0; y < before.side; y++) {
      const from = before.going / BYTES + y * before.side;
      heap.f32.copyWithin(going / BYTES + (y + inset) * side + inset, from, from + before.side);
    }
    this.giveRoom();
    this.side = side;
    this.going = going;
    this.room = heap.take(side * side * BYTES);
    this.gates = heap.take(side * side * BYTES);
  }

  private giveRoom(): void {
    if (this.side === 0) return;
    const { heap } = this.surface.kernels;
    heap.give(this.going, this.side * this.side * BYTES);
    heap.give(this.room, this.side * this.side * BYTES);
    heap.give(this.gates, this.side * this.side * BYTES);
  }
}
