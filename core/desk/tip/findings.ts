import type { Plane } from "../plane";
import { NEARLY_NOTHING } from "./edges";
import { type Box, contentBox, weightCentre } from "./place";
import type { TipStep } from "./steps";

/** What may be wrong with a tip, gravest first, each with the step that mends it where there is one. */
export interface TipFinding {
  readonly kind: "empty" | "border" | "few-pixels" | "haze" | "off-centre" | "flat" | "hard-edge" | "too-large";
  /** In one sentence, with its numbers. */
  readonly says: string;
  readonly mend?: { readonly label: string; readonly step: TipStep };
}

const OFF_CENTRE = 0.04;
const FLAT_BELOW = 0.25;
const HAZE_SHARE = 0.02;
/** Below this mean width of the edge, px, it is a staircase. */
const HARD = 0.3;
const DETAIL = 0.015;
const SMALL_ENOUGH = 256;

/**
 * @param largest the largest size at which the brush draws the tip, px
 * @param aboutMiddle whether it turns about its middle; a leaf that turns about its stalk may lie where it likes
 */
export function tipFindings(strength: Plane, largest: number, aboutMiddle = true): TipFinding[] {
  const box = contentBox(strength);
  if (!box) return [{ kind: "empty", says: "Nothing is on the sheet, or nearly nothing." }];
  const found: TipFinding[] = [];
  const { width, height, data } = strength;
  const longer = Math.max(width, height);
  const border = borderInk(strength);
  if (border > 0)
    found.push({
      kind: "border",
      says: `Ink touches the border at ${border} px: it would be cut off there.`,
      mend: { label: "Add a margin", step: { kind: "crop", margin: 0.04 } },
    });
  if (longer < largest)
    found.push({
      kind: "few-pixels",
      says: `The sheet is ${longer} px, the brush draws it up to ${Math.round(largest)} px: it will look soft.`,
      mend: { label: "Enlarge the sheet", step: resizeTo(strength, largest) },
    });
  const haze = hazeOf(data);
  if (haze > HAZE_SHARE)
    found.push({
      kind: "haze",
      says: `${percent(haze)} of the sheet has a haze under 2 %: it will build up to a shadow.`,
      mend: { label: "Take it away", step: { kind: "haze", below: NEARLY_NOTHING } },
    });
  const centre = weightCentre(strength);
  const off = centre ? Math.hypot(centre[0] - width / 2, centre[1] - height / 2) / longer : 0;
  if (aboutMiddle && off > OFF_CENTRE)
    found.push({
      kind: "off-centre",
      says: `Its weight lies ${percent(off)} off the middle: it wobbles as it turns.`,
      mend: { label: "Centre it", step: { kind: "centre", by: "weight" } },
    });
  const strongest = strongestOf(data);
  if (strongest < FLAT_BELOW)
    found.push({
      kind: "flat",
      says: `Nothing on it is stronger than ${percent(strongest)}.`,
      mend: { label: "Full range", step: { kind: "levels", part: "strength", black: 0, white: strongest, gamma: 1 } },
    });
  const edge = edgeWidth(strength, strongest);
  if (edge < HARD)
    found.push({
      kind: "hard-edge",
      says: "Its edge is a staircase of hard px.",
      mend: { label: "Soften it", step: { kind: "blur", part: "strength", radius: 1 } },
    });
  const detail = detailOf(strength, box);
  if (longer > SMALL_ENOUGH && longer > 2 * largest && detail < DETAIL)
    found.push({
      kind: "too-large",
      says: `It has little detail for ${longer} px: half would do and draw faster.`,
      mend: { label: "Halve the sheet", step: resizeTo(strength, longer / 2) },
    });
  return found;
}

const percent = (share: number) => `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;

function resizeTo({ width, height }: Plane, longer: number): TipStep {
  const scale = longer / Math.max(width, height);
  const side = (length: number) => Math.min(4096, Math.max(1, Math.round(length * scale)));
  return { kind: "resize", width: side(width), height: side(height) };
}

function borderInk({ width, height, data }: Plane): number {
  let count = 0;
  const look = (x: number, y: number) => {
    if (data[y * width + x] > NEARLY_NOTHING) count++;
  };
  for (let x = 0; x < width; x++) {
    look(x, 0);
    if (height > 1) look(x, height - 1);
  }
  for (let y = 1; y < height - 1; y++) {
    look(0, y);
    if (width > 1) look(width - 1, y);
  }
  return count;
}

// By numbers: going over sixteen million px with an iterator takes a second.
function strongestOf(data: Float32Array): number {
  let strongest = 0;
  for (let i = 0; i < data.length; i++) if (data[i] > strongest) strongest = data[i];
  return strongest;
}

/** The share of px that are something, but under 2 %. */
function hazeOf(data: Float32Array): number {
  let count = 0;
  for (let i = 0; i < data.length; i++) if (data[i] > 0.0005 && data[i] <= NEARLY_NOTHING) count++;
  return count / data.length;
}

/** Of large sheets not every row is looked at where a mean is wanted: about four million px are enough. */
function rowStep(width: number, height: number): number {
  return Math.max(1, Math.floor((width * height) / 2 ** 22));
}

/**
 * The mean width of the edge, px: how many px lie between a quarter and three quarters of the strongest for each px step
 * that crosses the half.
 */
function edgeWidth({ width, height, data }: Plane, strongest: number): number {
  const half = strongest / 2;
  let crossings = 0;
  let between = 0;
  for (let y = 0; y < height; y += rowStep(width, height)) {
    for (let x = 0; x < width; x++) {
      const v = data[y * width + x];
      if (v > half / 4 && v < strongest - half / 4) between++;
      if (x + 1 < width && v > half !== data[y * width + x + 1] > half) crossings++;
      if (y + 1 < height && v > half !== data[(y + 1) * width + x] > half) crossings++;
    }
  }
  return crossings > 0 ? between / crossings : 1;
}

/** The mean difference of each px in the content from the mean of its neighbours. */
function detailOf({ width, height, data }: Plane, { left, top, right, bottom }: Box): number {
  let sum = 0;
  let count = 0;
  for (let y = Math.max(1, top); y < Math.min(height - 1, bottom); y += rowStep(width, height)) {
    for (let x = Math.max(1, left); x < Math.min(width - 1, right); x++) {
      const at = y * width + x;
      sum += Math.abs(data[at] - (data[at - 1] + data[at + 1] + data[at - width] + data[at + width]) / 4);
      count++;
    }
  }
  return count > 0 ? sum / count : 0;
}
