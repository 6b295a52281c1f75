import { histogramOf } from "../levels";
import type { Plane } from "../plane";
import { unevenLight } from "./even-light";
import { oddLine } from "./odd-line";
import { repeatOf } from "./repeat";
import { seamOf } from "./seam";

/** What may be wrong with a grain. Each kind has a mend on the desk. */
export type Finding =
  | { readonly kind: "seam"; readonly times: number }
  | { readonly kind: "light"; readonly range: number }
  | { readonly kind: "clipped"; readonly black: number; readonly white: number }
  | { readonly kind: "flat"; readonly deviation: number }
  | { readonly kind: "repeat"; readonly strength: number; readonly dx: number; readonly dy: number }
  | { readonly kind: "line"; readonly by: number; readonly direction: number }
  | { readonly kind: "small"; readonly side: number };

/** From where on something is worth saying. */
const SEAM = 1.6;
const UNEVEN = 0.18;
const CLIPPED = 0.04;
const FLAT = 0.04;
const REPEAT = 0.55;
const ODD = 9;
const LINE = 0.15;
const SMALL = 128;

/** What a grain's maker should know of it, the gravest first. */
export function grainFindings(plane: Plane): Finding[] {
  const found: Finding[] = [];
  const { width, height, data } = plane;
  const times = seamOf(plane);
  if (times > SEAM) found.push({ kind: "seam", times });
  const range = unevenLight(plane);
  if (range > UNEVEN) found.push({ kind: "light", range });
  const counts = histogramOf(plane, 256);
  const [black, white] = [counts[0] / data.length, counts[255] / data.length];
  if (black > CLIPPED || white > CLIPPED) found.push({ kind: "clipped", black, white });
  const deviation = deviationOf(data);
  if (deviation < FLAT) found.push({ kind: "flat", deviation });
  const repeat = repeatOf(plane);
  if (repeat.strength > REPEAT) found.push({ kind: "repeat", ...repeat });
  const line = oddLine(plane);
  if (line.times > ODD && Math.abs(line.by) > LINE)
    found.push({ kind: "line", by: line.by, direction: line.direction });
  if (Math.min(width, height) < SMALL) found.push({ kind: "small", side: Math.min(width, height) });
  return found;
}

function deviationOf(data: Float32Array): number {
  let sum = 0;
  let squares = 0;
  for (let i = 0; i < data.length; i++) {
    sum += data[i];
    squares += data[i] * data[i];
  }
  const mean = sum / data.length;
  return Math.sqrt(Math.max(0, squares / data.length - mean * mean));
}
