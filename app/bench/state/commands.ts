import {
  type Brush,
  brushSchema,
  MAX_RESPONSES,
  MOST_STOPS,
  MOST_TAGS,
  ownValue,
  parseBrush,
  TAG_LENGTH,
  withValue,
} from "@core/brush";
import { type Quality, qualityRow } from "@core/qualities/table";
import { type Response, responseSchema } from "@core/response/model";
import { type Source, sources } from "@core/response/sources";
import type { Shape } from "@core/tip/shape/shape";
import type { Command } from "./bench-state";
import { withBrushStep } from "./steps";

function change(label: string, alter: (brush: Brush) => Brush, key?: string): Command {
  return (state) => {
    const brush = alter(state.brush);
    return brush === state.brush ? undefined : withBrushStep(state, brush, label, key);
  };
}

/** A quality's own value in a brush, or the one it would begin with. */
export function qualityValue(brush: Brush, name: Quality): number {
  return ownValue(brush, name) ?? qualityRow(name).base;
}

/** Sets a quality, clamped to its range; steps of one drag join. */
export function setQuality(name: Quality, value: number): Command {
  const label = qualityRow(name).label.toLowerCase();
  const set = change(label, (brush) => withValue(brush, name, value), `quality ${name}`);
  return (state) => {
    if (Number.isNaN(value) || ownValue(withValue(state.brush, name, value), name) === ownValue(state.brush, name))
      return undefined;
    const next = set(state);
    return next && { ...next, view: { ...next.view, touched: name } };
  };
}

export function setBuild(build: Brush["paint"]["build"]): Command {
  return (state) => (state.brush.paint.build === build ? undefined : setPaint({ build }, "build")(state));
}

type Part = "tip" | "trail" | "paint" | "standIns";

/** Changes a few fields of one part of the brush, where the result is a brush; steps with the same key join. */
function setPart<P extends Part>(part: P, patch: Partial<Brush[P]>, label: string, key?: string): Command {
  return (state) => {
    const next = brushSchema.safeParse({ ...state.brush, [part]: { ...state.brush[part], ...patch } });
    // A name that is being typed may be empty for a while: what it is does not matter here.
    if (!next.success && next.error.issues.some((issue) => issue.path[0] === part)) return undefined;
    return change(label, (brush) => ({ ...brush, [part]: { ...brush[part], ...patch } }), key)(state);
  };
}

export function setTip(patch: Partial<Brush["tip"]>, label: string, key?: string): Command {
  return setPart("tip", patch, label, key);
}

export function setTrail(patch: Partial<Brush["trail"]>, label: string, key?: string): Command {
  return setPart("trail", patch, label, key);
}

export function setPaint(patch: Partial<Brush["paint"]>, label: string, key?: string): Command {
  return setPart("paint", patch, label, key);
}

export function setStandIns(patch: Partial<Brush["standIns"]>): Command {
  return setPart("standIns", patch, "stand-ins");
}

/** Gives the tip another shape, or its shape another parameter; steps of one drag join. */
export function setShape(shape: Shape): Command {
  return (state) =>
    setPart("tip", { shape }, "shape", shape.kind === state.brush.tip.shape.kind ? "shape" : undefined)(state);
}

export function setKeepStrength(keepStrength: boolean): Command {
  return setPart("trail", { keepStrength }, "keep strength");
}

/** Gives the brush a ground, or none. Responses of a ground that goes stay, and answer again when one comes back. */
export function setGround(ground: Brush["ground"], label: string, key?: string): Command {
  return (state) => {
    const next = brushSchema.shape.ground.safeParse(ground);
    return next.success ? change(label, (brush) => ({ ...brush, ground: next.data }), key)(state) : undefined;
  };
}

/** Sets where a quality's slider rests: each value once, rising, within the quality's range; none to let it move freely. */
export function setStops(name: Quality, values: readonly number[]): Command {
  const { low, high, label } = qualityRow(name);
  const stops = [...new Set(values.map((value) => Math.min(high, Math.max(low, value))))]
    .sort((a, b) => a - b)
    .slice(0, MOST_STOPS);
  return change(`stops of ${label.toLowerCase()}`, (brush) => {
    const { [name]: before, ...others } = brush.stops;
    if (JSON.stringify(before ?? []) === JSON.stringify(stops)) return brush;
    return { ...brush, stops: stops.length > 0 ? { ...others, [name]: stops } : others };
  });
}

