import type { Brush } from "../brush";
import type { MayMiss } from "../hand/stand-in";
import type { Source } from "../response/sources";
import type { Measured } from "./measured";

/** What a trait is judged by. */
interface Told {
  readonly brush: Brush;
  readonly measured: Measured;
}

/** A word for what a brush does, and the rule by which it has it. */
export interface TraitRow {
  readonly label: string;
  /** The rule, as painters read it. */
  readonly rule: string;
  readonly has: (judged: Told) => boolean;
}

const lightening: readonly string[] = ["screen", "lighten", "color-dodge", "plus-lighter"];

/** Marks so far apart, or strewn so widely, that they are seen one by one. */
function stampsOf({ brush: { tip, trail }, measured }: Told): boolean {
  const strewn = trail.scatter >= 0.5 || trail.scatterAlong >= 0.5;
  const apart = trail.spacing >= 0.35 || (strewn && tip.shape.kind !== "bristles");
  return apart && measured.texture >= 0.25;
}

/** Whether some signals drive a brush, and nothing stands in for them. */
function needs({ brush }: Told, signals: readonly (Source & MayMiss)[]): boolean {
  return signals.some(
    (signal) =>
      brush.standIns[signal] === "none" && brush.responses.some(({ source, muted }) => source === signal && !muted),
  );
}

/** Every trait, in the order in which they are told. Limits are ours, but for the rules of thumb that docs/measures.md names. */
const rows = {
  dry: {
    label: "dry",
    rule: "the ground’s grain shows at full pressure: depth of 30 % or more, and a texture of 15 % or more",
    has: ({ brush: { ground }, measured }) => ground !== null && ground.depth >= 0.3 && measured.texture >= 0.15,
  },
  wet: {
    label: "wet",
    rule: "it mixes 5 to 95 % of what lies there into its own paint, its paint gathers at the rim, or a tenth of it is water",
    has: ({ brush: { paint } }) =>
      (paint.mixing >= 0.05 && paint.mixing < 0.95) || paint.rim.strength > 0 || paint.water >= 0.1,
  },
  covers: {
    label: "covers",
    rule: "one pass covers 85 % or more, evenly (texture under 25 %), joined as paint lies on paint",
    has: ({ brush: { paint }, measured }) =>
      measured.coverage >= 0.85 &&
      measured.texture < 0.25 &&
      paint.blend === "source-over" &&
      paint.mixing < 0.5 &&
      paint.soften === 0,
  },
  glazes: {
    label: "glazes",
    rule: "one pass covers 60 % at most, evenly (texture under 25 %), and it takes four or more",
    has: ({ measured }) =>
      measured.coverage > 0 &&
      measured.coverage <= 0.6 &&
      measured.texture < 0.25 &&
      measured.passes !== null &&
      measured.passes >= 4,
  },
  soft: {
    label: "soft",
    rule: "its edges take a quarter of its width or more, each, and it is 6 px wide at least; not for marks seen one by one",
    has: (judged) => judged.measured.edge >= 0.25 && judged.measured.width >= 6 && !stampsOf(judged),
  },
  textured: {
    label: "textured",
    rule: "a texture of 20 % or more in a stroke at full pressure; not for marks seen one by one",
    has: (judged) => judged.measured.texture >= 0.2 && !stampsOf(judged),
  },
  stamps: {
    label: "stamps",
    rule: "marks seen one by one: a third of their length apart or strewn by half a size, with a texture of 25 % or more",
    has: stampsOf,
  },
  line: {
    label: "line",
    rule: "12 px wide or less at full pressure",
    has: (judged) => judged.measured.width > 0 && judged.measured.width <= 12 && !stampsOf(judged),
  },
  runsOut: {
    label: "runs out",
    rule: "its load is spent along the way",
    has: ({ brush: { paint } }) => paint.load !== null,
  },
  blends: {
    label: "blends",
    rule: "it softens or lifts what lies there, or adds 5 % of its own paint at most",
    has: ({ brush: { paint } }) => paint.soften > 0 || paint.lift > 0 || paint.mixing >= 0.95,
  },
  lights: {
    label: "lights",
    rule: "it joins by screen, lighten, colour dodge or plus lighter",
    has: ({ brush: { paint } }) => lightening.includes(paint.blend),
  },
  needsTilt: {
    label: "needs tilt",
    rule: "tilt or lean drives it, and nothing stands in",
    has: (judged) => needs(judged, ["tilt", "lean"]),
  },
  needsTwist: {
    label: "needs twist",
    rule: "the barrel’s twist drives it, and nothing stands in",
    has: (judged) => needs(judged, ["twist"]),
  },
  slow: {
    label: "slow",
    rule: "at 100 px a stroke takes 25 times as long as a plain hard round’s",
    has: ({ measured }) => measured.cost >= 25,
  },
} as const satisfies Record<string, TraitRow>;

export type Trait = keyof typeof rows;

export const traits: Readonly<Record<Trait, TraitRow>> = rows;

export const traitNames = Object.keys(rows) as [Trait, ...Trait[]];

/** The traits of a brush, in their table's order. */
export function traitsOf(brush: Brush, measured: Measured): Trait[] {
  return traitNames.filter((name) => rows[name].has({ brush, measured }));
}
