import { z } from "zod";
import { type NumberRange, rangesOf } from "../numeric/range";

const share = z.number().min(0).max(1);
const seed = z.int().min(0).max(4_294_967_295).default(1);

/** Where a grain's picture lies: in the package or folder beside the brush. */
export const grainPathSchema = z
  .string()
  .regex(/^grains\/[a-z0-9][a-z0-9-]{0,90}\.png$/, "a grain's path is grains/<name>.png");

/** Grains that are made from numbers. Each is a square of `GRAIN_SIDE` px that tiles exactly. */
export const grainSchema = z.discriminatedUnion("kind", [
  /** Cold-press paper: rounded hills of several sizes. */
  z.strictObject({ kind: z.literal("paper"), roughness: share.default(0.5), seed }),
  /** Hot-press paper: nearly flat, fibres alone. */
  z.strictObject({ kind: z.literal("hotpress"), roughness: share.default(0.3), seed }),
  /** Fractal noise: `octaves` of it, each half as large. */
  z.strictObject({ kind: z.literal("noise"), octaves: z.int().min(1).max(7).default(4), seed }),
  /** Even cloth: `threads` each way, `thickness` of a thread in its place, `unevenness` of their heights. */
  z.strictObject({
    kind: z.literal("weave"),
    threads: z.int().min(4).max(64).default(32),
    thickness: share.default(0.8),
    unevenness: share.default(0.4),
    seed,
  }),
  /** Primed canvas: irregular threads whose gaps the primer fills, 0 bare … 1 all but smooth. */
  z.strictObject({
    kind: z.literal("canvas"),
    threads: z.int().min(8).max(96).default(44),
    primed: share.default(0.4),
    seed,
  }),
  /** Linen: fine threads of very different thickness, with slubs. */
  z.strictObject({
    kind: z.literal("linen"),
    threads: z.int().min(8).max(96).default(64),
    slubs: share.default(0.6),
    seed,
  }),
  /** Laid paper: fine wires one way, wide chains the other. */
  z.strictObject({
    kind: z.literal("laid"),
    wires: z.int().min(8).max(128).default(64),
    chains: z.int().min(1).max(16).default(4),
    seed,
  }),
  /** A planed board: grain that runs one way, with rings. */
  z.strictObject({
    kind: z.literal("board"),
    rings: z.int().min(2).max(40).default(14),
    wander: share.default(0.5),
    seed,
  }),
  /** Sand: separate corns of many heights. */
  z.strictObject({ kind: z.literal("sand"), corns: z.int().min(16).max(128).default(72), seed }),
  /** Pulp: short bent fibres over one another. */
  z.strictObject({
    kind: z.literal("fibres"),
    fibres: z.int().min(20).max(1200).default(420),
    length: share.default(0.5),
    seed,
  }),
  /** Grey board: flecks and straws in pressed pulp, with the waves of its flutes. */
  z.strictObject({
    kind: z.literal("cardboard"),
    flutes: z.int().min(0).max(64).default(24),
    flecks: share.default(0.5),
    seed,
  }),
  /** Trowelled plaster: sweeps over one another, `plates` of them across. */
  z.strictObject({
    kind: z.literal("plaster"),
    plates: z.int().min(2).max(24).default(7),
    roughness: share.default(0.4),
    seed,
  }),
  /** A natural sponge: `holes` of many sizes. */
  z.strictObject({
    kind: z.literal("sponge"),
    holes: z.int().min(20).max(1200).default(220),
    spread: share.default(0.8),
    seed,
  }),
  /** Stone: broken facets, pitted. */
  z.strictObject({
    kind: z.literal("stone"),
    facets: z.int().min(4).max(64).default(18),
    roughness: share.default(0.5),
    seed,
  }),
  /** Pen hatching: lines of uneven strength, or two sets of them that cross. */
  z.strictObject({
    kind: z.literal("hatch"),
    lines: z.int().min(4).max(64).default(20),
    crossed: z.boolean().default(true),
    unevenness: share.default(0.5),
    seed,
  }),
  /** A height picture from a file: light is high. */
  z.strictObject({ kind: z.literal("picture"), file: grainPathSchema }),
  /** A halftone screen of dots, of crosses, or of lines. */
  z.strictObject({ kind: z.literal("dots"), across: z.int().min(4).max(64).default(24) }),
  z.strictObject({ kind: z.literal("crosses"), across: z.int().min(4).max(64).default(24) }),
  z.strictObject({ kind: z.literal("lines"), across: z.int().min(4).max(64).default(24) }),
]);

export type Grain = z.infer<typeof grainSchema>;
export type GrainKind = Grain["kind"];

export type DrawnGrain = Exclude<Grain, { kind: "picture" }>;

/** The kinds of grain that are drawn from numbers. */
export const drawnGrainKinds: readonly DrawnGrain["kind"][] = grainSchema.options
  .map((option) => option.shape.kind.value)
  .filter((kind) => kind !== "picture");

/** A drawn grain of this kind with its defaults. */
export function grainOf(kind: DrawnGrain["kind"]): DrawnGrain {
  return grainSchema.parse({ kind }) as DrawnGrain;
}

/** The range of each number of a drawn grain, by its name. */
export function grainRanges(kind: DrawnGrain["kind"]): Readonly<Record<string, NumberRange>> {
  const option = grainSchema.options.find((one) => one.shape.kind.value === kind);
  return option ? rangesOf(option) : {};
}

/** The path of the picture that a grain needs, if any. */
export function grainPath(grain: Grain | undefined): string | undefined {
  return grain?.kind === "picture" ? grain.file : undefined;
}

/** Whether a grain is a halftone screen, whose dots are sharp at any tone. */
export function isScreen({ kind }: Grain): boolean {
  return kind === "dots" || kind === "crosses" || kind === "lines";
}

/** How many lines an inch a halftone screen with so many across has, printed at a resolution. */
export function linesPerInch(across: number, side: number, scale: number, dotsPerInch: number): number {
  return (across * dotsPerInch) / (side * scale);
}
