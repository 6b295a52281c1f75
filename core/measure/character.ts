import type { Brush } from "../brush";
import type { Sample } from "../hand/sample";
import { noPictures, type Pictures } from "../picture/picture";
import { StrokePainter } from "../stroke/painter";
import { onSurface, renderHand16 } from "../stroke/render";
import { deepPixels } from "../surface/picture";
import { carryLength } from "./carry";

/** What a brush does, measured on strokes it has painted. Methods stand in docs/measures.md. */
export interface Character {
  /** px between the places where a stroke at full pressure covers half as much as in its middle. */
  readonly width: number;
  /** The same width at a tenth of the pressure, as a share of the full one. */
  readonly lightWidth: number;
  /** From a tenth to nine tenths of the coverage inside, as a share of the width, mean of both edges. */
  readonly edge: number;
  /** Mean coverage in the middle half of the width after one pass, 0…1. */
  readonly coverage: number;
  /** Standard deviation of that coverage from place to place ÷ its mean. */
  readonly texture: number;
  /** Passes over the same line until 95 % of what twenty leave; null when nothing is left. */
  readonly passes: number | null;
  /** That coverage after one to ten passes over the same line. */
  readonly builds: readonly number[];
  /** px that a picked-up colour travels; see `carryLength`. */
  readonly carry: number;
}

/** Which methods these are: what was measured by older ones is measured anew. */
export const CHARACTER_METHODS = 1;

const MOST_PASSES = 20;
const PASSES_TOLD = 10;
/** A larger brush is measured at this size, px, and one that strays as much smaller as its strokes are wider. */
const MOST_SIZE = 160;
const ENOUGH = 0.95;
const ink = { colour: [0, 0, 0], second: [1, 1, 1] } as const;

/** Coverage of a straight stroke, away from its ends. */
export interface Band {
  /** Rows × columns of 0…1. */
  readonly at: (column: number, row: number) => number;
  readonly columns: number;
  readonly rows: number;
}

/**
 * Measures a brush by painting with it. Paint that mixes, softens, joins by a blend mode or lies thick is measured as if it
 * were plain: what counts is where and how much. A brush over 160 px is measured at that size.
 * @throws MissingPicture, MissingGrain when a picture the brush names is not among `pictures`
 */
export function character(brush: Brush, pictures: Pictures = noPictures): Character {
  const plain = plainly(brush);
  const { size } = plain.tip;
  const full = band(plain, pictures, 1, 1);
  const profile = profileOf(full);
  const width = halfWidth(profile);
  const { mean, deviation } = spread(full, width);
  const built = coverages(plain, pictures, width);
  const light = halfWidth(profileOf(band(plain, pictures, 0.1, 1)));
  return {
    width: (width * brush.tip.size) / size,
    lightWidth: width > 0 ? light / width : 0,
    edge: width > 0 ? edgeOf(profile) / width : 0,
    coverage: mean,
    texture: mean > 0 ? deviation / mean : 0,
    passes: passesOf(built),
    builds: built.slice(0, PASSES_TOLD),
    carry: carryLength(brush, pictures),
  };
}

/** The brush as it is measured: where and how much, at a bearable size. */
function plainly(brush: Brush): Brush {
  const size = Math.min(brush.tip.size, Math.max(1, (4 * MOST_SIZE) / (1 + 2 * brush.trail.scatter)), MOST_SIZE);
  const paint: Brush["paint"] = {
    ...brush.paint,
    mixing: 0,
    soften: 0,
    body: 0,
    blend: "source-over",
    load: null,
  };
  return { ...brush, tip: { ...brush.tip, size }, paint };
}

/** What covers the middle of a line, 0…1, when one stroke goes to and fro over it so many times; as `builds`, for which each pass is a stroke. */
export function coveragesWithin(brush: Brush, passes: readonly number[], pictures: Pictures = noPictures): number[] {
  const plain = plainly(brush);
  const width = halfWidth(profileOf(band(plain, pictures, 1, 1)));
  const sheet = lineOf(plain, 1);
  const { line } = sheet;
  const lasts = line[line.length - 1].time + 16;
  return passes.map((count) => {
    const fro = Array.from({ length: count }, (_, n) =>
      (n % 2 === 0 ? line : [...line].reverse()).map((sample, i) => ({ ...sample, time: n * lasts + i * 16 })),
    ).flat();
    const pixels = renderHand16({ ...sheet, brush: plain, strokes: [fro], ink, paper: null, seed: 1, pictures });
    return spread(bandOf(pixels, sheet), width).mean;
  });
}

