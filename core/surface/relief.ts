import { Lie } from "../ground/catch";
import type { Kernels } from "../kernels/load";
import { ONE } from "../kernels/memory/q15";
import { PLANE, TILE } from "../kernels/memory/tile-size";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import type { Pictures } from "../picture/picture";
import type { Light } from "./light";
import type { Surface } from "./surface";
import { LIGHT_REACH } from "./wet";

const SIDE = TILE + 2 * LIGHT_REACH;

/** Lights tiles of a picture by the heights of its surface. */
export class Relief {
  private readonly window: number;
  private readonly paper: Lie | undefined;

  /** @param pictures those that the surface's paper may name */
  constructor(
    private readonly surface: Surface,
    private readonly kernels: Kernels,
    private readonly light: Light,
    pictures: Pictures,
  ) {
    this.window = kernels.heap.take(SIDE * SIDE * 2);
    this.paper =
      surface.paper && light.paper > 0 ? new Lie(surface.paper, surface.paper.grainScale, pictures) : undefined;
  }

  /** Lights `rows` rows of a tile's RGBA8 pixels from its row `from` on. */
  show(index: number, out: number, stride: number, columns: number, from: number, rows: number): void {
    if (!this.fill(index)) return;
    const { direction, altitude, depth, gloss, hollows } = this.light;
    const level = cosDegrees(altitude);
    const [lx, ly, lz] = [level * cosDegrees(direction), -level * sinDegrees(direction), sinDegrees(altitude)];
    // Of paper all is lit, of paint what there is.
    const cover = this.paper ? 0 : this.surface.tileToShow(index) + 3 * PLANE;
    this.kernels.run.relief(out, stride, columns, from, rows, this.window, cover, lx, ly, lz, depth, gloss, hollows);
  }

  release(): void {
    this.kernels.heap.give(this.window, SIDE * SIDE * 2);
  }

  /** Fills the window with the heights of a tile and of the pixels around it. @returns whether there are any */
  private fill(index: number): boolean {
    const { surface, window } = this;
    const column = index % surface.columns;
    const row = Math.floor(index / surface.columns);
    const words = this.kernels.heap.u16;
    words.fill(0, window / 2, window / 2 + SIDE * SIDE);
    let any = false;
    for (let r = Math.max(0, row - 1); r <= Math.min(surface.rows - 1, row + 1); r++) {
      for (let c = Math.max(0, column - 1); c <= Math.min(surface.columns - 1, column + 1); c++) {
        const heights = surface.heightsToShow(r * surface.columns + c) / 2;
        if (!heights) continue;
        any = true;
        const [left, top] = [(c - column) * TILE + LIGHT_REACH, (r - row) * TILE + LIGHT_REACH];
        const fromX = Math.max(0, -left);
        const toX = Math.min(TILE, SIDE - left);
        for (let y = Math.max(0, -top); y < Math.min(TILE, SIDE - top); y++) {
          words.copyWithin(
            window / 2 + (top + y) * SIDE + left + fromX,
            heights + y * TILE + fromX,
            heights + y * TILE + toX,
          );
        }
      }
    }
    return this.addPaper(column, row) || any;
  }

  private addPaper(column: number, row: number): boolean {
    const { paper, window } = this;
    if (!paper) return false;
    const words = this.kernels.heap.u16;
    const full = this.light.paper * ONE;
    for (let y = 0; y < SIDE; y++)
      for (let x = 0; x < SIDE; x++)
        words[window / 2 + y * SIDE + x] = Math.min(
          65535,
          words[window / 2 + y * SIDE + x] +
            full * paper.at(column * TILE + x + 0.5 - LIGHT_REACH, row * TILE + y + 0.5 - LIGHT_REACH),
        );
    return true;
  }
}
