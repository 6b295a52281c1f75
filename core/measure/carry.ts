import type { Brush } from "../brush";
import type { Sample } from "../hand/sample";
import type { Picture } from "../picture/picture";
import { noPictures, type Pictures } from "../picture/picture";
import { renderHand16 } from "../stroke/render";

/** How far colour is followed, in sizes. */
const FARTHEST = 12;
/** Larger brushes are measured at this size and scaled. */
const MOST_SIZE = 64;
/** Less of the colour than this is not seen as carried. */
const LEAST = 0.1;
const white = [1, 1, 1] as const;

/**
 * How far a picked-up colour travels, px at the brush's size: the brush, dipped in white, is drawn out of a red field over
 * white paint; so far beyond the field's edge the middle of its stroke is a tenth red. 0 where nothing is carried, 12 sizes at
 * most.
 * @throws MissingPicture, MissingGrain when a picture the brush names is not there
 */
export function carryLength(brush: Brush, pictures: Pictures = noPictures): number {
  if (brush.paint.mixing === 0 && !brush.responses.some((r) => r.quality === "mixing" && !r.muted)) return 0;
  const size = Math.min(brush.tip.size, MOST_SIZE);
  const edge = Math.ceil(size * 3);
  const width = Math.ceil(edge + size * (FARTHEST + 2));
  const height = Math.ceil(size * (2 + 2 * brush.trail.scatter)) + 8;
  const still: Brush = {
    ...brush,
    tip: { ...brush.tip, size },
    paint: { ...brush.paint, soften: 0, body: 0, load: null, blend: "source-over" },
  };
  const middle = height / 2;
  const line: Sample[] = Array.from({ length: 60 }, (_, i) => ({
    x: size + ((width - 2 * size) * i) / 59,
    y: middle,
    time: i * 16,
    pressure: 0.6,
  }));
  const pixels = renderHand16({
    brush: still,
    strokes: [line],
    width,
    height,
    ink: { colour: white, second: white },
    paper: null,
    seed: 1,
    pictures,
    under: field(width, height, edge),
  });
  const rows = Math.max(1, Math.round(size / 8));
  // Red has no green: what green lacks is how red a place is.
  const redness = (x: number) => {
    let sum = 0;
    for (let row = Math.round(middle) - rows; row < middle + rows; row++)
      sum += 1 - pixels[(row * width + Math.round(x)) * 4 + 1] / 65535;
    return sum / (Math.ceil(middle + rows) - Math.round(middle) + rows);
  };
  let x = edge;
  while (x < edge + size * FARTHEST && redness(x) > LEAST) x++;
  return (x - edge) * (brush.tip.size / size);
}

/** White paint with a red field at its left. */
function field(width: number, height: number, edge: number): Picture {
  const data = new Uint8Array(width * height * 3).fill(255);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < edge; x++) {
      data[(y * width + x) * 3 + 1] = 0;
      data[(y * width + x) * 3 + 2] = 0;
    }
  }
  return { width, height, channels: 3, data, full: 255 };
}
