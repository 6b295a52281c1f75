import { picturePaths, shapeSchema } from "@core/tip/shape/shape";
import { z } from "zod";
import { type KeptThing, keeperOf } from "../kept/kept-things";

const halfLengths = z.number().min(-2).max(2);

/** What a kept tip is: its shape, which names pictures that are kept, and the place about which it turns. */
const tipBodySchema = z.strictObject({
  shape: shapeSchema.refine((shape) => shape.kind === "image", "a kept tip is made of pictures"),
  pivot: z.tuple([halfLengths, halfLengths]).default([0, 0]),
});

export type KeptTip = KeptThing & z.infer<typeof tipBodySchema>;

/** The tips that makers keep. */
export const keptTips = keeperOf("tips", tipBodySchema, ({ shape }) => picturePaths(shape));
