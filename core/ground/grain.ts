import { z } from "zod";

const share = z.number().min(0).max(1);
const seed = z.int().min(0).max(4_294_967_295).default(1);

/** Grains that are made from numbers. Each is a square of `GRAIN_SIDE` px that tiles exactly. */
export const grainSchema = z.discriminatedUnion("kind", [
  /** Cold-press paper: rounded hills of several sizes. */
  z.strictObject({ kind: z.literal("paper"), roughness: share.default(0.5), seed }),
  /** Fractal noise: `octaves` of it, each half as large. */
  z.strictObject({ kind: z.literal("noise"), octaves: z.int().min(1).max(7).default(4), seed }),
  /** Canvas: `threads` each way, `thickness` of a thread in its place, `unevenness` of their heights. */
  z.strictObject({ kind: z.literal("weave"), threads: z.int().min(4).max(64).default(32), thickness: share.default(0.8), unevenness: share.default(0.4), seed }),
  /** Laid paper: fine wires one way, wide chains the other. */
  z.strictObject({ kind: z.literal("laid"), wires: z.int().min(8).max(128).default(64), chains: z.int().min(1).max(16).default(4), seed }),
  /** A planed board: grain that runs one way, with rings. */
  z.strictObject({ kind: z.literal("board"), rings: z.int().min(2).max(40).default(14), wander: share.default(0.5), seed }),
  /** Sand: separate corns of many heights. */
  z.strictObject({ kind: z.literal("sand"), corns: z.int().min(16).max(128).default(72), seed }),
  /** A halftone screen of dots, or of lines. */
  z.strictObject({ kind: z.literal("dots"), across: z.int().min(4).max(64).default(24) }),
  z.strictObject({ kind: z.literal("lines"), across: z.int().min(4).max(64).default(24) }),
]);

export type Grain = z.infer<typeof grainSchema>;
export type GrainKind = Grain["kind"];

export const grainKinds = grainSchema.options.map((option) => option.shape.kind.value);

/** A grain of this kind with its defaults. */
export function grainOf(kind: GrainKind): Grain {
  return grainSchema.parse({ kind });
}
