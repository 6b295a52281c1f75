import type { Rgb } from "../colour/srgb";
import { ONE, TILE, toQ15 } from "../kernels/marks";
import { noPictures, type Pictures } from "../picture/picture";
import { type Light, Relief } from "./relief";
import { ALL_BANDS, type DirtyTile, type Surface } from "./surface";

/** The rows of one band of a tile. */
const BAND = 8;

/** A rectangle in px; `right` and `bottom` are one past the last. */
export interface Area {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * An 8-bit RGBA picture of a surface in the kernels' memory. Its rows are a multiple of eight px long (`stride` px),
 * so that whole groups can be written; what lies beyond the surface's width is of no meaning.
 */
export class Picture {
  readonly stride: number;
  private readonly at: number;
  private readonly bytes: number;
  private readonly relief: Relief | undefined;

  /** @param paper the opaque colour below the surface, or null to keep transparency @param light by which thick paint is shown; none for flat @param pictures those that the surface's paper names */
  constructor(
    private readonly surface: Surface,
    private readonly paper: Rgb | null,
    light?: Light,
    pictures: Pictures = noPictures,
  ) {
    this.relief = light && new Relief(surface, surface.kernels, light, pictures);
    this.stride = Math.ceil(surface.width / 8) * 8;
    this.bytes = this.stride * surface.height * 4;
    this.at = surface.kernels.heap.takeCleared(this.bytes);
  }

  /** Brings the given tiles up to date and says which area they cover; undefined when there are none. */
  show(tiles: readonly DirtyTile[]): Area | undefined {
    const { surface } = this;
    let left = surface.width;
    let top = surface.height;
    let right = 0;
    let bottom = 0;
    for (const { index, bands } of tiles) {
      const x = (index % surface.columns) * TILE;
      const from = Math.max(0, 31 - Math.clz32(bands & -bands)) * BAND;
      const to = (32 - Math.clz32(bands)) * BAND;
      const y = Math.floor(index / surface.columns) * TILE + from;
      const columns = Math.min(TILE, surface.width - x);
      const rows = Math.min(to - from, surface.height - y);
      if (rows <= 0) continue;
      this.showTile(index, x, y, from, columns, rows);
      this.relief?.show(index, this.at + (y * this.stride + x) * 4, this.stride * 4, columns, from, rows);
      left = Math.min(left, x);
      top = Math.min(top, y);
      right = Math.max(right, x + columns);
      bottom = Math.max(bottom, y + rows);
    }
    return left < right ? { left, top, right, bottom } : undefined;
  }

  /** Brings everything up to date. */
  showAll(): void {
    this.show(Array.from({ length: this.surface.columns * this.surface.rows }, (_, index) => ({ index, bands: ALL_BANDS })));
  }

  /** The picture's bytes where they lie; valid until the kernels' memory grows. */
  get pixels(): Uint8ClampedArray<ArrayBuffer> {
    const { buffer } = this.surface.kernels.heap.u8;
    return new Uint8ClampedArray(buffer, this.at, this.bytes);
  }

  /** A copy without the padding at the end of rows: width·height·4 bytes. */
  copy(): Uint8ClampedArray<ArrayBuffer> {
    const { width, height } = this.surface;
    const out = new Uint8ClampedArray(width * height * 4);
    const pixels = this.pixels;
    for (let y = 0; y < height; y++) out.set(pixels.subarray(y * this.stride * 4, (y * this.stride + width) * 4), y * width * 4);
    return out;
  }

  release(): void {
    this.relief?.release();
    this.surface.kernels.heap.give(this.at, this.bytes);
  }

  /** Shows rows of a tile from its row `from` on. */
  private showTile(index: number, x: number, y: number, from: number, columns: number, rows: number): void {
    const { run } = this.surface.kernels;
    const out = this.at + (y * this.stride + x) * 4;
    const down = from * TILE * 2;
    if (this.paper === null) {
      run.showClear(out, this.stride * 4, columns, rows, this.surface.tileToShow(index) + down);
      return;
    }
    const groups = Math.ceil(columns / 8);
    const [pr, pg, pb] = [toQ15(this.paper[0]), toQ15(this.paper[1]), toQ15(this.paper[2])];
    const wet = this.surface.wetAlone(index);
    if (!wet) run.showOpaque(out, this.stride * 4, groups, rows, this.surface.tileToShow(index) + down, pr, pg, pb);
    else
      run.showWet(
        out,
        this.stride * 4,
        groups,
        rows,
        wet.layer && wet.layer + down,
        wet.cover + down,
        toQ15(wet.colour[0]),
        toQ15(wet.colour[1]),
        toQ15(wet.colour[2]),
        pr,
        pg,
        pb,
      );
  }
}

/** A surface as 16-bit RGBA numbers, colour not multiplied by alpha: width·height·4 of 0…65535. */
export function deepPixels(surface: Surface, paper: Rgb | null): Uint16Array {
  const out = new Uint16Array(surface.width * surface.height * 4);
  const plane = TILE * TILE;
  for (let index = 0; index < surface.columns * surface.rows; index++) {
    const tile = surface.tileToShow(index) / 2;
    const words = surface.kernels.heap.u16;
    const left = (index % surface.columns) * TILE;
    const top = Math.floor(index / surface.columns) * TILE;
    for (let y = 0; y < Math.min(TILE, surface.height - top); y++) {
      for (let x = 0; x < Math.min(TILE, surface.width - left); x++) {
        const at = tile + y * TILE + x;
        const alpha = words[at + 3 * plane] / ONE;
        const to = ((top + y) * surface.width + left + x) * 4;
        for (let c = 0; c < 3; c++) {
          const colour = words[at + c * plane] / ONE;
          const value = paper ? colour + paper[c] * (1 - alpha) : alpha > 0 ? colour / alpha : 0;
          out[to + c] = Math.round(Math.min(1, value) * 65535);
        }
        out[to + 3] = paper ? 65535 : Math.round(alpha * 65535);
      }
    }
  }
  return out;
}
