import type { Kernels } from "../kernels/load";
import { ONE } from "../kernels/memory/q15";
import { PLANE, TILE } from "../kernels/memory/tile-size";
import { Tiles } from "../kernels/memory/tiles";
import { power } from "../numeric/power";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import type { Pictures } from "../picture/picture";
import { type GrainSheet, grainSheet } from "./grain-sheet";
import type { Ground } from "./model";

/** A grain as it lies: the height, 0…1, at any place of the surface, px from the grain's corner. */
export class Lie {
  private readonly sheet: GrainSheet;
  private readonly across: number;
  private readonly down: number;
  private readonly spread: number;

  /** @param scale how many px of the surface a px of the grain is long @throws MissingGrain */
  constructor(
    private readonly ground: Ground,
    scale: number,
    pictures: Pictures,
  ) {
    const { sheet, reduced } = grainSheet(ground.grain, pictures, scale);
    this.sheet = sheet;
    this.across = cosDegrees(ground.rotation) / (scale * reduced);
    this.down = sinDegrees(ground.rotation) / (scale * reduced);
    this.spread = power(2, ground.contrast);
  }

  at(x: number, y: number): number {
    return this.shaped(this.sample(x * this.across - y * this.down, x * this.down + y * this.across));
  }

  private shaped(height: number): number {
    const h = 0.5 + ((this.ground.invert ? 1 - height : height) - 0.5) * this.spread + this.ground.brightness;
    return h < 0 ? 0 : h > 1 ? 1 : h;
  }

  /** The height between the four nearest pixels of the grain. */
  private sample(x: number, y: number): number {
    const { heights, width, height } = this.sheet;
    const left = Math.floor(x - 0.5);
    const top = Math.floor(y - 0.5);
    const fx = x - 0.5 - left;
    const fy = y - 0.5 - top;
    const x0 = wrapped(left, width);
    const x1 = x0 + 1 === width ? 0 : x0 + 1;
    const y0 = wrapped(top, height) * width;
    const y1 = y0 + width === width * height ? 0 : y0 + width;
    const upper = heights[y0 + x0] + fx * (heights[y0 + x1] - heights[y0 + x0]);
    return upper + fy * (heights[y1 + x0] + fx * (heights[y1 + x1] - heights[y1 + x0]) - upper);
  }
}

function wrapped(i: number, side: number): number {
  const rest = i % side;
  return rest < 0 ? rest + side : rest;
}

const MOST_PER = 8;
/** The greatest depth at which 1/(1 − depth·(1 − height)) is never more than 8. */
export const DEEPEST_SHARED = 1 - 1 / MOST_PER;

/** The grain as it lies under one stroke: the heights of each tile of the surface, made when a mark first meets it. */
export class GroundSheet {
  private readonly tiles: Tiles;

  /**
   * @param originX @param originY the place of the surface that lies on the grain's corner
   * @param paper what the surface has of its own below it, and how strongly, 0…1; valleys of either are valleys
   * @param depth where all marks meet the same, at most `DEEPEST_SHARED`: tiles then have 1/(1 − depth·(1 − height)), of 0…8 as 0…1, in a second plane
   */
  constructor(
    private readonly kernels: Kernels,
    private readonly columns: number,
    rows: number,
    private readonly lie: Lie,
    private readonly originX: number,
    private readonly originY: number,
    private readonly paper?: { readonly lie: Lie; readonly depth: number },
    private readonly depth?: number,
  ) {
    this.tiles = new Tiles(kernels, columns, rows, depth === undefined ? 1 : 2);
  }

  /** The address of the table of tiles. */
  get table(): number {
    return this.tiles.table;
  }

  /** The address of one tile's heights, made when they are not there. */
  at(index: number): number {
    return this.tiles.at(index) || this.make(index);
  }

  /** Makes one tile's heights, Q15. */
  make(index: number): number {
    const tile = this.tiles.make(index);
    const words = this.kernels.heap.u16;
    const left = (index % this.columns) * TILE + 0.5;
    const top = Math.floor(index / this.columns) * TILE + 0.5;
    const { lie, paper, depth } = this;
    for (let y = 0; y < TILE; y++) {
      for (let x = 0; x < TILE; x++) {
        let height = lie.at(left + x - this.originX, top + y - this.originY);
        if (paper) height *= 1 - paper.depth * (1 - paper.lie.at(left + x, top + y));
        words[tile / 2 + y * TILE + x] = height * ONE;
        if (depth !== undefined)
          words[(tile + PLANE) / 2 + y * TILE + x] = Math.min(
            ONE,
            Math.round((ONE + 1) / (MOST_PER * (1 - depth * (1 - height)))),
          );
      }
    }
    return tile;
  }

  release(): void {
    this.tiles.release();
  }
}

/** Beyond the largest mark so many px of grain are kept for marks to stray over. */
const STRAY = 256;
/** Rows of marks are read in groups. */
const MARGIN = 16;

/** A grain that goes along with marks: a sheet of heights about a mark's middle. */
export class MarkSheet {
  readonly side: number;
  readonly address: number;

  /** @param size of the largest mark, px */
  constructor(
    private readonly kernels: Kernels,
    lie: Lie,
    size: number,
  ) {
    this.side = Math.ceil((size * 1.5 + 2 * MARGIN + STRAY) / 8) * 8;
    this.address = kernels.heap.take(this.side * this.side * 2);
    const words = kernels.heap.u16;
    for (let y = 0; y < this.side; y++)
      for (let x = 0; x < this.side; x++) words[this.address / 2 + y * this.side + x] = lie.at(x + 0.5, y + 0.5) * ONE;
  }

  /** Where in the sheet the middle of a mark lies, for chances of 0…1. */
  middle(chance: number): number {
    return ((this.side - STRAY) >> 1) + Math.floor(chance * STRAY);
  }

  release(): void {
    this.kernels.heap.give(this.address, this.side * this.side * 2);
  }
}
