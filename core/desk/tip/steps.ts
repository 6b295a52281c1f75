import { z } from "zod";
import { type NumberRange, rangesOf } from "../../numeric/range";
import { drawShape } from "../../tip/shape/draw-shape";
import { inverted, keptApart, levelled } from "../levels";
import { crop, MOST_SIDE, type Plane } from "../plane";
import { withoutBackground } from "./background";
import { keptWithin } from "./cut-out";
import { blurredTip, cutOff, feathered, grown, sharpened } from "./edges";
import { faded, fadeShapes } from "./fade";
import { centred, cropped, flipped, levelledOut, movedTip } from "./lie";
import { mapFromDepth, mapFromGreys } from "./lightness";
import { MIDDLE, type TipSheet } from "./sheet";
import { all, resized } from "./transform";

const share = z.number().min(0).max(1);
const side = z.int().min(1).max(MOST_SIDE);
const place = z
  .number()
  .min(-MOST_SIDE)
  .max(2 * MOST_SIDE);
const part = z.enum(["strength", "map"]).default("strength");
const offset = z.number().min(-MOST_SIDE).max(MOST_SIDE).default(0);
const times = z.number().min(0.02).max(50).default(1);

/** All that is known of one kind of step: what it is called in the list of what was done, what it needs, what it does. */
function row<const Kind extends string, Fields extends z.ZodRawShape>(
  kind: Kind,
  called: string,
  fields: Fields,
  does: (sheet: TipSheet, step: z.output<z.ZodObject<Fields>>) => TipSheet,
) {
  return { kind, called, does, schema: z.strictObject({ kind: z.literal(kind), ...fields }) };
}

/** What can be done to a whole tip on the desk. Lengths are px of its sheet. */
const rows = [
  row(
    "transform",
    "move, turn, scale",
    {
      /** px right and down */
      dx: offset,
      dy: offset,
      /** degrees, counter-clockwise as seen */
      turn: z.number().min(-360).max(360).default(0),
      across: times,
      down: times,
      /** How far the top leans to the right, degrees. */
      skew: z.number().min(-80).max(80).default(0),
    },
    movedTip,
  ),
  row("flip", "flip", { axis: z.enum(["left-right", "top-bottom"]) }, (sheet, { axis }) => flipped(sheet, axis)),
  row("centre", "centre", { by: z.enum(["box", "weight"]) }, (sheet, { by }) => centred(sheet, by)),
  /** Cuts the sheet to what is on it, and a margin as a share of the longer side. */
  row("crop", "crop", { margin: share }, (sheet, { margin }) => cropped(sheet, margin)),
  /** Straightens a tip: its longest extent comes to lie level. */
  row("straighten", "straighten", {}, levelledOut),
  /** Keeps what lies within an outline, px of the sheet. */
  row(
    "cut-out",
    "cut out",
    {
      outline: z
        .array(z.tuple([place, place]))
        .min(3)
        .max(4000),
    },
    (sheet, { outline }) => strength(sheet, (plane) => keptWithin(plane, outline)),
  ),
  row("resize", "sheet’s size", { width: side, height: side }, (sheet, { width, height }) =>
    all(sheet, (plane) => resized(plane, width, height)),
  ),
  row(
    "levels",
    "levels",
    { part, black: share, white: share, gamma: z.number().min(0.1).max(10) },
    (sheet, { part: which, ...levels }) => on(which, sheet, (plane) => levelled(plane, keptApart(levels))),
  ),
  row("invert", "turn over", { part }, (sheet, { part: which }) => on(which, sheet, inverted)),
  row("cut-off", "cut off", { at: share }, (sheet, { at }) => strength(sheet, (plane) => cutOff(plane, at))),
  row("background", "take the background away", {}, (sheet) => strength(sheet, withoutBackground)),
  /** Makes nothing of what is weaker. */
  row("haze", "take haze away", { below: share }, (sheet, { below }) =>
    strength(sheet, (plane) => ({ ...plane, data: plane.data.map((v) => (v < below ? 0 : v)) })),
  ),
  row("blur", "blur", { part, radius: z.number().min(0.5).max(200) }, (sheet, { part: which, radius }) =>
    on(which, sheet, (plane) => blurredTip(plane, radius)),
  ),
  row("sharpen", "sharpen", { part, amount: z.number().min(0).max(4) }, (sheet, { part: which, amount }) =>
    on(which, sheet, (plane) => sharpened(plane, amount)),
  ),
  row("feather", "feather", { radius: z.number().min(0.5).max(1000) }, (sheet, { radius }) =>
    strength(sheet, (plane) => feathered(plane, radius)),
  ),
  row("grow", "grow", { by: z.int().min(-100).max(100) }, (sheet, { by }) =>
    strength(sheet, (plane) => grown(plane, by)),
  ),
  /** Fades it along a line, or outward from a place. */
  row(
    "fade",
    "fade",
    {
      shape: z.enum(fadeShapes),
      x0: place,
      y0: place,
      x1: place,
      y1: place,
      full: share.default(0),
      turned: z.boolean().default(false),
    },
    (sheet, fade) => strength(sheet, (plane) => faded(plane, fade)),
  ),
  /** Draws the one-sided shape in its place: how much of it stays full. */
  row("one-sided", "one-sided shape", { full: share }, (sheet, { full }) => ({
    greys: sheet.greys,
    strength: oneSided(sheet.strength, full),
  })),
  /** Gives it a lightness map, or takes it away. */
  row(
    "map",
    "lightness map",
    { from: z.enum(["nothing", "middle", "depth", "greys"]), amount: z.number().min(-1).max(1).default(0.6) },
    mapped,
  ),
] as const;

