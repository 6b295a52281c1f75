import { z } from "zod";
import { uses } from "../brush/use";
import { blendNames } from "../kernels/blend-modes";
import { tintingsSchema } from "../paint/tinting";
import { type Quality, qualityNames, qualityRow } from "../qualities/table";
import { traceSchema } from "./trace";

/** Seven days of painting, ms: longer than anyone paints on one study. */
const LONGEST = 7 * 24 * 3_600_000;
export const MOST_LAYERS = 24;
/** How often a study gets a new layer, those counted that were taken away again. */
export const MOST_NEW_LAYERS = 1000;
export const LAYER_NAME_LENGTH = 60;
/** The most acts of one study, those that were taken back counted. */
export const MOST_ACTS = 20_000;

const at = z.number().min(0).max(LONGEST);
const layer = z.int().min(1).max(1_000_000);
const colour = z.string().regex(/^#[0-9a-f]{6}$/, "is no colour like #1f2a30");
/** The SHA-256 of a brush's text, hexadecimal. */
export const brushHashSchema = z.string().regex(/^[0-9a-f]{64}$/, "is no hash of a brush");
const name = z.string().trim().min(1).max(LAYER_NAME_LENGTH);

/** What a painter has set, each within what its quality has room for. */
const valuesSchema = z.partialRecord(z.enum(qualityNames), z.number()).superRefine((values, say) => {
  for (const [quality, value] of Object.entries(values)) {
    const { low, high } = qualityRow(quality as Quality);
    if (value < low || value > high)
      say.addIssue({ code: "custom", path: [quality], message: `is not from ${low} to ${high}` });
  }
});

/** What a stroke is, besides its readings. */
const strokeHead = {
  kind: z.literal("stroke"),
  /** When it begins, ms of the study's own time, which stands still while nobody paints. */
  at,
  layer,
  part: z.enum(["paint", "mask"]).default("paint"),
  brush: brushHashSchema,
  /** What the painter has set otherwise than the brush has it: its size, mostly. */
  values: valuesSchema.default({}),
  use: z.enum(uses).default("paint"),
  colour,
  second: colour,
  /** Of a brush that is dipped in three. */
  third: colour.optional(),
  /** The sheet was kept wet: the stroke's water does not dry by time. */
  staysWet: z.boolean().optional(),
  /** How strongly each of them tints, where one is a paint of the painter's own. */
  tintings: tintingsSchema.optional(),
  seed: z.int().min(0).max(0xffffffff),
};

const lookFields = {
  name: name.optional(),
  opacity: z.number().min(0).max(1).optional(),
  blend: z.enum(blendNames).optional(),
  visible: z.boolean().optional(),
  locked: z.boolean().optional(),
  keepsAlpha: z.boolean().optional(),
};

const strokeHeadSchema = z.strictObject(strokeHead);
const strokeSchema = z.strictObject({ ...strokeHead, trace: traceSchema });

/** Whatever changes the picture. */
const doing = [
  strokeSchema,
  /** A new layer above another one. */
  z.strictObject({ kind: z.literal("layer"), at, layer, above: layer, name }),
  /** A layer looks otherwise than before. */
  z.strictObject({ kind: z.literal("look"), at, layer, ...lookFields }),
  /** The layers lie in another order, the bottom one first. */
  z.strictObject({ kind: z.literal("order"), at, layers: z.array(layer).min(1).max(MOST_LAYERS) }),
  z.strictObject({ kind: z.literal("remove"), at, layer }),
  /** A layer is filled; null empties it, and its mask. */
  z.strictObject({ kind: z.literal("fill"), at, layer, colour: colour.nullable() }),
  /** All of a layer is seen again. */
  z.strictObject({ kind: z.literal("unmask"), at, layer }),
  /** A brush is wiped and dipped by hand. */
  z.strictObject({ kind: z.literal("dip"), at, brush: brushHashSchema }),
  /** All that was painted dries: what comes later lies on it. */
  z.strictObject({ kind: z.literal("dry"), at }),
] as const;

const doingSchema = z.discriminatedUnion("kind", doing);

/** One thing done in a study; `back` takes the last that stands away, `again` brings back what was taken away last. */
export const actSchema = z.discriminatedUnion("kind", [
  ...doing,
  z.strictObject({ kind: z.literal("back"), at }),
  z.strictObject({ kind: z.literal("again"), at }),
]);

export type StrokeHead = z.infer<typeof strokeHeadSchema>;
export type Stroke = z.infer<typeof strokeSchema>;
/** An act that changes the picture. */
export type Doing = z.infer<typeof doingSchema>;
export type Act = z.infer<typeof actSchema>;

/** What an act is called when it is to be taken back. */
export function actName(act: Doing): string {
  if (act.kind === "stroke")
    return act.part === "mask" ? "a stroke on a mask" : act.use === "paint" ? "a stroke" : `a stroke that ${act.use}s`;
  return names[act.kind];
}

const names: Readonly<Record<Exclude<Doing["kind"], "stroke">, string>> = {
  layer: "a new layer",
  look: "how a layer looks",
  order: "the layers’ order",
  remove: "removing a layer",
  fill: "filling a layer",
  unmask: "taking a mask away",
  dip: "dipping the brush",
  dry: "letting it dry",
};

/** How many new layers a log makes, be it that they were taken back. */
export function newLayersIn(log: readonly { readonly kind: Act["kind"] }[]): number {
  return log.reduce((sum, { kind }) => sum + Number(kind === "layer"), 0);
}
