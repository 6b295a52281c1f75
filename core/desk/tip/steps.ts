import { z } from "zod";
import { inverted, keptApart, levelled } from "../levels";
import { MOST_SIDE, type Plane } from "../plane";
import { withoutBackground } from "./background";
import { keptWithin } from "./cut-out";
import { blurredTip, cutOff, feathered, grown, NEARLY_NOTHING, sharpened } from "./edges";
import { mapFromDepth, mapFromGreys } from "./lightness";
import { contentBox, cutTo, weightCentre } from "./place";
import { MIDDLE, type TipSheet } from "./sheet";
import { type Affine, aboutMiddle, all, composed, moved, resized } from "./transform";

const share = z.number().min(0).max(1);
const side = z.int().min(1).max(MOST_SIDE);
const place = z
  .number()
  .min(-MOST_SIDE)
  .max(2 * MOST_SIDE);
const part = z.enum(["strength", "map"]).default("strength");

/** What can be done to a whole tip on the desk. Lengths are px of its sheet. */
export const tipStepSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("transform"),
    /** px right and down */
    dx: z.number().min(-MOST_SIDE).max(MOST_SIDE).default(0),
    dy: z.number().min(-MOST_SIDE).max(MOST_SIDE).default(0),
    /** degrees, counter-clockwise as seen */
    turn: z.number().min(-360).max(360).default(0),
    across: z.number().min(0.02).max(50).default(1),
    down: z.number().min(0.02).max(50).default(1),
    /** How far the top leans to the right, degrees. */
    skew: z.number().min(-80).max(80).default(0),
  }),
  z.strictObject({ kind: z.literal("flip"), axis: z.enum(["left-right", "top-bottom"]) }),
  z.strictObject({ kind: z.literal("centre"), by: z.enum(["box", "weight"]) }),
  /** Cuts the sheet to what is on it, and a margin as a share of the longer side. */
  z.strictObject({ kind: z.literal("crop"), margin: z.number().min(0).max(1) }),
  /** Straightens a tip: its longest extent comes to lie level. */
  z.strictObject({ kind: z.literal("straighten") }),
  /** Keeps what lies within an outline, px of the sheet. */
  z.strictObject({
    kind: z.literal("cut-out"),
    outline: z
      .array(z.tuple([place, place]))
      .min(3)
      .max(4000),
  }),
  z.strictObject({ kind: z.literal("resize"), width: side, height: side }),
  z.strictObject({ kind: z.literal("levels"), part, black: share, white: share, gamma: z.number().min(0.1).max(10) }),
  z.strictObject({ kind: z.literal("invert"), part }),
  z.strictObject({ kind: z.literal("cut-off"), at: share }),
  z.strictObject({ kind: z.literal("background") }),
  /** Makes nothing of what is weaker. */
  z.strictObject({ kind: z.literal("haze"), below: share }),
  z.strictObject({ kind: z.literal("blur"), part, radius: z.number().min(0.5).max(200) }),
  z.strictObject({ kind: z.literal("sharpen"), part, amount: z.number().min(0).max(4) }),
  z.strictObject({ kind: z.literal("feather"), radius: z.number().min(0.5).max(1000) }),
  z.strictObject({ kind: z.literal("grow"), by: z.int().min(-100).max(100) }),
  /** Gives it a lightness map, or takes it away. */
  z.strictObject({
    kind: z.literal("map"),
    from: z.enum(["nothing", "middle", "depth", "greys"]),
    amount: z.number().min(-1).max(1).default(0.6),
  }),
]);

export type TipStep = z.infer<typeof tipStepSchema>;

/** What the steps are called, for the list of what was done. */
export const stepNames: Readonly<Record<TipStep["kind"], string>> = {
  transform: "move, turn, scale",
  flip: "flip",
  centre: "centre",
  crop: "crop",
  straighten: "straighten",
  "cut-out": "cut out",
  resize: "sheet’s size",
  levels: "levels",
  invert: "turn over",
  "cut-off": "cut off",
  background: "take the background away",
  haze: "take haze away",
  blur: "blur",
  sharpen: "sharpen",
  feather: "feather",
  grow: "grow",
  map: "lightness map",
};