type Rows = typeof rows;
type SchemasOf<List extends readonly { readonly schema: unknown }[]> = {
  readonly [N in keyof List]: List[N]["schema"];
};
type Schemas = SchemasOf<Rows>;

// A mapped array is a tuple still, which its type no longer tells.
export const tipStepSchema = z.discriminatedUnion("kind", rows.map(({ schema }) => schema) as unknown as Schemas);

export type TipStep = z.output<Schemas[number]>;
type Kind = TipStep["kind"];
type StepOf<K extends Kind> = Extract<TipStep, { readonly kind: K }>;

function rowOf(kind: Kind): Rows[number] {
  const found = rows.find((one) => one.kind === kind);
  if (!found) throw new RangeError(`there is no step ${kind}`);
  return found;
}

/** What a step is called, for the list of what was done. */
export function stepName(kind: Kind): string {
  return rowOf(kind).called;
}

/** The ranges of a step's numbers. */
export function stepRanges<K extends Kind>(
  kind: K,
): Readonly<Record<{ [N in keyof StepOf<K>]: StepOf<K>[N] extends number ? N : never }[keyof StepOf<K>], NumberRange>> {
  return rangesOf<z.ZodObject>(rowOf(kind).schema) as ReturnType<typeof stepRanges<K>>;
}

/** Does a step. */
export function withStep(sheet: TipSheet, step: TipStep): TipSheet {
  // A step fits the row of its own kind, which a union of rows cannot say.
  return (rowOf(step.kind).does as (sheet: TipSheet, step: TipStep) => TipSheet)(sheet, step);
}

function strength(sheet: TipSheet, change: (plane: Plane) => Plane): TipSheet {
  return { ...sheet, strength: change(sheet.strength) };
}

/** The one-sided shape, as large as a plane. */
function oneSided({ width, height }: Plane, full: number): Plane {
  const side = Math.max(width, height);
  const data = Float32Array.from(drawShape({ kind: "sided" }, side, full, 1));
  const square = { width: side, height: side, data };
  return width === height
    ? square
    : crop(square, Math.floor((side - width) / 2), Math.floor((side - height) / 2), width, height);
}

function on(which: "strength" | "map", sheet: TipSheet, change: (plane: Plane) => Plane): TipSheet {
  if (which === "strength") return strength(sheet, change);
  return sheet.map ? { ...sheet, map: change(sheet.map) } : sheet;
}

function mapped(
  sheet: TipSheet,
  { from, amount }: { from: "nothing" | "middle" | "depth" | "greys"; amount: number },
): TipSheet {
  const { strength: plane, greys } = sheet;
  switch (from) {
    case "nothing":
      return { strength: plane, greys };
    case "depth":
      return { ...sheet, map: mapFromDepth(plane, amount) };
    case "greys":
      if (!greys) throw new RangeError("this tip was not made of a picture: there are no greys to make a map of");
      return { ...sheet, map: mapFromGreys(greys, plane) };
    case "middle":
      return { ...sheet, map: { ...plane, data: plane.data.map(() => MIDDLE) } };
  }
}