/** A level line on a sheet of its own, and how far its ends lie from the sheet's. */
function lineOf(brush: Brush, pressure: number) {
  const { size } = brush.tip;
  const reach = Math.ceil(size * (1 + 2 * brush.trail.scatter)) + 8;
  const margin = Math.ceil(size * (1.5 + brush.trail.scatterAlong)) + 8;
  const length = Math.ceil(Math.max(200, size * 3));
  const line: Sample[] = Array.from({ length: 41 }, (_, i) => ({
    x: 4 + ((length + 2 * margin - 8) * i) / 40,
    y: reach,
    time: i * 16,
    pressure,
  }));
  return { line, width: length + 2 * margin, height: 2 * reach, margin, length };
}

type Line = ReturnType<typeof lineOf>;

function bandOf(pixels: Uint16Array, { width, height, margin, length }: Line): Band {
  return {
    at: (column, row) => pixels[(row * width + margin + column) * 4 + 3] / 65535,
    columns: length,
    rows: height,
  };
}

/** Paints a line some times over itself. */
export function band(brush: Brush, pictures: Pictures, pressure: number, passes: number): Band {
  const sheet = lineOf(brush, pressure);
  const strokes = Array.from({ length: passes }, () => sheet.line);
  const pixels = renderHand16({ ...sheet, brush, strokes, ink, paper: null, seed: 1, pictures });
  return bandOf(pixels, sheet);
}

/** What covers the middle half of a width after one pass, two, … twenty. */
function coverages(brush: Brush, pictures: Pictures, strokeWidth: number): number[] {
  const sheet = lineOf(brush, 1);
  return onSurface({ ...sheet, brush, strokes: [], ink, paper: null, seed: 1, pictures }, (surface) =>
    Array.from({ length: MOST_PASSES }, (_, n) => {
      const painter = new StrokePainter(surface, brush, ink, 1 + n, pictures);
      painter.push(sheet.line);
      painter.end();
      return spread(bandOf(deepPixels(surface, null), sheet), strokeWidth).mean;
    }),
  );
}

/** Mean coverage of each row. */
function profileOf({ at, columns, rows }: Band): number[] {
  return Array.from({ length: rows }, (_, row) => {
    let sum = 0;
    for (let x = 0; x < columns; x++) sum += at(x, row);
    return sum / columns;
  });
}

/** Where a rising or falling profile crosses a level, between two rows; searched from the outside in. */
function crossing(profile: readonly number[], level: number, from: number, step: 1 | -1): number {
  for (let i = from; i >= 0 && i < profile.length; i += step) {
    if (profile[i] < level) continue;
    const before = profile[i - step] ?? 0;
    return i - step * ((profile[i] - level) / Math.max(1e-9, profile[i] - before));
  }
  return from;
}

/** What the profile has inside: the mean of its strongest half. */
function plateau(profile: readonly number[]): number {
  const strong = profile.filter((v) => v > Math.max(...profile) / 2).sort((a, b) => b - a);
  const half = strong.slice(0, Math.max(1, Math.ceil(strong.length / 2)));
  return half.reduce((a, b) => a + b, 0) / Math.max(1, half.length);
}

function halfWidth(profile: readonly number[]): number {
  const level = plateau(profile) / 2;
  if (level <= 0) return 0;
  return crossing(profile, level, profile.length - 1, -1) - crossing(profile, level, 0, 1);
}

function edgeOf(profile: readonly number[]): number {
  const inside = plateau(profile);
  const last = profile.length - 1;
  const upper = crossing(profile, 0.9 * inside, 0, 1) - crossing(profile, 0.1 * inside, 0, 1);
  const lower = crossing(profile, 0.1 * inside, last, -1) - crossing(profile, 0.9 * inside, last, -1);
  return (upper + lower) / 2;
}

/** Mean and standard deviation of the coverage in the middle half of a width. */
function spread({ at, columns, rows }: Band, width: number): { mean: number; deviation: number } {
  const half = Math.max(1, Math.floor(width / 4));
  let sum = 0;
  let squares = 0;
  let count = 0;
  for (let row = Math.floor(rows / 2) - half; row < rows / 2 + half; row++) {
    for (let x = 0; x < columns; x++, count++) {
      const value = at(x, row);
      sum += value;
      squares += value * value;
    }
  }
  const mean = sum / count;
  return { mean, deviation: Math.sqrt(Math.max(0, squares / count - mean * mean)) };
}

function passesOf(built: readonly number[]): number | null {
  const most = built[built.length - 1];
  return most > 0 ? built.findIndex((coverage) => coverage >= ENOUGH * most) + 1 : null;
}
