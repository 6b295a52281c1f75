import { z } from "zod";
import { type NumberRange, rangesOf } from "../../numeric/range";

const share = z.number().min(0).max(1);
const seed = z.int().min(0).max(4_294_967_295).default(1);

/** Where a picture lies: in the package or folder beside the brush. */
export const tipPathSchema = z
  .string()
  .regex(/^tips\/[a-z0-9][a-z0-9-]{0,90}\.png$/, "a picture's path is tips/<name>.png");

export const MOST_PICTURES = 64;

const pictureSchema = z.strictObject({
  file: tipPathSchema,
  /** Its lightness map; without one, the picture's own greys are the map. */
  map: tipPathSchema.optional(),
  /** How often it is picked by chance, against the others. */
  weight: z.number().min(0).max(1000).default(1),
});

/** What picks one of several pictures for a mark; shuffled: by chance, and never one twice in a row. */
export const picks = ["chance", "shuffled", "sequence", "pressure", "heading", "speed"] as const;

/** What gives a picture's marks their colour. */
export const pictureColours = ["ink", "lightness", "own", "two-tone"] as const;

/** How pictures are laid along a path. */
export const layings = ["stamped", "bent"] as const;

const imageSchema = z
  .strictObject({
    kind: z.literal("image"),
    /** One picture, or a family of them. */
    pictures: z.array(pictureSchema).min(1).max(MOST_PICTURES),
    /** What makes a pixel strong: its alpha, or its darkness (times its alpha). */
    coverage: z.enum(["alpha", "darkness"]).default("alpha"),
    /**
     * ink: the stroke's colour alone; lightness: made darker and lighter by the map's greys; own: the picture's colours;
     * two-tone: dark pixels take the first colour, light ones the second.
     */
    colour: z.enum(pictureColours).default("ink"),
    /** How far black and white of the map move the colour's lightness. */
    depth: share.default(0.25),
    pick: z.enum(picks).default("chance"),
    /** stamped: a mark each; bent: the first picture repeated along the path and bent with it. */
    laid: z.enum(layings).default("stamped"),
    /** Pieces of their own for the start and the end of a path, where pictures are bent along it. */
    start: tipPathSchema.optional(),
    end: tipPathSchema.optional(),
  })
  .refine(({ pictures }) => pictures.some((p) => p.weight > 0), {
    message: "one picture at least needs a weight above 0",
    path: ["pictures"],
  })
  .refine(
    ({ coverage, colour, pictures }) =>
      coverage === "alpha" ||
      colour === "ink" ||
      colour === "own" ||
      (colour === "lightness" && pictures.every((p) => p.map)),
    {
      message:
        "with coverage from darkness, a picture's greys are spent: lightness needs a map of its own, two-tone needs alpha",
      path: ["colour"],
    },
  );

/** Ranges of what a picture tip sets, and of each of its pictures. */
export const imageRanges = rangesOf(imageSchema);
export const pictureRanges = rangesOf(pictureSchema);

/** The shapes of a tip. The long side runs from −1 to 1 along u, the short one along v. */
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
    /** How far the second colour goes across the tip, which is dipped in both: 0 not at all … 1 half and half. */
    dip: share.default(0),
    /** How far a third colour goes across it from the other side; the first then lies in the middle. */
    third: share.default(0),
    seed,
  }),
  /** `gap`: the empty share between two lines; `unevenness` of their strength and width. */
  z.strictObject({
    kind: z.literal("rake"),
    lines: z.int().min(1).max(64).default(5),
    gap: share.default(0.5),
    unevenness: share.default(0.2),
    seed,
  }),
  /** `spread`: 0 all dots alike … 1 from specks to the full size. */
  z.strictObject({
    kind: z.literal("speckle"),
    dots: z.int().min(1).max(400).default(40),
    spread: share.default(0.6),
    seed,
  }),
  imageSchema,
]);

export type Shape = z.infer<typeof shapeSchema>;

export type ShapeKind = Shape["kind"];

export type ImageShape = Extract<Shape, { kind: "image" }>;

export type DrawnShape = Exclude<Shape, ImageShape>;

/** The kinds of shape that are drawn from numbers. */
export const drawnKinds = shapeSchema.options
  .map((option) => option.shape.kind.value)
  .filter((kind) => kind !== "image");

/** A drawn shape of this kind with its defaults. */
export function shapeOf(kind: DrawnShape["kind"]): Shape {
  return shapeSchema.parse({ kind });
}

/** The range of each number of a drawn shape, by its name. */
export function shapeRanges(kind: DrawnShape["kind"]): Readonly<Record<string, NumberRange>> {
  const option = shapeSchema.options.find((one) => one.shape.kind.value === kind);
  return option ? rangesOf(option) : {};
}

/** The paths of all pictures that a shape needs. */
export function picturePaths(shape: Shape): string[] {
  if (shape.kind !== "image") return [];
  const ends = [shape.start, shape.end].filter((path) => path !== undefined);
  return [...new Set([...shape.pictures.flatMap(({ file, map }) => (map ? [file, map] : [file])), ...ends])];
}

/** Whether a tip is dipped in a third colour. */
export function dipsThird(shape: Shape): boolean {
  return shape.kind === "bristles" && shape.third > 0;
}
