import { type Brush, parseBrush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Picture } from "@core/picture/picture";
import { qualityIndex } from "@core/qualities/table";
import { MarkMaker } from "@core/stroke/make-marks";
import { MARK_NUMBERS } from "@core/stroke/mark-list";
import { toAndFro } from "./hand";
import { strokeWork } from "./stroke";
import { bestOfTurns } from "./timing";

export interface PictureRow {
  readonly size: number;
  /** Mpx/s of whole strokes: sum of the marks' size² ÷ time. */
  readonly still: number;
  /** Unturned, each mark with a size of its own. */
  readonly sized: number;
  readonly turning: number;
  /** Turned by the heading and sized by pressure along a wavy hand: angles and sizes come again. */
  readonly following: number;
}

/** A picture with detail in every direction: a ragged blot, 1024 px. */
function blot(): Picture {
  const side = 1024;
  const data = new Uint8Array(side * side);
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const [u, v] = [(x / side) * 2 - 1, (y / side) * 2 - 1];
      const rim = 0.75 + 0.2 * Math.sin(9 * Math.atan2(v, u)) * Math.sin(5 * u + 3 * v);
      data[y * side + x] = Math.hypot(u, v) < rim ? 30 + 60 * Math.abs(Math.sin(20 * u) * Math.cos(23 * v)) : 255;
    }
  }
  return { width: side, height: side, channels: 1, data, full: 255 };
}

/** Whole strokes of a picture tip: all marks alike, each with a size of its own, and each turned as well; they take turns. */
export function measurePictures(size: number): PictureRow {
  const pictures = new Map([["tips/blot.png", blot()]]);
  const shape = { kind: "image", coverage: "darkness", pictures: [{ file: "tips/blot.png" }] };
  const brush = (responses: object[]) =>
    parseBrush({
      level: 1,
      name: "perf",
      tip: { size, shape },
      trail: { spacing: 0.1 },
      paint: { flow: 0.2 },
      responses,
    });
  const samples = toAndFro(Math.min(8000, Math.max(150, 6e7 / (size * size))), size);
  const wavy = samples.map((s, i) => ({ ...s, y: s.y + 40 * Math.sin(i / 6), pressure: 0.6 + 0.4 * Math.sin(i / 11) }));
  const chanceSize = { quality: "size", source: "chance", low: 0.5, high: 1 };
  const strokes = [
    { value: brush([]), hand: samples },
    { value: brush([chanceSize]), hand: samples },
    { value: brush([{ quality: "angle", source: "chance", low: 0, high: 360 }, chanceSize]), hand: samples },
    {
      value: brush([
        { quality: "angle", source: "heading", low: 0, high: 360 },
        { quality: "size", source: "pressure", low: 0.5, high: 1 },
      ]),
      hand: wavy,
    },
  ];
  const times = bestOfTurns(
    6,
    strokes.map(({ value, hand }) => strokeWork(value, hand, pictures)),
  );
  const [still, sized, turning, following] = strokes.map(({ value, hand }, n) => areaOf(value, hand) / times[n] / 1000);
  return { size, still, sized, turning, following };
}

/** The sum of the marks' size², px. */
function areaOf(brush: Brush, hand: readonly Sample[]): number {
  const maker = new MarkMaker(brush, 1);
  maker.push(hand);
  maker.end();
  let area = 0;
  for (let i = 0; i < maker.marks.count; i++) area += maker.marks.values[i * MARK_NUMBERS + qualityIndex.size] ** 2;
  return area;
}
