import { type Brush, parseBrush, scaledBrush } from "../brush";
import type { Sample } from "../hand/sample";
import { noPictures, type Pictures } from "../picture/picture";
import { StrokePainter } from "../stroke/painter";
import { onSurface } from "../stroke/render";

/** The size at which brushes are timed, px: the cost of larger ones grows much alike. */
const SIZE = 100;
const LENGTH = 400;
const MARGIN = 160;
const ink = { colour: [0, 0, 0], second: [1, 1, 1] } as const;
const line: readonly Sample[] = Array.from({ length: 51 }, (_, i) => ({
  x: MARGIN + (LENGTH * i) / 50,
  y: MARGIN,
  time: i * 8,
  pressure: 0.2 + 0.016 * i,
}));
const plain = parseBrush({ level: 1, name: "plain", tip: { size: SIZE } });

/** How many times as long as a plain hard round's a brush's strokes take at 100 px, both timed one after the other. @param now ms */
export function costOf(brush: Brush, pictures: Pictures, now: () => number): number {
  const sized = scaledBrush(brush, SIZE / brush.tip.size);
  return secondOf(sized, pictures, now) / Math.max(1e-3, secondOf(plain, noPictures, now));
}

/** What a mark of a brush costs, ms, at two sizes. */
export interface MarkCost {
  readonly at100: number;
  readonly at400: number;
}

/** Times a brush's marks. @param now ms */
export function markCost(brush: Brush, pictures: Pictures, now: () => number): MarkCost {
  const at = (size: number) => {
    const { time, marks } = strokeAt(scaledBrush(brush, size / brush.tip.size), pictures, now, size * 1.6);
    return time / Math.max(1, marks);
  };
  return { at100: at(100), at400: at(400) };
}

/** The quicker of two strokes after one that made everything ready, ms. */
function secondOf(brush: Brush, pictures: Pictures, now: () => number): number {
  return strokeAt(brush, pictures, now, MARGIN).time;
}

/** As `secondOf`, and how many marks it has. */
function strokeAt(brush: Brush, pictures: Pictures, now: () => number, margin: number) {
  const sheet = { width: Math.ceil(LENGTH + 2 * margin), height: Math.ceil(2 * margin) };
  const samples = line.map((sample) => ({ ...sample, x: sample.x - MARGIN + margin, y: margin }));
  return onSurface({ ...sheet, brush, strokes: [samples], ink, paper: null, seed: 1, pictures }, (surface) => {
    const strokes = [2, 3].map((seed) => {
      const begun = now();
      const painter = new StrokePainter(surface, brush, ink, seed, pictures);
      painter.push(samples);
      painter.end();
      return { time: now() - begun, marks: painter.painted };
    });
    return strokes.reduce((best, one) => (one.time < best.time ? one : best));
  });
}
