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

/** The quicker of two strokes after one that made everything ready, ms. */
function secondOf(brush: Brush, pictures: Pictures, now: () => number): number {
  const sheet = { width: LENGTH + 2 * MARGIN, height: 2 * MARGIN };
  return onSurface({ ...sheet, brush, strokes: [line], ink, paper: null, seed: 1, pictures }, (surface) => {
    const times = [2, 3].map((seed) => {
      const begun = now();
      const painter = new StrokePainter(surface, brush, ink, seed, pictures);
      painter.push(line);
      painter.end();
      return now() - begun;
    });
    return Math.min(...times);
  });
}
