import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { createKernels } from "@core/kernels/load";
import { noPictures, type Pictures } from "@core/picture/picture";
import { StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { SIDE } from "./hand";
import { bestOf } from "./timing";

const ink = { colour: hexToRgb("#1f2a30"), second: hexToRgb("#ffffff") };
/** Readings between two pictures, as a screen delivers them. */
const PORTION = 40;

/**
 * Work that paints a stroke from its readings to shown pixels: conditioning, walking, responses, tip, laying, drying, and
 * the changed tiles as RGBA8. Sheet and picture are there before, as they are for a painter.
 * The work answers with the number of marks.
 */
export function strokeWork(brush: Brush, samples: readonly Sample[], pictures: Pictures = noPictures): () => number {
  const kernels = createKernels();
  const surface = new Surface(kernels, SIDE, SIDE);
  const picture = new Picture(surface, hexToRgb("#ffffff"));
  return () => {
    surface.clear(0);
    const painter = new StrokePainter(surface, brush, ink, 1, pictures);
    for (let i = 0; i < samples.length; i += PORTION) {
      painter.push(samples.slice(i, i + PORTION));
      picture.show(surface.takeDirty());
    }
    painter.end();
    picture.show(surface.takeDirty());
    return painter.painted;
  };
}

/** The best time of such a stroke, ms, and its marks. */
export function timeStroke(brush: Brush, samples: readonly Sample[], pictures: Pictures = noPictures, runs = 5): { ms: number; marks: number } {
  const work = strokeWork(brush, samples, pictures);
  let marks = 0;
  const ms = bestOf(runs, () => {
    marks = work();
  });
  return { ms, marks };
}
