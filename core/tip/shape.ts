import { z } from "zod";

const share = z.number().min(0).max(1);
const seed = z.int().min(0).max(4_294_967_295).default(1);

/** The parametric shapes of a tip. The long side runs from −1 to 1 along u, the short one along v. */
export const shapeSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("ellipse") }),
  /** `corner`: how round the corners are, 0 square … 1 round. */
  z.strictObject({ kind: z.literal("rectangle"), corner: share.default(0.2) }),
  z.strictObject({ kind: z.literal("polygon"), sides: z.int().min(3).max(24).default(6) }),
  /** Full and hard on one side, fading across v to the other; hardness is the part that stays full. */
  z.strictObject({ kind: z.literal("sided") }),
  /** `thickness` of a hair and `clumping` as shares; `splay`: how much of the bundle's width opens only under pressure. */
  z.strictObject({
    kind: z.literal("bristles"),
    bundle: z.enum(["round", "flat", "filbert", "fan"]).default("round"),
    hairs: z.int().min(1).max(400).default(38),
    thickness: share.default(0.25),
    clumping: share.default(0.2),
    splay: share.default(0.3),
    seed,
  }),
  /** `gap`: the empty share between two lines; `unevenness` of their strength and width. */
  z.strictObject({ kind: z.literal("rake"), lines: z.int().min(1).max(64).default(5), gap: share.default(0.5), unevenness: share.default(0.2), seed }),
  /** `spread`: 0 all dots alike … 1 from specks to the full size. */
  z.strictObject({ kind: z.literal("speckle"), dots: z.int().min(1).max(400).default(40), spread: share.default(0.6), seed }),
]);

export type Shape = z.infer<typeof shapeSchema>;

export type ShapeKind = Shape["kind"];

export const shapeKinds = shapeSchema.options.map((option) => option.shape.kind.value) as ShapeKind[];

/** A shape of this kind with its defaults. */
export function shapeOf(kind: ShapeKind): Shape {
  return shapeSchema.parse({ kind });
}
