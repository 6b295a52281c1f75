import type { Rgb } from "../colour/srgb";
import { ONE, toQ15 } from "../kernels/memory/q15";
import { TILE } from "../kernels/memory/tile-size";
import { noPictures, type Pictures } from "../picture/picture";
import { ALL_BANDS, BAND, type DirtyTile } from "./changed-tiles";
import type { Light } from "./light";
import { Relief } from "./relief";
import type { Surface } from "./surface";
import { WetRow } from "./wet-row";

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
  /** Where paper lies below. */
  private readonly wetRow: WetRow | undefined;

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
    this.wetRow = paper ? new WetRow(surface.kernels, this.stride * 4, paper) : undefined;
  }

  /** Brings the given tiles up to date and says which area they cover; undefined when there are none. */
  show(tiles: readonly DirtyTile[]): Area | undefined {
    const { surface, wetRow } = this;
    let left = surface.width;
    let top = surface.height;
    let right = 0;
    let bottom = 0;
    let line = -1;
    for (const { index, bands } of tiles) {
      const x = (index % surface.columns) * TILE;
      const from = Math.max(0, 31 - Math.clz32(bands & -bands)) * BAND;
      const tileRow = Math.floor(index / surface.columns);
      const y = tileRow * TILE;
      const columns = Math.min(TILE, surface.width - x);
      const to = Math.min((32 - Math.clz32(bands)) * BAND, surface.height - y);
      if (to <= from) continue;
      if (tileRow !== line) wetRow?.show();
      line = tileRow;
      this.showTile(index, this.at + (y * this.stride + x) * 4, from, to, columns);
      left = Math.min(left, x);
      top = Math.min(top, y + from);
      right = Math.max(right, x + columns);
      bottom = Math.max(bottom, y + to);
    }
    wetRow?.show();
    return left < right ? { left, top, right, bottom } : undefined;
  }

  /** Brings everything up to date. */
  showAll(): void {
    this.show(
      Array.from({ length: this.surface.columns * this.surface.rows }, (_, index) => ({ index, bands: ALL_BANDS })),
    );
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
    for (let y = 0; y < height; y++)
      out.set(pixels.subarray(y * this.stride * 4, (y * this.stride + width) * 4), y * width * 4);
    return out;
  }

  release(): void {
    this.relief?.release();
    this.surface.kernels.heap.give(this.at, this.bytes);
  }

  /** Shows rows of a tile whose first row's picture is at `out`; what is wet may wait for its neighbours. */
  private showTile(index: number, out: number, from: number, to: number, columns: number): void {
    const { run } = this.surface.kernels;
    const { wetRow, relief } = this;
    const stride = this.stride * 4;
    const rows = to - from;
    const down = from * TILE * 2;
    const groups = Math.ceil(columns / 8);
    const wet = wetRow && this.surface.wetAlone(index, from, to);
    if (!this.paper || !wetRow)
      run.showClear(out + from * stride, stride, columns, rows, this.surface.tileToShow(index) + down);
    else if (!wet) {
      const [r, g, b] = this.paper;
      run.showOpaque(
        out + from * stride,
        stride,
        groups,
        rows,
        this.surface.tileToShow(index) + down,
        toQ15(r),
        toQ15(g),
        toQ15(b),
      );
    } else if (wet.stays && !relief) wetRow.add({ out, groups, from, to, wet });
    else wetRow.showAlone({ out, groups, from, to, wet });
    relief?.show(index, out + from * stride, stride, columns, from, rows);
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
