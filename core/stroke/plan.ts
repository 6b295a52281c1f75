import { isThere, ownValue } from "../brush/quality-of";
import type { Brush } from "../brush/schema";
import type { Blend } from "../kernels/blend-modes";
import type { LawName } from "../kernels/signatures/marks";
import type { Rim } from "../paint/model";
import type { SpaceName } from "../paint/spaces";
import { qualities, qualityRow } from "../qualities/table";
import { variesWithinStroke } from "../response/sources";
import type { OverTip } from "../tip/over";
import { isSwept } from "./swept";

/** Where a stroke is to lie. */
export interface StrokePlace {
  /** On a layer's mask, which has no colour. */
  readonly mask?: boolean;
  /** It takes paint away instead of laying it. */
  readonly erases?: boolean;
  /** Whether the surface has a grain of its own. */
  readonly paper?: boolean;
}

/** What marks bring: coverage in one colour, a colour each, their picture's own colours, or tones of their colour. */
export type Manner = "cover" | "tint" | "own" | "toned";

/** A setting that may have no effect beside others. */
export type Setting =
  | "blend"
  | "build"
  | "rim"
  | "darkRim"
  | "ragged"
  | "mixing"
  | "taking"
  | "soften"
  | "water"
  | "inWater"
  | "body"
  | "ground"
  | "pictureColours"
  | "colourOfMarks"
  | "colour"
  | "spacing"
  | "press"
  | "dip"
  | "lift"
  | "over";

/** A setting that a brush has and that does nothing, and why. */
export interface Ignored {
  readonly setting: Setting;
  /** Follows "no effect: ". */
  readonly why: string;
}

interface OnTilesOfItsOwn {
  readonly manner: Manner;
  readonly planes: 1 | 4;
  /** How the whole stroke joins its layer. */
  readonly joins: Blend | "erase";
  readonly rim: Rim | undefined;
}

/**
 * How a stroke is laid. laid: on tiles of its own, which join the layer as it dries; with `lends`, its marks take their colour
 * from what was there before the stroke. open: it works on the layer's own paint. bent: a picture along the path.
 */
export type StrokePlan = (
  | (OnTilesOfItsOwn & {
      readonly kind: "laid";
      readonly law: LawName;
      readonly lends: boolean;
      /** Whether every hair takes up paint for itself. */
      readonly takes: boolean;
      /** How far a second colour goes across the tip, 0 for not at all. */
      readonly dipped: number;
      /** How far a third one does from the other side. */
      readonly thirdly: number;
      readonly body: boolean;
      /** The tip that breaks up what the first one leaves. */
      readonly over: OverTip | undefined;
      /** Whether it takes paint up and lays none. */
      readonly lifts: boolean;
      /** Whether it lies as a film of water in which pigment moves. */
      readonly water: boolean;
    })
  | { readonly kind: "open"; readonly space: SpaceName; readonly body: boolean }
  | (OnTilesOfItsOwn & { readonly kind: "bent" })
) & { readonly ignored: readonly Ignored[] };

/** How a stroke of this brush is laid there, and what of its settings has no effect. Muted responses count for nothing. */
export function planStroke(brush: Brush, place: StrokePlace = {}): StrokePlan {
  const kind = kindOf(brush, place);
  const { paint } = brush;
  const ignored = rules(brush, place, kind).flatMap(({ setting, set, why }): Ignored[] =>
    set && why !== undefined ? [{ setting, why }] : [],
  );
  const does = (setting: Setting) => !ignored.some((one) => one.setting === setting);
  const body = paint.body > 0 && does("body");
  if (kind === "open") return { kind, space: paint.space, body, ignored };
  const manner = mannerOf(brush, place, kind);
  const water = paint.water > 0 && does("water");
  const dark = does("darkRim") ? paint.rim.strength : 0;
  const ragged = does("ragged") ? paint.rim.ragged : 0;
  const tiles: OnTilesOfItsOwn = {
    manner,
    planes: manner === "cover" ? 1 : 4,
    joins: place.erases ? "erase" : paint.blend,
    rim: (dark > 0 || ragged > 0) && does("rim") ? { ...paint.rim, strength: dark, ragged } : undefined,
  };
  if (kind === "bent") return { kind, ...tiles, ignored };
  const law: LawName = `${manner}${paint.build === "even" ? "Even" : "Build"}`;
  const [dipped, thirdly] = manner === "own" && isSwept(brush) ? dipsOf(brush) : [0, 0];
  const over = does("over") && brush.tip.over ? brush.tip.over : undefined;
  const [lends, takes, lifts] = [kind === "lent", kind === "taken", kind === "lifted"];
  return { kind: "laid", ...tiles, law, lends, takes, dipped, thirdly, body, over, lifts, water, ignored };
}

