import { createRequire } from "node:module";
import type { Canvas, SKRSContext2D } from "@napi-rs/canvas";

// Pictures with words in them: the sheets of a specimen, and the picture that a shared link shows. The fonts are those of the pages.

/** One brush of a specimen. */
export interface SpecimenLine {
  readonly name: string;
  readonly says: string;
  /** What stands above it, where a group begins. */
  readonly heading: string;
  /** Its stroke, PNG. */
  readonly strip: Uint8Array;
}

export interface SpecimenJob {
  readonly title: string;
  readonly under: string;
  readonly lines: readonly SpecimenLine[];
}

export interface ShareJob {
  readonly title: string;
  readonly under: string;
  readonly strips: readonly Uint8Array[];
}

/** A sheet of A4 at 150 px to the inch. */
const WIDTH = 1240;
const HEIGHT = 1754;
const MARGIN = 80;
const LINE = 92;
const HEADING = 46;
const TOP = 190;
const STRIP = { left: 470, width: 690, height: 92 };
const ink = "#1c1c1e";
const soft = "#5f5f5f";
const rule = "#d0d0d0";

type Canvases = typeof import("@napi-rs/canvas");
let canvases: Promise<Canvases> | undefined;

/** Loaded where it is first needed: most threads paint strips and nothing else. */
function ready(): Promise<Canvases> {
  canvases ??= import("@napi-rs/canvas").then((loaded) => {
    const here = createRequire(import.meta.url);
    const font = (file: string, family: string) =>
      loaded.GlobalFonts.registerFromPath(here.resolve(`@fontsource-variable/${file}`), family);
    for (const part of ["latin", "latin-ext"]) {
      font(`fraunces/files/fraunces-${part}-wght-normal.woff2`, `serif ${part}`);
      font(`instrument-sans/files/instrument-sans-${part}-wght-normal.woff2`, `sans ${part}`);
    }
    return loaded;
  });
  return canvases;
}

const serif = (weight: number, px: number) => `${weight} ${px}px "serif latin", "serif latin-ext", serif`;
const sans = (px: number) => `${px}px "sans latin", "sans latin-ext", sans-serif`;

/** How many lines fit on one sheet after another. */
export function sheetsOf(lines: readonly SpecimenLine[]): SpecimenLine[][] {
  const sheets: SpecimenLine[][] = [];
  let left = 0;
  for (const line of lines) {
    const high = LINE + (line.heading ? HEADING : 0);
    if (high > left) {
      sheets.push([]);
      left = HEIGHT - TOP - MARGIN;
    }
    sheets[sheets.length - 1].push(line);
    left -= high;
  }
  return sheets;
}

/** The sheets of a specimen, PNG: each brush with its name, what is said of it, and its stroke. */
export async function paintSpecimen({ title, under, lines }: SpecimenJob): Promise<Uint8Array[]> {
  const { createCanvas, loadImage } = await ready();
  const sheets = sheetsOf(lines);
  const made: Uint8Array[] = [];
  for (const [n, sheet] of sheets.entries()) {
    const canvas = createCanvas(WIDTH, HEIGHT);
    const pen = canvas.getContext("2d");
    pen.fillStyle = "#ffffff";
    pen.fillRect(0, 0, WIDTH, HEIGHT);
    write(pen, title, MARGIN, 112, serif(600, 52), ink, WIDTH - 2 * MARGIN);
    write(
      pen,
      sheets.length > 1 ? `${under} · sheet ${n + 1} of ${sheets.length}` : under,
      MARGIN,
      152,
      sans(22),
      soft,
      WIDTH - 2 * MARGIN,
    );
    let y = TOP;
    for (const line of sheet) {
      if (line.heading) {
        write(pen, line.heading, MARGIN, y + 34, sans(20), soft, WIDTH - 2 * MARGIN);
        y += HEADING;
      }
      pen.fillStyle = rule;
      pen.fillRect(MARGIN, y, WIDTH - 2 * MARGIN, 1);
      const room = STRIP.left - MARGIN - 24;
      write(pen, line.name, MARGIN, y + 34, serif(500, 27), ink, room);
      const [first, second] = inTwo(pen, line.says, sans(17), room);
      write(pen, first, MARGIN, y + 58, sans(17), soft, room);
      write(pen, second, MARGIN, y + 80, sans(17), soft, room);
      const picture = await loadImage(Buffer.from(line.strip));
      pen.drawImage(picture, STRIP.left, y, STRIP.width, STRIP.height);
      y += LINE;
    }
    made.push(png(canvas));
  }
  return made;
}

/** 1200×630 px, as pages of others show links (The Open Graph protocol, ogp.me, names no size; this one is common practice). */
export async function paintShare({ title, under, strips }: ShareJob): Promise<Uint8Array> {
  const { createCanvas, loadImage } = await ready();
  const canvas = createCanvas(1200, 630);
  const pen = canvas.getContext("2d");
  pen.fillStyle = "#fdfdfd";
  pen.fillRect(0, 0, 1200, 630);
  write(pen, title, 64, 130, serif(600, 76), ink, 1072);
  write(pen, under, 64, 184, sans(30), soft, 1072);
  const high = 380 / Math.max(3, strips.length);
  for (const [n, strip] of strips.entries()) {
    const picture = await loadImage(Buffer.from(strip));
    const width = Math.min(1072, (picture.width / picture.height) * high);
    pen.drawImage(picture, 64, 216 + n * high, width, high);
  }
  return png(canvas);
}

function png(canvas: Canvas): Uint8Array {
  return new Uint8Array(canvas.toBuffer("image/png"));
}

/** Words on two lines, the first as full as it can be. */
function inTwo(pen: SKRSContext2D, text: string, font: string, room: number): readonly [string, string] {
  pen.font = font;
  const words = text.split(/\s+/);
  let count = words.length;
  while (count > 1 && pen.measureText(words.slice(0, count).join(" ")).width > room) count--;
  return [words.slice(0, count).join(" "), words.slice(count).join(" ")];
}

/** One line of words, shortened where it would not fit. */
function write(
  pen: SKRSContext2D,
  text: string,
  x: number,
  y: number,
  font: string,
  colour: string,
  room: number,
): void {
  pen.font = font;
  pen.fillStyle = colour;
  let shown = text;
  while (shown.length > 1 && pen.measureText(shown === text ? shown : `${shown}…`).width > room)
    shown = shown.slice(0, -1).trimEnd();
  pen.fillText(shown === text ? shown : `${shown}…`, x, y);
}