/** Says what painters may change. Where the list is none that a brush can have, nothing happens. */
export function setControls(controls: Brush["controls"], key?: string): Command {
  return (state) =>
    brushSchema.shape.controls.safeParse(controls).success
      ? change("painter’s panel", (brush) => ({ ...brush, controls }), key)(state)
      : undefined;
}

/** Makes another brush the present one, as one step; steps with the same key join. */
export function takeBrush(brush: Brush, label: string, key?: string): Command {
  return change(label, () => brush, key);
}

/** Makes of the brush a plain hard round at full flow, under its own name: one step, and one step back. */
export const backToPlain: Command = (state) => {
  const { name, notes } = state.brush;
  return takeBrush(parseBrush({ level: 1, name: name || "plain", notes }), "everything back to plain")(state);
};

/** Says what the brush is for: a sentence, and tags, of which empty ones, doubles and those beyond the twelfth fall away. */
export function describe({ notes, tags }: { readonly notes?: string; readonly tags?: readonly string[] }): Command {
  return change(
    "what it is for",
    (brush) => {
      const words = tags?.map((tag) => tag.trim().slice(0, TAG_LENGTH)).filter(Boolean);
      const { tags: before, ...rest } = brush;
      const kept = words ? [...new Set(words)].slice(0, MOST_TAGS) : before;
      return { ...rest, notes: notes ?? brush.notes, ...(kept && kept.length > 0 ? { tags: kept } : {}) };
    },
    "what it is for",
  );
}

export function rename(name: string): Command {
  return change("name", (brush) => (brush.name === name ? brush : { ...brush, name }), "name");
}

/** Adds a response that at first changes nothing much: from a third to full, or a small turn for what adds. */
export function addResponse(quality: Quality, source: Source): Command {
  const { label, joins, high, turns } = qualityRow(quality);
  const ends =
    joins === "multiply"
      ? { low: 0.3, high: 1 }
      : sources[source].scale === "turn"
        ? { low: 0, high: turns ? 360 : high }
        : { low: 0, high: Math.min(high, turns ? 45 : 0.25) };
  const response = responseSchema.parse({ quality, source, ...ends });
  return change(`${label.toLowerCase()} answers`, (brush) => ({ ...brush, responses: [...brush.responses, response] }));
}

export function changeResponse(index: number, patch: Partial<Response>): Command {
  return (state) => {
    const response = state.brush.responses[index];
    const next = response && responseSchema.safeParse({ ...response, ...patch });
    if (!next?.success) return undefined;
    const label = `${qualityRow(response.quality).label.toLowerCase()} response`;
    return change(
      label,
      (brush) => ({ ...brush, responses: brush.responses.map((r, i) => (i === index ? next.data : r)) }),
      `response ${index} ${Object.keys(patch).join()}`,
    )(state);
  };
}

/** Lets another quality answer in the same way; what multiplies and what adds have ends of their own. */
export function copyResponse(index: number, quality: Quality): Command {
  return (state) => {
    const response = state.brush.responses[index];
    if (!response || state.brush.responses.length >= MAX_RESPONSES) return undefined;
    const alike = qualityRow(response.quality).joins === qualityRow(quality).joins;
    const plain = addResponse(quality, response.source)(state)?.brush.responses.at(-1);
    const copy = { ...response, quality, ...(alike || !plain ? {} : { low: plain.low, high: plain.high }) };
    return change(`${qualityRow(quality).label.toLowerCase()} answers`, (brush) => ({
      ...brush,
      responses: [...brush.responses, copy],
    }))(state);
  };
}

export function removeResponse(index: number): Command {
  return (state) =>
    state.brush.responses[index] &&
    change("response removed", (brush) => ({ ...brush, responses: brush.responses.filter((_, i) => i !== index) }))(
      state,
    );
}

/** The shelf has this brush now. */
export function markSaved(saved: Brush, revision: number): Command {
  return (state) => ({ ...state, saved, revision });
}

/** Takes the shelf's newer version; what was on the bench can be undone to. */
export function takeNewest(brush: Brush, revision: number): Command {
  return (state) => ({
    ...withBrushStep(state, brush, "newer version taken"),
    saved: brush,
    revision,
    draft: { ...state.draft, found: false },
  });
}

/** Goes on with what was changed and not saved, begun from a revision. */
export function takeDraft(brush: Brush, revision: number): Command {
  return (state) => ({
    ...withBrushStep(state, brush, "the draft taken up"),
    revision,
    draft: { kept: true, found: true },
  });
}

/** Remembers whether what is not saved is kept in this browser. */
export function draftKept(kept: boolean): Command {
  return (state) => (state.draft.kept === kept ? undefined : { ...state, draft: { ...state.draft, kept } });
}
