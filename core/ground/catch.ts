import type { Kernels } from "../kernels/load";
import { ONE, TILE } from "../kernels/marks";
import { power } from "../numeric/power";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import { Tiles } from "../surface/tiles";
import { drawGrain, GRAIN_SIDE } from "./draw-grain";
import type { Ground } from "./model";

const MOST_GRAINS = 16;
const drawn = new Map<string, Float32Array>();

/** A grain's heights; drawn once. */
function grainHeights(ground: Ground): Float32Array {
  const key = JSON.stringify(ground.grain);
  const present = drawn.get(key);
  if (present) return present;
  const oldest = drawn.keys().next().value;
  if (drawn.size >= MOST_GRAINS && oldest !== undefined) drawn.delete(oldest);
  const heights = drawGrain(ground.grain);
  drawn.set(key, heights);
  return heights;
}

/** The grain as it lies under one stroke: the heights of each tile of the surface, made when a mark first meets it. */
export class GroundSheet {
  private readonly tiles: Tiles;
  private readonly heights: Float32Array;
  private readonly across: number;
  private readonly down: number;
  private readonly spread: number;

  /**
   * @param scale how many px of the surface a px of the grain is long
   * @param originX @param originY the place of the surface that lies on the grain's corner
   */
  constructor(
    private readonly kernels: Kernels,
    private readonly columns: number,
    rows: number,
    private readonly ground: Ground,
    scale: number,
    private readonly originX: number,
    private readonly originY: number,
  ) {
    this.tiles = new Tiles(kernels, columns, rows, 1);
    this.heights = grainHeights(ground);
    this.across = cosDegrees(ground.rotation) / scale;
    this.down = sinDegrees(ground.rotation) / scale;
    this.spread = power(2, ground.contrast);
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
    const left = (index % this.columns) * TILE - this.originX + 0.5;
    const top = Math.floor(index / this.columns) * TILE - this.originY + 0.5;
    for (let y = 0; y < TILE; y++) {
      for (let x = 0; x < TILE; x++) {
        const dx = left + x;
        const dy = top + y;
        words[tile / 2 + y * TILE + x] = this.shaped(this.sample(dx * this.across - dy * this.down, dx * this.down + dy * this.across)) * ONE;
      }
    }
    return tile;
  }

  release(): void {
    this.tiles.release();
  }

  private shaped(height: number): number {
    const h = 0.5 + ((this.ground.invert ? 1 - height : height) - 0.5) * this.spread + this.ground.brightness;
    return h < 0 ? 0 : h > 1 ? 1 : h;
  }

  /** The height between the four nearest pixels of the grain, which goes on for ever. */
  private sample(x: number, y: number): number {
    const px = x - 0.5;
    const py = y - 0.5;
    const left = Math.floor(px);
    const top = Math.floor(py);
    const fx = px - left;
    const fy = py - top;
    const x0 = left & (GRAIN_SIDE - 1);
    const x1 = (left + 1) & (GRAIN_SIDE - 1);
    const y0 = (top & (GRAIN_SIDE - 1)) * GRAIN_SIDE;
    const y1 = ((top + 1) & (GRAIN_SIDE - 1)) * GRAIN_SIDE;
    const { heights } = this;
    const upper = heights[y0 + x0] + fx * (heights[y0 + x1] - heights[y0 + x0]);
    return upper + fy * (heights[y1 + x0] + fx * (heights[y1 + x1] - heights[y1 + x0]) - upper);
  }
}
