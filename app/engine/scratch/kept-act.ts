import { parseBrush } from "@core/brush";
import { REACH } from "@core/hand/sample";
import { blendNames } from "@core/kernels/blend-modes";
import { tintingsSchema } from "@core/paint/tinting";
import { z } from "zod";
import { MOST_OWN_LAYERS, type OwnLayers } from "../own-layers";

const share = z.number().min(0).max(1);
const rgb = z.tuple([share, share, share]);
const place = z.number().min(-REACH).max(REACH);
const layer = z.int().min(1);

const sample = z.object({
  x: place,
  y: place,
  time: z.number(),
  pressure: share.optional(),
  tilt: share.optional(),
  lean: z.number().optional(),
  twist: z.number().optional(),
  grown: z.number().optional(),
});

const brush = z.unknown().transform((value, context) => {
  try {
    return parseBrush(value);
  } catch {
    context.addIssue("is no brush");
    return z.NEVER;
  }
});

const stroke = z.object({
  kind: z.literal("stroke"),
  layer,
  onMask: z.boolean(),
  keepsAlpha: z.boolean(),
  brush,
  samples: z.array(sample),
  seed: z.number(),
  ink: z.object({
    colour: rgb,
    second: rgb,
    third: rgb.optional(),
    tintings: tintingsSchema.optional(),
    staysWet: z.boolean().optional(),
    erases: z.boolean().optional(),
  }),
});
const fill = z.object({ kind: z.literal("fill"), layer, keepsAlpha: z.boolean(), colour: rgb.optional() });
const clear = z.object({ kind: z.literal("clear") });
const dry = z.object({ kind: z.literal("dry") });

/** An act as it is kept: without the pictures of its brush. */
export const keptActSchema = z.discriminatedUnion("kind", [stroke, fill, clear, dry]);
export type KeptAct = z.infer<typeof keptActSchema>;

const look = z.object({
  id: layer,
  name: z.string(),
  blend: z.enum(blendNames),
  opacity: share,
  visible: z.boolean(),
  locked: z.boolean(),
  keepsAlpha: z.boolean(),
});

/** The layers as they are kept: the one that is painted on is among them. */
export const keptLayersSchema: z.ZodType<OwnLayers> = z
  .object({
    layers: z.array(look).min(1).max(MOST_OWN_LAYERS),
    on: layer,
    onMask: z.boolean(),
    proofsShown: z.boolean(),
  })
  .refine(({ layers, on }) => layers.some(({ id }) => id === on));
