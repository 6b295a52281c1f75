import { drawnGrainKinds } from "@core/ground/grain";
import { painterKinds } from "@core/hand/preview";
import { proofNames, usualProofs } from "@core/hand/proof";
import { GROWN, type Sample } from "@core/hand/sample";
import { simulatedHands } from "@core/hand/simulate";
import { tintingsSchema } from "@core/paint/tinting";
import { lightSchema, tableLight } from "@core/surface/light";
import { z } from "zod";
import { type PaperColours, usualColours } from "~/engine/protocol";
import { standInPenSchema, usualStandInPen } from "~/paper/stand-in/stand-in-pen";

const colour = z.string().regex(/^#[0-9a-f]{6}$/);
const share = z.number().min(-1).max(2);
export const MOST_HAND_SAMPLES = 3000;

const sample = z.strictObject({
  x: share,
  y: share,
  time: z.number(),
  pressure: z.number().min(0).max(1).optional(),
  tilt: z.number().min(0).max(1).optional(),
  lean: z.number().optional(),
  twist: z.number().optional(),
  grown: z.number().min(GROWN.low).max(GROWN.high).optional(),
});

const viewSchema = z.object({
  colours: z.strictObject({
    paper: colour,
    ink: colour,
    second: colour,
    third: colour.default(usualColours.third),
    tintings: tintingsSchema.optional(),
  }),
  /** Which small proofs, in this order. */
  proofs: z.array(z.enum(proofNames)).max(proofNames.length),
  /** Who draws the main stroke: a simulated hand, or the maker's own. */
  hand: z.union([
    z.enum(Object.keys(simulatedHands) as [keyof typeof simulatedHands]),
    z.array(sample).min(1).max(MOST_HAND_SAMPLES),
  ]),
  /** The paper's own grain. */
  grain: z.enum(drawnGrainKinds).nullable(),
  painter: z.enum(painterKinds),
  /** By which thick paint is shown, where it is lit. */
  light: lightSchema.default(tableLight),
  /** What a mouse is given while it draws. */
  standIn: standInPenSchema.default(usualStandInPen),
  /** What keys and drags of the size change: the brush, or what is tried on the paper. */
  sizesOn: z.enum(["brush", "paper"]).default("brush"),
  /** Whether single letters and digits are keys of the bench. */
  keys: z.boolean(),
});

/** How a maker likes to look at brushes; kept in the browser, the same for all of them. */
export type ViewSettings = Omit<z.infer<typeof viewSchema>, "colours"> & { colours: PaperColours };

export const usualView: ViewSettings = {
  colours: usualColours,
  proofs: [...usualProofs],
  hand: "slow-swell",
  grain: null,
  painter: "full pen",
  light: tableLight,
  standIn: usualStandInPen,
  sizesOn: "brush",
  keys: true,
};

/** Where the browser has them. */
export const VIEW_KEY = "brosse bench view";

/** The settings that a browser has kept; undefined where it has none, or what it has is damaged or of another time. */
export function keptView(read: () => string | null): ViewSettings | undefined {
  return viewSchema.safeParse(safely(() => JSON.parse(read() ?? "null"))).data;
}

/** One's own stroke as the hand of the main proof, told in shares of a paper of this size, px; of a long one every so-manieth reading. */
export function handOf(
  samples: readonly Sample[],
  { width, height }: { readonly width: number; readonly height: number },
): Sample[] {
  const begun = samples[0].time;
  const every = Math.ceil(samples.length / MOST_HAND_SAMPLES);
  return samples
    .filter((_, i) => i % every === 0 || i === samples.length - 1)
    .slice(0, MOST_HAND_SAMPLES)
    .map((reading) => ({ ...reading, x: reading.x / width, y: reading.y / height, time: reading.time - begun }));
}

/** Keeps settings in the browser. */
export function keepView(view: ViewSettings, write: (text: string) => void): void {
  safely(() => write(JSON.stringify(view)));
}

/** A browser may forbid keeping; then the settings last as long as the page. */
function safely<T>(act: () => T): T | undefined {
  try {
    return act();
  } catch {
    return undefined;
  }
}
