import { ONE } from "../../kernels/memory/q15";
import { TILE } from "../../kernels/memory/tile-size";
import type { Tiles } from "../../kernels/memory/tiles";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { Pictures } from "../../picture/picture";
import { qualityIndex } from "../../qualities/table";
import type { Surface } from "../../surface/surface";
import { MissingPicture } from "../../tip/picture/forms";
import { readPicture } from "../../tip/picture/read-picture";
import { halved } from "../../tip/picture/resample";
import type { Sheet } from "../../tip/picture/sheet";
import type { ImageShape } from "../../tip/shape/shape";
import { markField } from "../mark-list";
import type { Inking } from "./ink";

const { size: sizeAt, flow, opacity } = qualityIndex;

/** A place of the path, and how far along the picture it is. */
interface Knot {
  readonly x: number;
  readonly y: number;
  /** Across the path, to the right of the way it goes. */
  readonly nx: number;
  readonly ny: number;
  readonly width: number;
  /** px from the start */
  readonly distance: number;
  /** pictures from the start */
  readonly phase: number;
  readonly strength: number;
}

/** One picture in halving sizes, the largest first. */
interface Strip {
  readonly sheets: readonly Sheet[];
  /** Its length along the path for each px across. */
  readonly aspect: number;
}

/**
 * Lays a picture along a path, bent with it: repeated, or with pieces of their own at its start and its end. The end is
 * known when the pen has left: as much as its piece is long is held back until then.
 */
export class Ribbon {
  private readonly body: Strip;
  private readonly first: Strip | undefined;
  private readonly last: Strip | undefined;
  private readonly knots: Knot[] = [];
  private drawn = 0;

  /** @param size of the brush, px: how long its first and last piece are @throws MissingPicture when one that the shape names is not there */
  constructor(
    private readonly surface: Surface,
    private readonly tiles: Tiles,
    private readonly shape: ImageShape,
    private readonly pictures: Pictures,
    private readonly size: number,
    private readonly inking: Inking,
  ) {
    this.body = this.strip(shape.pictures[0].file);
    this.first = shape.start === undefined ? undefined : this.strip(shape.start);
    this.last = shape.end === undefined ? undefined : this.strip(shape.end);
  }

  /** Takes a mark's numbers as the path's next place. */
  add(row: Float64Array, at: number): void {
    const before = this.knots[this.knots.length - 1];
    const width = row[at + sizeAt];
    const distance = row[at + markField.distance];
    const heading = row[at + markField.heading];
    const way = before ? distance - before.distance : 0;
    const mean = before ? (before.width + width) / 2 : width;
    this.knots.push({
      x: row[at + markField.x],
      y: row[at + markField.y],
      nx: sinDegrees(heading),
      ny: cosDegrees(heading),
      width,
      distance,
      phase: before && mean > 0 ? before.phase + way / (mean * this.body.aspect) : 0,
      strength: row[at + flow] * row[at + opacity],
    });
    const held = this.last ? this.last.aspect * this.size : 0;
    while (this.drawn + 1 < this.knots.length && this.knots[this.drawn + 1].distance <= distance - held)
      this.segment(this.drawn++, Number.POSITIVE_INFINITY);
  }

  /** Draws what was held back; a tap is one picture. */
  end(): void {
    const { knots } = this;
    if (knots.length === 1) {
      const [only] = knots;
      const half = (this.body.aspect * only.width) / 2;
      const along = { x: only.ny * half, y: -only.nx * half };
      knots.splice(
        0,
        1,
        { ...only, x: only.x - along.x, y: only.y - along.y },
        { ...only, x: only.x + along.x, y: only.y + along.y, distance: 2 * half, phase: 1 },
      );
    }
    const total = knots.length > 0 ? knots[knots.length - 1].distance : 0;
    for (; this.drawn + 1 < knots.length; this.drawn++) this.segment(this.drawn, total);
  }

  private strip(path: string): Strip {
    const picture = this.pictures.get(path);
    if (!picture) throw new MissingPicture(`${path}: the tip's picture is not there`);
    const sheets = [readPicture(picture, undefined, this.shape)];
    while (sheets[sheets.length - 1].height > 4 && sheets[sheets.length - 1].width > 4)
      sheets.push(halved(sheets[sheets.length - 1]));
    return { sheets, aspect: picture.width / picture.height };
  }