/** As a plan's kind, strokes told apart whose marks, or every hair of them, take colour from before it, and those that lift. */
type Kind = "laid" | "lent" | "taken" | "lifted" | "open" | "bent";

function kindOf(brush: Brush, place: StrokePlace): Kind {
  const { paint, tip } = brush;
  // A picture that is bent along the path is no row of marks.
  if (tip.shape.kind === "image" && tip.shape.laid === "bent") return "bent";
  if (isColourless(place)) return "laid";
  if (paint.lift > 0) return "lifted";
  if (paint.soften > 0) return "open";
  if (paint.mixing === 0) return "laid";
  if (paint.taking === "each" && isSwept(brush)) return "taken";
  const plain =
    paint.blend === "source-over" && paint.build === "build-up" && !hasRim(brush, place) && paint.water === 0;
  return plain ? "open" : "lent";
}

/** How far a second and a third colour go across a tip. */
function dipsOf({ tip: { shape } }: Brush): readonly [number, number] {
  return shape.kind === "bristles" ? [shape.dip, shape.third] : [0, 0];
}

function isDipped(brush: Brush): boolean {
  return dipsOf(brush).some((share) => share > 0);
}

function mannerOf(brush: Brush, place: StrokePlace, kind: Kind): Manner {
  const { tip, responses } = brush;
  const { shape } = tip;
  if (isColourless(place) || kind === "lifted") return "cover";
  if (kind === "lent") return "tint";
  if (kind === "taken") return "own";
  if (shape.kind === "image" && shape.colour === "own") return "own";
  if (isSwept(brush) && isDipped(brush)) return "own";
  if (shape.kind === "image" && shape.colour !== "ink") return "toned";
  if (kind === "bent") return "cover";
  return responses.some(changesColour) ? "tint" : "cover";
}

/** What erases and what is painted on a mask has no colour: there is nothing to mix, and only what covers counts. */
function isColourless({ mask, erases }: StrokePlace): boolean {
  return mask === true || erases === true;
}

/** Whether a stroke's edge is worked on once its marks are laid. */
function hasRim({ paint, ground }: Brush, { paper }: StrokePlace): boolean {
  return paint.rim.strength > 0 || (paint.rim.ragged > 0 && hasStillGrain({ ground }, paper));
}

/** Whether there is a grain under the stroke whose valleys can eat into an edge. */
function hasStillGrain({ ground }: Pick<Brush, "ground">, paper: boolean | undefined): boolean {
  return ground ? ground.anchor !== "mark" : paper === true;
}

/** Whether a response gives each mark a colour of its own. */
function changesColour({ quality, source, muted }: Brush["responses"][number]): boolean {
  return !muted && qualityRow(quality).family === "colour" && variesWithinStroke(source);
}

const WATERS_RIM = "water draws the rim: see Gather";

/** What only water gives something to do. */
const inWater = ["gather", "spread", "granulation", "dryAfter"] as const;

interface Rule {
  readonly setting: Setting;
  /** Whether the brush has it. */
  readonly set: boolean;
  /** Why it has no effect; undefined where it has one. */
  readonly why: string | undefined;
}

