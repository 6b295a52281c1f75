import type { Brush } from "../brush/schema";
import type { Sample } from "../hand/sample";
import { length } from "../numeric/length";
import type { Quality } from "../qualities/table";
import { isSwept, sweepStep } from "./swept";

// How much painting something is, before any of it is painted: good enough to tell what takes a second from what takes a minute.
// What takes a few ms anyway may be off by far more.
// `npm run perf -- work` holds it against the clock.

/** What a mark takes besides its px, in px of a plain mark. */
const EACH_MARK = 4000;

/** What the drying of a px of water takes, in px of a plain mark, about: a wash dries once, however many marks it has. */
const DRYING = 300;

/** How many times as long as a plain mark's a px of a brush's marks takes, about. */
function weightOf({ tip, paint }: Brush): number {
  const mixes = paint.mixing > 0;
  let weight = 1;
  if (mixes) weight += paint.taking === "average" ? 25 : 60;
  if (mixes && paint.body > 0) weight += 60;
  if (tip.shape.kind === "image") weight += tip.shape.colour === "own" ? 80 : 12;
  if (tip.shape.kind === "bristles") weight += tip.shape.hairs / 40;
  if (tip.over) weight += 4 * tip.over.count * Math.min(10, 0.2 / tip.over.spacing);
  return weight;
}

/**
 * About how much painting a stroke is, in px of marks as a plain round lays them; a core lays some 10⁸ of them in a second.
 * @param way how far the stroke goes, px @param room px that a mark cannot be larger than: all of the sheet
 */
export function strokeWork(brush: Brush, way: number, room: number): number {
  const { tip, trail } = brush;
  const size = tip.size * driven(brush, "size", Math.max);
  const spacing = Math.max(0.01, trail.spacing * driven(brush, "spacing", Math.min));
  const step = isSwept(brush) ? sweepStep(size) : Math.max(0.25, spacing * size * Math.max(0.1, tip.roundness));
  const marks = (way / step + 1) * Math.max(1, trail.count * driven(brush, "count", Math.max));
  const drying = brush.paint.water > 0 ? DRYING * Math.min(room, (way + size) * size) : 0;
  return marks * (Math.min(room, size * size) * weightOf(brush) + EACH_MARK) + drying;
}

/** The most, or the least, that a quality's responses multiply it by. */
function driven(brush: Brush, quality: Quality, end: (a: number, b: number) => number): number {
  let by = 1;
  for (const { quality: one, low, high, muted } of brush.responses) if (one === quality && !muted) by *= end(low, high);
  return by;
}

/** As `strokeWork`, of the strokes of a hand. */
export function handWork(brush: Brush, strokes: readonly (readonly Sample[])[], room: number): number {
  let work = 0;
  for (const samples of strokes) {
    let way = 0;
    for (let i = 1; i < samples.length; i++)
      way += length(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y);
    work += strokeWork(brush, way, room);
  }
  return work;
}