  /** Draws the piece of the path between two knots; each pixel belongs to one piece. */
  private segment(n: number, total: number): void {
    const a = this.knots[n];
    const b = this.knots[n + 1];
    const dx = b.x - a.x;
    const dy = b.y - a.y;
    const square = dx * dx + dy * dy;
    if (square === 0) return;
    const reach = Math.max(a.width, b.width) / 2 + 1;
    const left = Math.max(0, Math.floor(Math.min(a.x, b.x) - reach));
    const top = Math.max(0, Math.floor(Math.min(a.y, b.y) - reach));
    const right = Math.min(this.surface.width, Math.ceil(Math.max(a.x, b.x) + reach));
    const bottom = Math.min(this.surface.height, Math.ceil(Math.max(a.y, b.y) + reach));
    for (let py = top; py < bottom; py++) {
      for (let px = left; px < right; px++) {
        const x = px + 0.5 - a.x;
        const y = py + 0.5 - a.y;
        // Where along the chord the line across it meets the pixel; the lines turn from one knot's to the other's.
        let s = (x * dx + y * dy) / square;
        for (let step = 0; step < 3; step++) {
          const nx = a.nx + s * (b.nx - a.nx);
          const ny = a.ny + s * (b.ny - a.ny);
          const slope = dx * ny - dy * nx;
          if (slope === 0) break;
          s = (x * ny - y * nx) / slope;
        }
        if (!(s >= 0 && s < 1)) continue;
        const nx = a.nx + s * (b.nx - a.nx);
        const ny = a.ny + s * (b.ny - a.ny);
        const across = ((x - s * dx) * nx + (y - s * dy) * ny) / Math.sqrt(nx * nx + ny * ny);
        const width = a.width + s * (b.width - a.width);
        const covered = Math.min(1, Math.max(0, width / 2 - Math.abs(across) + 0.5));
        if (covered > 0 && width > 0) this.pixel(px, py, a, b, s, across / width + 0.5, width, covered, total);
      }
    }
  }

  private pixel(
    px: number,
    py: number,
    a: Knot,
    b: Knot,
    s: number,
    v: number,
    width: number,
    covered: number,
    total: number,
  ): void {
    const distance = a.distance + s * (b.distance - a.distance);
    const strength = covered * (a.strength + s * (b.strength - a.strength));
    const [strip, u, repeats] = this.pieceAt(distance, a.phase + s * (b.phase - a.phase), total);
    const fine = strip.sheets.findIndex((sheet) => sheet.height < 2 * width);
    const sheet = strip.sheets[fine < 0 ? strip.sheets.length - 1 : fine];
    this.put(px, py, sheet, u * sheet.width, Math.min(0.9999, Math.max(0, v)) * sheet.height, repeats, strength);
  }

  /** Which picture lies at a distance, how far along it, 0…1, and whether it goes on there with its own start. */
  private pieceAt(distance: number, phase: number, total: number): readonly [Strip, number, boolean] {
    const { body, first, last } = this;
    const lead = first ? first.aspect * this.size : 0;
    if (last) {
      const length = last.aspect * this.size;
      const into = distance - (total - length);
      if (into >= 0) return [last, Math.min(0.9999, into / length), false];
    }
    if (first && distance < lead) return [first, distance / lead, false];
    const along = phase - (first ? first.aspect / body.aspect : 0);
    return [body, along - Math.floor(along), true];
  }

  /** Leaves the stronger of what is there and the picture between its four nearest pixels. */
  private put(
    px: number,
    py: number,
    { width, height, planes }: Sheet,
    x: number,
    y: number,
    repeats: boolean,
    strength: number,
  ): void {
    const left = Math.floor(x - 0.5);
    const top = Math.floor(y - 0.5);
    const fx = x - 0.5 - left;
    const fy = y - 0.5 - top;
    const column = (i: number) => (repeats ? (i + width) % width : Math.min(width - 1, Math.max(0, i)));
    const row = (j: number) => Math.min(height - 1, Math.max(0, j)) * width;
    const [x0, x1, y0, y1] = [column(left), column(left + 1), row(top), row(top + 1)];
    const sample = (plane: Uint16Array) => {
      const upper = plane[y0 + x0] + fx * (plane[y0 + x1] - plane[y0 + x0]);
      return upper + fy * (plane[y1 + x0] + fx * (plane[y1 + x1] - plane[y1 + x0]) - upper);
    };
    const cover = Math.min(ONE, Math.round(sample(planes[0]) * strength));
    if (cover === 0) return;
    const { surface, tiles } = this;
    const index = (py >> 6) * surface.columns + (px >> 6);
    const tile = tiles.make(index) / 2 + (py & 63) * TILE + (px & 63);
    const { u16, u8 } = surface.kernels.heap;
    const alphaAt = tile + (tiles.planes - 1) * TILE * TILE;
    if (u16[alphaAt] >= cover) return;
    u16[alphaAt] = cover;
    if (tiles.planes === 4) {
      const [red, green, blue] =
        planes.length === 4
          ? [sample(planes[1]), sample(planes[2]), sample(planes[3])]
          : this.toned(sample(planes[0]), sample(planes[1]), sample(planes[2]));
      u16[tile] = Math.min(cover, Math.max(0, Math.round(red * strength)));
      u16[tile + TILE * TILE] = Math.min(cover, Math.max(0, Math.round(green * strength)));
      u16[tile + 2 * TILE * TILE] = Math.min(cover, Math.max(0, Math.round(blue * strength)));
    }
    u8[surface.dirty + index] |= 1 << ((py & 63) >> 3);
  }

  /** The stroke's colour made darker and lighter, times the strength. */
  private toned(full: number, dark: number, light: number): [number, number, number] {
    const { inking: i } = this;
    return [
      (full * i.red + dark * (i.darkRed - i.red) + light * (i.lightRed - i.red)) / ONE,
      (full * i.green + dark * (i.darkGreen - i.green) + light * (i.lightGreen - i.green)) / ONE,
      (full * i.blue + dark * (i.darkBlue - i.blue) + light * (i.lightBlue - i.blue)) / ONE,
    ];
  }
}
