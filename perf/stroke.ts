import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { createKernels } from "@core/kernels/load";
import { noPictures, type Pictures } from "@core/picture/picture";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { SIDE } from "./hand";
import { bestOfTurns, type Work } from "./timing";

const ink = { colour: hexToRgb("#1f2a30"), second: hexToRgb("#ffffff") };
/** Readings between two pictures, as a screen delivers them. */
const PORTION = 40;

/** A stroke that can be painted again and again on a sheet, each time on clean paper. */
export interface StrokeWork extends Work {
  /** The marks of the last time. */
  readonly marks: () => number;
}

/**
 * Work that paints a stroke from its readings to shown pixels: conditioning, walking, responses, tip, laying, drying, and
 * the changed tiles as RGBA8. Sheet and picture are there before, as they are for a painter.
 * @param portion readings between two pictures; infinite for one picture at the end, as proofs and files are painted
 * @param under paints what lies there before
 */
export function strokeWork(
  brush: Brush,
  samples: readonly Sample[],
  pictures: Pictures = noPictures,
  portion = PORTION,
  under: (paint: (brush: Brush, samples: readonly Sample[]) => void) => void = () => {},
): StrokeWork {
  const kernels = createKernels();
  const surface = new Surface(kernels, SIDE, SIDE);
  const picture = new Picture(surface, hexToRgb("#ffffff"));
  let marks = 0;
  return {
    marks: () => marks,
    before: () => {
      surface.clear(0);
      under((value, readings) => paintHand(surface, value, ink, [readings], 1));
      picture.show(surface.takeDirty());
    },
    run: () => {
      const painter = new StrokePainter(surface, brush, ink, 1, pictures);
      for (let i = 0; i < samples.length; i += portion) {
        painter.push(samples.slice(i, i + portion));
        if (i + portion < samples.length) picture.show(surface.takeDirty());
      }
      painter.end();
      picture.show(surface.takeDirty());
      marks = painter.painted;
    },
  };
}

/** The best time of such a stroke, ms, and its marks. */
export function timeStroke(
  brush: Brush,
  samples: readonly Sample[],
  pictures: Pictures = noPictures,
  runs = 5,
): { ms: number; marks: number } {
  const work = strokeWork(brush, samples, pictures);
  const [ms] = bestOfTurns(runs, [work]);
  return { ms, marks: work.marks() };
}
