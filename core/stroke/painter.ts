import type { Brush } from "../brush/schema";
import { type Oklch, oklchToRgb, rgbToOklch, shiftColour } from "../colour/oklch";
import type { Rgb } from "../colour/srgb";
import type { Sample } from "../hand/sample";
import { MARK_BYTES, MARK_WORDS, roundingThresholds, toQ15 } from "../kernels/marks";
import { qualityIndex } from "../quality/table";
import { variesWithinStroke } from "../response/respond";
import type { Surface } from "../surface/surface";
import { Tiles } from "../surface/tiles";
import { type Mask, snapPlace, snapSize, type TipMasks, tipMasks } from "../tip/masks";
import { MarkMaker } from "./make-marks";
import { MARK_NUMBERS, markField } from "./mark-list";

/** The colours a stroke is painted with. */
export interface Ink {
  readonly colour: Rgb;
  readonly second: Rgb;
}

const BATCH = 512;
const { size, angle, roundness, hardness, flow, opacity, hue, saturation, lightness, second } = qualityIndex;
const colourQualities: readonly string[] = ["hue", "saturation", "lightness", "second"];

/** Whether a brush's colour differs from mark to mark, so that its strokes need four planes. */
export function tintsMarks(brush: Brush): boolean {
  return brush.responses.some((r) => colourQualities.includes(r.quality) && variesWithinStroke(r.source));
}

/** Paints one stroke on a surface as its samples arrive; the stroke stays wet until `end`. */
export class StrokePainter {
  private readonly maker: MarkMaker;
  private readonly masks: TipMasks;
  private readonly tiles: Tiles;
  private readonly batch: number;
  private readonly tints: boolean;
  private readonly own: Oklch;
  private waiting = 0;
  private colour: Rgb | undefined;
  private laid = 0;

  /** @param seed any 32-bit integer. One stroke at a time on a surface: an unfinished one is dried first. */
  constructor(
    private readonly surface: Surface,
    private readonly brush: Brush,
    private readonly ink: Ink,
    seed: number,
  ) {
    surface.dry();
    this.maker = new MarkMaker(brush, seed);
    this.tints = tintsMarks(brush);
    this.tiles = new Tiles(surface.kernels, surface.columns, surface.rows, this.tints ? 4 : 1);
    this.batch = surface.kernels.heap.take(BATCH * MARK_BYTES);
    this.masks = tipMasks(surface.kernels);
    this.own = rgbToOklch(ink.colour);
    surface.wet = { tiles: this.tiles, colour: ink.colour };
  }

  push(samples: readonly Sample[]): void {
    this.maker.push(samples);
    this.drain();
  }

  /** Finishes the stroke: it becomes part of the layer. */
  end(): void {
    this.maker.end();
    this.drain();
    this.surface.dry();
    this.surface.kernels.heap.give(this.batch, BATCH * MARK_BYTES);
  }

  /** How many marks have reached the surface so far. */
  get painted(): number {
    return this.laid;
  }

  private drain(): void {
    const { marks } = this.maker;
    this.masks.beforeDrop = () => this.lay();
    const row = marks.values;
    for (let i = 0; i < marks.count; i++) this.enter(row, i * MARK_NUMBERS);
    marks.clear();
    this.lay();
  }

  private enter(row: Float64Array, at: number): void {
    const reach = snapSize(row[at + size]);
    const x = snapPlace(row[at + markField.x], reach);
    const y = snapPlace(row[at + markField.y], reach);
    if (x + reach < 0 || y + reach < 0 || x - reach > this.surface.width || y - reach > this.surface.height) return;
    const left = Math.floor(x);
    const top = Math.floor(y);
    const mask = this.masks.of(this.brush.tip.shape, reach, row[at + roundness], row[at + angle], row[at + hardness], row[at + markField.pressure], x - left, y - top);
    if (!mask) return;
    this.colour ??= this.settleColour(row, at);
    this.write(mask, left, top, row, at);
    if (this.waiting === BATCH) this.lay();
  }

  private write(mask: Mask, left: number, top: number, row: Float64Array, at: number): void {
    const words = this.surface.kernels.heap.i32;
    let to = this.batch / 4 + this.waiting++ * MARK_WORDS;
    words[to++] = mask.mask;
    words[to++] = mask.spans;
    words[to++] = mask.stride;
    words[to++] = left + mask.left;
    words[to++] = top + mask.top;
    words[to++] = mask.width;
    words[to++] = mask.height;
    words[to++] = toQ15(row[at + flow]);
    words[to++] = toQ15(row[at + opacity]);
    words[to++] = roundingThresholds(row[at + markField.number]);
    const [r, g, b] = this.tints ? this.colourOf(row, at) : this.ink.colour;
    words[to++] = toQ15(r);
    words[to++] = toQ15(g);
    words[to] = toQ15(b);
  }

  private settleColour(row: Float64Array, at: number): Rgb {
    const colour = this.tints ? this.ink.colour : this.colourOf(row, at);
    this.surface.wet = { tiles: this.tiles, colour };
    return colour;
  }

  private colourOf(row: Float64Array, at: number): Rgb {
    const share = row[at + second];
    const shifts = row[at + hue] !== 0 || row[at + saturation] !== 0 || row[at + lightness] !== 0;
    if (share === 0 && !shifts) return this.ink.colour;
    const [r, g, b] = this.ink.colour;
    const other = this.ink.second;
    const mixed: Rgb = [r + share * (other[0] - r), g + share * (other[1] - g), b + share * (other[2] - b)];
    if (!shifts) return mixed;
    const base = share === 0 ? this.own : rgbToOklch(mixed);
    return oklchToRgb(shiftColour(base, row[at + hue], row[at + saturation], row[at + lightness]));
  }

  private lay(): void {
    if (this.waiting === 0) return;
    const { kernels, columns, rows, dirty } = this.surface;
    const even = this.brush.paint.build === "even";
    const { run } = kernels;
    const law = this.tints ? (even ? run.tintEven : run.tintBuild) : even ? run.coverEven : run.coverBuild;
    kernels.onTile((index) => this.tiles.make(index));
    law(this.batch, this.waiting, this.tiles.table, columns, rows, dirty);
    this.laid += this.waiting;
    this.waiting = 0;
  }
}

/** Paints a whole hand: stroke n with the seed `seed + n`. */
export function paintHand(surface: Surface, brush: Brush, ink: Ink, strokes: readonly (readonly Sample[])[], seed: number): void {
  strokes.forEach((samples, n) => {
    const painter = new StrokePainter(surface, brush, ink, seed + n);
    painter.push(samples);
    painter.end();
  });
}
