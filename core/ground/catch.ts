import { NATURAL_SHARPNESS } from "../kernels/ground-laws";
import type { Kernels } from "../kernels/load";
import { ONE } from "../kernels/memory/q15";
import { TILE } from "../kernels/memory/tile-size";
import { Tiles } from "../kernels/memory/tiles";
import { ln, power } from "../numeric/power";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import type { Pictures } from "../picture/picture";
import { isScreen } from "./grain";
import { type GrainSheet, grainSheet } from "./grain-sheet";
import type { Ground } from "./model";

/** A grain as it lies: the height, 0…1, at any place of the surface, px from the grain's corner. */
export class Lie {
  private readonly sheet: GrainSheet;
  private readonly across: number;
  private readonly down: number;
  private readonly spread: number;
  /** Whether heights are even shares of all. */
  readonly ranked: boolean;
  private readonly steepness: Float64Array | undefined;

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
    this.ranked = ground.law === "peaks";
    this.steepness = isScreen(ground.grain) ? steepnessOf(sheet, scale * reduced, this.spread) : undefined;
  }

  /**
   * 1 ÷ the part of all heights over which this ground goes from untouched to full at a reach of 0…1: softly where it is
   * natural, within a px where it is a halftone screen.
   */
  sharpness(reach: number): number {
    const { steepness } = this;
    return steepness
      ? steepness[Math.round(Math.min(1, Math.max(0, reach)) * (steepness.length - 1))]
      : NATURAL_SHARPNESS;
  }

  /** The part of a mark's press that reaches the ground also where its mask is faint. */
  get least(): number {
    return this.steepness ? 0 : LEAST_REACH;
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
    const { width, height } = this.sheet;
    const heights = this.ranked ? this.sheet.ranks : this.sheet.heights;
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

const TONES = 64;
/** Halftone dots no sharper than the kernels can part them, and no softer than nature. */
const SHARPEST = 63;

/** For each tone of a screen, how many heights lie within a px there: as many as make its dots' edges a px wide. */
function steepnessOf({ ranks, width, height }: GrainSheet, pxLong: number, spread: number): Float64Array {
  const sums = new Float64Array(TONES + 1);
  const counts = new Float64Array(TONES + 1);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const here = ranks[y * width + x];
      const right = ranks[y * width + ((x + 1) % width)] - here;
      const down = ranks[((y + 1) % height) * width + x] - here;
      const tone = Math.round((1 - here) * TONES);
      sums[tone] += Math.sqrt(right * right + down * down);
      counts[tone]++;
    }
  }
  return sums.map((sum, tone) => {
    const step = counts[tone] > 0 && sum > 0 ? ((sum / counts[tone]) * spread) / pxLong : 1 / SHARPEST;
    return Math.min(SHARPEST, Math.max(1, 1 / step));
  });
}

function wrapped(i: number, side: number): number {
  const rest = i % side;
  return rest < 0 ? rest + side : rest;
}

const LEAST_REACH = 0.35;

/** The paper of a surface below a brush's grain. */
export interface Below {
  readonly lie: Lie;
  readonly depth: number;
}

const RANKS = 1024;

/**
 * Makes heights of a brush's grain over a paper even again: what is a valley of either is a valley. `u·(1 − d·(1 − v))` of
 * two even, independent heights has this distribution, at 0…1 in `RANKS` steps.
 */
function evenTogether(depth: number): Float64Array {
  const least = 1 - depth;
  return Float64Array.from({ length: RANKS + 1 }, (_, i) => {
    const p = i / RANKS;
    if (p === 0 || depth === 0) return p;
    return p <= least ? -(p * ln(least)) / depth : (p - least - p * ln(p)) / depth;
  });
}

/** The grain as it lies under one stroke: the heights of each tile of the surface, made when a mark first meets it. */
export class GroundSheet {
  private readonly tiles: Tiles;
  private readonly even: Float64Array | undefined;

  /**
   * @param originX @param originY the place of the surface that lies on the grain's corner
   * @param paper what the surface has of its own below it; valleys of either are valleys
   */
  constructor(
    private readonly kernels: Kernels,
    private readonly columns: number,
    rows: number,
    private readonly lie: Lie,
    private readonly originX: number,
    private readonly originY: number,
    private readonly paper?: Below,
  ) {
    this.tiles = new Tiles(kernels, columns, rows, 1);
    this.even = paper && lie.ranked ? evenTogether(paper.depth) : undefined;
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
    const { lie, paper, even } = this;
    for (let y = 0; y < TILE; y++) {
      for (let x = 0; x < TILE; x++) {
        let height = lie.at(left + x - this.originX, top + y - this.originY);
        if (paper) {
          height *= 1 - paper.depth * (1 - paper.lie.at(left + x, top + y));
          if (even) height = even[Math.round(height * RANKS)];
        }
        words[tile / 2 + y * TILE + x] = height * ONE;
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
