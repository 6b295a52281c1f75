import type { Brush } from "../brush/schema";
import type { Quality } from "../qualities/table";
import { type Ignored, planStroke, type Setting, type StrokePlace } from "./plan";
import { isSwept } from "./swept";

/** Whatever a maker can set that may do nothing: what the plan of a stroke leaves out, and what other settings leave nothing to do. */
export type IdleName =
  | Setting
  | "hardness"
  | "angle"
  | "mirror"
  | "pivot"
  | "scatterLaw"
  | "keepStrength"
  | "carry"
  | "depth"
  | "family";

/** A setting that a brush has and that does nothing, and why. */
export interface Idle {
  readonly setting: IdleName;
  /** Follows "no effect: ". */
  readonly why: string;
}

interface Rule {
  readonly setting: IdleName;
  /** Whether the brush has it. */
  readonly set: boolean;
  /** Why it has no effect; undefined where it has one. */
  readonly why: string | undefined;
}

/** Everything of a brush that does nothing there. Muted responses count for nothing. */
export function idleSettings(brush: Brush, place: StrokePlace = {}): Idle[] {
  const plan = planStroke(brush, place);
  const more = rules(brush, plan.kind === "bent").flatMap(({ setting, set, why }): Idle[] =>
    set && why !== undefined ? [{ setting, why }] : [],
  );
  return [...plan.ignored.map(({ setting, why }: Ignored): Idle => ({ setting, why })), ...more];
}

function rules(brush: Brush, bent: boolean): readonly Rule[] {
  const { tip, trail, ground, paint } = brush;
  const { shape } = tip;
  const drives = (name: Quality) => brush.responses.some(({ quality, muted }) => quality === name && !muted);
  const picture = shape.kind === "image";
  const follows = bent ? "a picture that is bent along the path follows it" : undefined;
  const full = tip.roundness === 1 && !drives("roundness");
  const alike = shape.kind === "ellipse" || shape.kind === "rectangle";
  const middle = tip.pivot[0] === 0 && tip.pivot[1] === 0;
  return [
    {
      setting: "hardness",
      set: tip.hardness !== 1 || drives("hardness"),
      why: picture ? "a picture has edges of its own" : undefined,
    },
    {
      setting: "angle",
      set: tip.angle !== 0 || drives("angle"),
      why: !full
        ? undefined
        : (follows ??
          (shape.kind === "ellipse" && middle ? "a round tip looks alike however it is turned" : undefined)),
    },
    { setting: "pivot", set: !middle, why: follows },
    {
      setting: "mirror",
      set: tip.mirror.leftRight !== "never" || tip.mirror.topBottom !== "never",
      why: follows ?? (alike && middle ? "the tip is the same in a mirror" : undefined),
    },
    {
      setting: "scatterLaw",
      set: trail.scatterLaw !== "uniform",
      why: trail.scatter === 0 && trail.scatterAlong === 0 ? "no mark strays from the path" : undefined,
    },
    {
      setting: "keepStrength",
      set: trail.keepStrength,
      why: isSwept(brush) ? "hairs leave lines, whatever the spacing" : undefined,
    },
    {
      setting: "carry",
      set: paint.carry !== 1 || drives("carry"),
      why: paint.mixing === 0 ? "nothing is taken from the surface" : undefined,
    },
    {
      setting: "depth",
      set: ground !== null,
      why: ground?.depth === 0 ? "at a depth of nought the grain does not show" : undefined,
    },
    {
      setting: "family",
      set: picture && shape.pictures.length > 1,
      why: bent ? "the first picture alone is bent along the path, but for its ends" : undefined,
    },
  ];
}