/** Does a step. */
export function withStep(sheet: TipSheet, step: TipStep): TipSheet {
  const { strength, map, greys } = sheet;
  const { width, height } = strength;
  const on = (change: (plane: Plane) => Plane, which: "strength" | "map"): TipSheet => {
    if (which === "strength") return { ...sheet, strength: change(strength) };
    return map ? { ...sheet, map: change(map) } : sheet;
  };
  switch (step.kind) {
    case "transform":
      return all(sheet, (plane) => moved(plane, transformOf(step, width, height)));
    case "flip":
      return all(sheet, (plane) =>
        moved(
          plane,
          aboutMiddle(step.axis === "left-right" ? [-1, 0, 0, 1, 0, 0] : [1, 0, 0, -1, 0, 0], width, height),
        ),
      );
    case "centre":
      return centred(sheet, step.by);
    case "crop": {
      const box = contentBox(strength);
      if (!box) return sheet;
      const margin = Math.ceil(step.margin * Math.max(box.right - box.left, box.bottom - box.top));
      return all(sheet, (plane) =>
        cutTo(plane, {
          left: box.left - margin,
          top: box.top - margin,
          right: box.right + margin,
          bottom: box.bottom + margin,
        }),
      );
    }
    case "straighten":
      return all(sheet, (plane) => moved(plane, aboutMiddle(turning(-longAxis(strength)), width, height)));
    case "cut-out":
      return on((plane) => keptWithin(plane, step.outline), "strength");
    case "resize":
      return all(sheet, (plane) => resized(plane, step.width, step.height));
    case "levels":
      return on((plane) => levelled(plane, keptApart(step)), step.part);
    case "invert":
      return on(inverted, step.part);
    case "cut-off":
      return on((plane) => cutOff(plane, step.at), "strength");
    case "background":
      return on(withoutBackground, "strength");
    case "haze":
      return on((plane) => ({ ...plane, data: plane.data.map((v) => (v < step.below ? 0 : v)) }), "strength");
    case "blur":
      return on((plane) => blurredTip(plane, step.radius), step.part);
    case "sharpen":
      return on((plane) => sharpened(plane, step.amount), step.part);
    case "feather":
      return on((plane) => feathered(plane, step.radius), "strength");
    case "grow":
      return on((plane) => grown(plane, step.by), "strength");
    case "map":
      if (step.from === "nothing") return { strength, greys };
      if (step.from === "depth") return { ...sheet, map: mapFromDepth(strength, step.amount) };
      if (step.from === "greys") {
        if (!greys) throw new RangeError("this tip was not made of a picture: there are no greys to make a map of");
        return { ...sheet, map: mapFromGreys(greys, strength) };
      }
      return { ...sheet, map: { ...strength, data: strength.data.map(() => MIDDLE) } };
  }
}

/** Scaled, leaned, turned about the sheet's middle, then moved. */
function transformOf(
  { dx, dy, turn, across, down, skew }: Extract<TipStep, { kind: "transform" }>,
  width: number,
  height: number,
): Affine {
  const leaned: Affine = [1, 0, -Math.tan((skew * Math.PI) / 180), 1, 0, 0];
  const [a, b, c, d, e, f] = aboutMiddle(
    composed(composed([across, 0, 0, down, 0, 0], leaned), turning(turn)),
    width,
    height,
  );
  return [a, b, c, d, e + dx, f + dy];
}

/** @param degrees counter-clockwise as seen, while y grows downward */
function turning(degrees: number): Affine {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [c, -s, s, c, 0, 0];
}

function centred(sheet: TipSheet, by: "box" | "weight"): TipSheet {
  const { width, height } = sheet.strength;
  const box = contentBox(sheet.strength);
  const centre =
    by === "weight" ? weightCentre(sheet.strength) : box && [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  if (!centre) return sheet;
  // Whole px: nothing is blurred by being moved.
  const [dx, dy] = [Math.round(width / 2 - centre[0]), Math.round(height / 2 - centre[1])];
  return all(sheet, (plane) => cutTo(plane, { left: -dx, top: -dy, right: width - dx, bottom: height - dy }));
}

/** The direction in which the tip's weight reaches farthest, degrees counter-clockwise: the main axis of its second moments. */
export function longAxis(strength: Plane): number {
  const centre = weightCentre(strength);
  if (!centre) return 0;
  const { width, height, data } = strength;
  let [xx, xy, yy] = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const v = data[y * width + x];
      if (v <= NEARLY_NOTHING) continue;
      const [u, w] = [x + 0.5 - centre[0], centre[1] - y - 0.5];
      xx += v * u * u;
      xy += v * u * w;
      yy += v * w * w;
    }
  }
  return (Math.atan2(2 * xy, xx - yy) * 90) / Math.PI;
}