/** Each setting that may meet another that leaves it nothing to do. */
function rules(brush: Brush, place: StrokePlace, kind: Kind): readonly Rule[] {
  const { paint, ground, tip, responses } = brush;
  const { shape } = tip;
  const bent = kind === "bent" ? "the picture is bent along the path and not laid in marks" : undefined;
  const uncoloured = place.mask ? "a mask has no colour" : place.erases ? "an eraser brings no colour" : undefined;
  const open =
    kind === "open" ? `${paint.soften > 0 ? "softening" : "mixing"} works on the paint that is there` : undefined;
  const wet = open ?? (kind === "lent" ? "the colour is taken from the surface" : undefined);
  const softens = kind === "open" && paint.soften > 0 ? open : undefined;
  const pictured =
    shape.kind === "image" && shape.colour === "own" && !wet ? "the tip's picture brings its own colours" : undefined;
  const picture = shape.kind === "image" && shape.colour !== "ink";
  const lifts = kind === "lifted" ? "a tip that lifts lays no paint" : undefined;
  const dry = uncoloured ?? bent ?? lifts ?? softens;
  const film = paint.water > 0 && dry === undefined;
  const isRagged = paint.rim.ragged > 0 && raggedWhy(brush, place) === undefined;
  return [
    {
      setting: "blend",
      set: paint.blend !== "source-over",
      why:
        uncoloured ??
        lifts ??
        softens ??
        (film ? "water lays a clear film: strokes of it darken each other by themselves" : undefined),
    },
    { setting: "water", set: paint.water > 0, why: dry },
    {
      setting: "inWater",
      set: inWater.some(
        (name) => paint[name] !== qualities[name].base || responses.some((r) => r.quality === name && !r.muted),
      ),
      why: film ? undefined : "there is no water",
    },
    { setting: "darkRim", set: paint.rim.strength > 0, why: lifts ?? softens ?? (film ? WATERS_RIM : undefined) },
    { setting: "build", set: paint.build === "even", why: softens ?? bent },
    {
      setting: "rim",
      set: hasRim(brush, place),
      why: lifts ?? softens ?? (film && !isRagged ? WATERS_RIM : undefined),
    },
    {
      setting: "ragged",
      set: paint.rim.ragged > 0,
      why: lifts ?? softens ?? bent ?? raggedWhy(brush, place),
    },
    { setting: "mixing", set: paint.mixing > 0, why: uncoloured ?? bent ?? lifts },
    {
      setting: "taking",
      set: paint.mixing > 0 && paint.taking !== "average",
      why:
        uncoloured ??
        bent ??
        lifts ??
        (kind === "lent"
          ? "a stroke with a blend mode, an even build, a rim or water takes one mean colour"
          : undefined),
    },
    { setting: "soften", set: paint.soften > 0, why: uncoloured ?? bent ?? lifts },
    { setting: "body", set: paint.body > 0, why: uncoloured ?? bent ?? lifts },
    { setting: "lift", set: paint.lift > 0, why: uncoloured ?? bent },
    { setting: "ground", set: ground !== null, why: bent },
    { setting: "pictureColours", set: picture, why: uncoloured ?? lifts ?? wet },
    { setting: "colour", set: colourIsSet(brush), why: uncoloured ?? lifts ?? pictured },
    {
      setting: "spacing",
      set: brush.trail.spacing !== qualities.spacing.base || responses.some((r) => r.quality === "spacing" && !r.muted),
      why: isSwept(brush) ? "hairs leave lines, whatever the spacing" : undefined,
    },
    {
      setting: "press",
      set: ground !== null && (ground.press !== 1 || responses.some((r) => r.quality === "press" && !r.muted)),
      why: bent ?? (ground?.law === "peaks" ? undefined : "only peaks mind how hard one presses"),
    },
    {
      setting: "dip",
      set: isDipped(brush),
      why: uncoloured ?? lifts ?? wet ?? (isSwept(brush) ? undefined : "scattered marks are stamped in one colour"),
    },
    { setting: "over", set: tip.over !== null, why: bent ?? open },
    // Along a bent picture the first mark’s colour is the whole stroke’s: it has an effect.
    { setting: "colourOfMarks", set: responses.some(changesColour), why: uncoloured ?? lifts ?? pictured },
  ];
}

function raggedWhy({ ground }: Brush, { paper }: StrokePlace): string | undefined {
  if (hasStillGrain({ ground }, paper)) return undefined;
  return ground ? "the grain goes along with each mark" : "there is no ground";
}

/** Whether a brush changes the colour that is picked, for whole strokes. */
function colourIsSet(brush: Brush): boolean {
  const names = (Object.keys(qualities) as (keyof typeof qualities)[]).filter(
    (name) => qualityRow(name).family === "colour" && isThere(brush, name),
  );
  return names.some(
    (name) =>
      ownValue(brush, name) !== qualityRow(name).base ||
      brush.responses.some((r) => r.quality === name && !r.muted && !variesWithinStroke(r.source)),
  );
}
