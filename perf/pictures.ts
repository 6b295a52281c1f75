import { parseBrush } from "@core/brush";
import type { Picture } from "@core/picture/picture";
import { qualityIndex } from "@core/quality/table";
import { MarkMaker } from "@core/stroke/make-marks";
import { MARK_NUMBERS } from "@core/stroke/mark-list";
import { toAndFro } from "./hand";
import { timeStroke } from "./stroke";

export interface PictureRow {
  readonly size: number;
  /** Mpx/s of whole strokes: sum of the marks' size² ÷ time. */
  readonly still: number;
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

/** Whole strokes of a picture tip: all marks alike, and every mark with a size and an angle of its own. */
export function measurePictures(size: number): PictureRow {
  const pictures = new Map([["tips/blot.png", blot()]]);
  const shape = { kind: "image", coverage: "darkness", pictures: [{ file: "tips/blot.png" }] };
  const brush = (responses: object[]) => parseBrush({ level: 1, name: "perf", tip: { size, shape }, trail: { spacing: 0.1 }, paint: { flow: 0.2 }, responses });
  const samples = toAndFro(Math.min(8000, Math.max(150, 6e7 / (size * size))), size);
  const wavy = samples.map((s, i) => ({ ...s, y: s.y + 40 * Math.sin(i / 6), pressure: 0.6 + 0.4 * Math.sin(i / 11) }));
  const speed = (responses: object[], hand = samples) => {
    const value = brush(responses);
    const maker = new MarkMaker(value, 1);
    maker.push(hand);
    maker.end();
    let area = 0;
    for (let i = 0; i < maker.marks.count; i++) area += maker.marks.values[i * MARK_NUMBERS + qualityIndex.size] ** 2;
    return area / timeStroke(value, hand, pictures, 4).ms / 1000;
  };
  return {
    size,
    still: speed([]),
    turning: speed([
      { quality: "angle", source: "chance", low: 0, high: 360 },
      { quality: "size", source: "chance", low: 0.5, high: 1 },
    ]),
    following: speed(
      [
        { quality: "angle", source: "heading", low: 0, high: 360 },
        { quality: "size", source: "pressure", low: 0.5, high: 1 },
      ],
      wavy,
    ),
  };
}
