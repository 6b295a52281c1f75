import { type Brush, smudging } from "@core/brush";
import type { Rgb } from "@core/colour/srgb";
import type { Plane } from "@core/desk/plane";
import type { TipSheet } from "@core/desk/tip/sheet";
import { copiesOf } from "@core/desk/tip/symmetry";
import type { Sample } from "@core/hand/sample";
import { createKernels, type Kernels } from "@core/kernels/load";
import { ONE, toQ15 } from "@core/kernels/memory/q15";
import { TILE } from "@core/kernels/memory/tile-size";
import type { Pictures } from "@core/picture/picture";
import type { Ink } from "@core/stroke/laying/ink";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { ALL_BANDS } from "@core/surface/changed-tiles";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import type { TipPen } from "./protocol";

const PAPER: Rgb = [1, 1, 1];
const INK: Rgb = [0.08, 0.1, 0.12];
const PLANE_WORDS = TILE * TILE;

/** A tip's sheet as a surface that can be painted on, shown on an OffscreenCanvas. */
export class TipCanvas {
  private readonly kernels: Kernels = createKernels();
  private readonly drawing: OffscreenCanvasRenderingContext2D;
  private surface: Surface;
  private picture: Picture;
  private mapped = false;
  private stroke:
    | {
        readonly pen: TipPen;
        readonly pictures: Pictures;
        readonly samples: Sample[];
        readonly seed: number;
        readonly painter: StrokePainter;
      }
    | undefined;

  constructor(private readonly canvas: OffscreenCanvas) {
    const drawing = canvas.getContext("2d", { alpha: false });
    if (!drawing) throw new Error("this browser cannot draw outside the page");
    this.drawing = drawing;
    this.surface = new Surface(this.kernels, canvas.width, canvas.height);
    this.picture = new Picture(this.surface, PAPER);
  }

  /** Shows a sheet. */
  load(sheet: TipSheet): void {
    const { width, height } = sheet.strength;
    if (width !== this.surface.width || height !== this.surface.height) {
      this.picture.release();
      this.surface.release();
      this.canvas.width = width;
      this.canvas.height = height;
      this.surface = new Surface(this.kernels, width, height);
      this.picture = new Picture(this.surface, PAPER);
    }
    this.mapped = sheet.map !== undefined;
    this.fill(sheet);
    this.surface.takeDirty();
    this.picture.showAll();
    this.put(0, 0, width, height);
  }

  penDown(pen: TipPen, pictures: Pictures, seed: number): void {
    this.surface.layers[0].keepsAlpha = pen.keepsAlpha;
    const { brush, ink } = this.mannerOf(pen);
    this.stroke = {
      pen,
      pictures,
      samples: [],
      seed,
      painter: new StrokePainter(this.surface, brush, ink, seed, pictures),
    };
  }

  penMove(samples: readonly Sample[]): void {
    if (!this.stroke) return;
    this.stroke.samples.push(...samples);
    this.stroke.painter.push(samples);
    this.show();
  }

  /** Ends the stroke, paints its copies, and answers with the sheet as they have left it. */
  penUp(): TipSheet | undefined {
    const { stroke, surface } = this;
    if (!stroke) return undefined;
    const { pen, pictures, samples, seed, painter } = stroke;
    painter.end();
    const { brush, ink } = this.mannerOf(pen);
    const copies = copiesOf(samples, pen.symmetry, surface.width, surface.height, pen.times).slice(1);
    for (const copy of copies) paintHand(surface, brush, ink, [copy], seed, pictures);
    surface.layers[0].keepsAlpha = false;
    this.stroke = undefined;
    this.show();
    return this.read();
  }

  private mannerOf({ brush, use, grey }: TipPen): { readonly brush: Brush; readonly ink: Ink } {
    const colour: Rgb = this.mapped ? [grey, grey, grey] : INK;
    return {
      brush: use === "smudge" ? smudging(brush) : brush,
      ink: { colour, second: colour, erases: use === "erase" },
    };
  }

  private show(): void {
    const area = this.picture.show(this.surface.takeDirty());
    if (area) this.put(area.left, area.top, area.right, area.bottom);
  }

  /** Puts a sheet on the surface. */
  private fill({ strength, map }: TipSheet): void {
    const { surface } = this;
    const { heap, run } = this.kernels;
    const { columns, rows } = surface;
    surface.clear(0);
    const cover = heap.take(TILE * TILE * 2);
    const [red, green, blue] = INK.map(toQ15);
    for (let index = 0; index < columns * rows; index++) {
      if (!this.coverOf(strength, index, cover)) continue;
      const tile = surface.layers[0].tiles.enter(index);
      run.coverEmpty(tile, cover, red, green, blue);
      if (map) this.shade(tile, map, index);
      heap.u8[surface.dirty + index] = ALL_BANDS;
    }
    heap.give(cover, TILE * TILE * 2);
  }

  /** Writes a tile of strength, and says whether there is any. */
  private coverOf({ width, height, data }: Plane, index: number, cover: number): boolean {
    const words = this.kernels.heap.u16;
    const [left, top] = [(index % this.surface.columns) * TILE, Math.floor(index / this.surface.columns) * TILE];
    const [across, down] = [Math.min(TILE, width - left), Math.min(TILE, height - top)];
    if (across < TILE || down < TILE) words.fill(0, cover / 2, cover / 2 + PLANE_WORDS);
    let any = 0;
    for (let y = 0; y < down; y++) {
      const from = (top + y) * width + left;
      const to = cover / 2 + y * TILE;
      for (let x = 0; x < across; x++) {
        const value = (data[from + x] * ONE + 0.5) | 0;
        words[to + x] = value;
        any |= value;
      }
    }
    return any !== 0;
  }

  /** Gives a tile the greys of a lightness map. */
  private shade(tile: number, { width, height, data }: Plane, index: number): void {
    const words = this.kernels.heap.u16;
    const [left, top] = [(index % this.surface.columns) * TILE, Math.floor(index / this.surface.columns) * TILE];
    for (let y = 0; y < Math.min(TILE, height - top); y++) {
      for (let x = 0; x < Math.min(TILE, width - left); x++) {
        const at = tile / 2 + y * TILE + x;
        const grey = words[at + 3 * PLANE_WORDS] * data[(top + y) * width + left + x] + 0.5;
        words[at] = words[at + PLANE_WORDS] = words[at + 2 * PLANE_WORDS] = grey;
      }
    }
  }

  private read(): TipSheet {
    const { width, height, columns, layers } = this.surface;
    const strength = new Float32Array(width * height);
    const map = this.mapped ? new Float32Array(width * height).fill(0.5) : undefined;
    const words = this.kernels.heap.u16;
    for (const index of layers[0].tiles.present()) {
      const tile = layers[0].tiles.at(index) / 2;
      const [left, top] = [(index % columns) * TILE, Math.floor(index / columns) * TILE];
      for (let y = 0; y < Math.min(TILE, height - top); y++) {
        for (let x = 0; x < Math.min(TILE, width - left); x++) {
          const at = tile + y * TILE + x;
          const alpha = words[at + 3 * PLANE_WORDS];
          const to = (top + y) * width + left + x;
          strength[to] = alpha / ONE;
          if (map && alpha > 0) map[to] = Math.min(1, words[at] / alpha);
        }
      }
    }
    return { strength: { width, height, data: strength }, map: map && { width, height, data: map } };
  }

  private put(left: number, top: number, right: number, bottom: number): void {
    const data = new ImageData(this.picture.pixels, this.picture.stride, this.surface.height);
    this.drawing.putImageData(data, 0, 0, left, top, right - left, bottom - top);
  }
}
