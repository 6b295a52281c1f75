import { parseBrush } from "@core/brush";
import { createKernels } from "@core/kernels/load";
import { noPictures } from "@core/picture/picture";
import { Surface } from "@core/surface/surface";
import { OwnPaint } from "~/engine/own-paint";
import { unlessSmall } from "./small";
import { percentile } from "./timing";

/** How long it takes to take strokes back and to make them again, ms, on a paper with many of them. */
export interface UndoTimes {
  readonly strokes: number;
  readonly back: number;
  readonly again: number;
  /** One step back where all strokes are painted anew, as on a sheet of another size. */
  readonly anew: number;
}

const WIDTH = 1280;
const HEIGHT = 400;
const STROKES = unlessSmall(500, 5);
const STEPS = unlessSmall(100, 2);

/** Measures taking back on the bench's paper at 1280×800: 95th percentile of a hundred steps after 500 strokes of 60 px. */
export function measureUndo(): UndoTimes {
  const surface = new Surface(createKernels(), WIDTH, HEIGHT, 1);
  const own = new OwnPaint(surface, 1);
  const brush = parseBrush({ level: 1, name: "undo", tip: { size: 60, hardness: 0.6 }, paint: { flow: 0.4 } });
  const ink = { colour: [0.2, 0.3, 0.6], second: [1, 1, 1] } as const;
  const began = performance.now();
  for (let n = 0; n < STROKES; n++) {
    own.begin(brush, noPictures, ink, n);
    const y = 30 + ((n * 37) % (HEIGHT - 60));
    const samples = Array.from({ length: 40 }, (_, i) => ({
      x: 30 + ((n * 61) % 700) + i * 12,
      y: y + 24 * Math.sin(i / 5 + n),
      time: i * 8,
      pressure: 0.3 + (0.6 * i) / 40,
    }));
    own.push(samples);
    own.end();
  }
  const anew = performance.now() - began;
  const timed = (act: () => void) => {
    const from = performance.now();
    act();
    return performance.now() - from;
  };
  const back = Array.from({ length: STEPS }, () => timed(() => own.takeBack()));
  const again = Array.from({ length: STEPS }, () => timed(() => own.doAgain()));
  surface.release();
  return { strokes: STROKES, back: percentile(back, 0.95), again: percentile(again, 0.95), anew };
}
