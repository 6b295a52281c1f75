import type { Brush } from "../brush";
import type { Sample } from "../hand/sample";
import { noPictures, type Pictures } from "../picture/picture";
import { qualityRow } from "../qualities/table";
import type { Source } from "../response/sources";
import { coverageAt } from "../stroke/render";
import { scoreOf } from "./score";

/** Something that holds paint back: a body's part, or a signal that drives flow or opacity. */
export type Holder = "tip" | "second tip" | "flow" | "opacity" | "spacing" | "scatter" | "ground" | "load" | Source;

/** What the stroke would cover if one holder let everything through. */
export interface Factor {
  readonly holder: Holder;
  /** Mean coverage along the stroke without it, 0…1. */
  readonly without: number;
  /** How much it takes away: `without` less what is covered now; below 0 for what adds paint. */
  readonly takes: number;
  /** How uneven the stroke is without it. */
  readonly unevenWithout: number;
}

/** Where a stroke's paint goes. */
export interface InkBudget {
  /** Coverage, 0…1, at places along the stroke. */
  readonly places: readonly { readonly x: number; readonly coverage: number }[];
  /** Their mean. */
  readonly coverage: number;
  /** Mean difference between a place and the mean of those around it, 0…1: how blotchy the stroke is. */
  readonly uneven: number;
  /** What holds most back comes first. */
  readonly factors: readonly Factor[];
}

const MOST_PLACES = 60;
const AROUND = 3;
/** The tip's part that is looked at, so that edges count little. */
const MIDDLE = 0.6;
const ink = { colour: [0, 0, 0], second: [1, 1, 1] } as const;

/**
 * Paints a stroke as it is, and once more for each thing that may hold paint back with that thing letting all through.
 * What joins, mixes, softens or lies thick is taken as plain: what counts is where paint lies and how much.
 * @param width @param height the sheet's, px
 * @param breath is called between two paintings; when it answers false, the work stops and undefined is returned
 * @throws MissingPicture, MissingGrain when a picture the brush names is not there
 */
export async function inkBudget(
  brush: Brush,
  samples: readonly Sample[],
  sheet: { readonly width: number; readonly height: number },
  pictures: Pictures = noPictures,
  breath: () => Promise<boolean> = () => Promise.resolve(true),
): Promise<InkBudget | undefined> {
  const plain: Brush = { ...brush, paint: { ...brush.paint, mixing: 0, soften: 0, body: 0, blend: "source-over" } };
  // Places follow the path, wherever the marks fall.
  const path: Brush = {
    ...plain,
    trail: { ...plain.trail, spacing: DENSE, scatter: 0, scatterAlong: 0 },
    responses: plain.responses.filter((r) => qualityRow(r.quality).family !== "place"),
  };
  const all = scoreOf(path, samples, 1).places;
  const every = Math.max(1, Math.ceil(all.length / MOST_PLACES));
  const looked = all.filter((_, i) => i % every === 0).map(({ x, y, size }) => ({ x, y, size: size * MIDDLE }));
  const covers = (value: Brush) =>
    coverageAt({ brush: value, strokes: [samples], ...sheet, ink, paper: null, seed: 1, pictures }, looked);
  const now = covers(plain);
  const coverage = mean(now);
  const factors: Factor[] = [];
  for (const [holder, value] of withouts(plain)) {
    if (!(await breath())) return undefined;
    const then = covers(value);
    factors.push({ holder, without: mean(then), takes: mean(then) - coverage, unevenWithout: unevenness(then) });
  }
  return {
    places: looked.map(({ x }, i) => ({ x, coverage: now[i] })),
    coverage,
    uneven: unevenness(now),
    factors: factors.sort((a, b) => b.takes - a.takes),
  };
}

/** The brush without each of the things that hold its paint back. */
function withouts(brush: Brush): [Holder, Brush][] {
  const { tip, trail, ground, paint, responses } = brush;
  const found: [Holder, Brush][] = [];
  if (tip.shape.kind !== "ellipse" || tip.hardness < 1 || responses.some((r) => r.quality === "hardness"))
    found.push([
      "tip",
      {
        ...brush,
        tip: { ...tip, shape: { kind: "ellipse" }, hardness: 1 },
        responses: responses.filter((r) => r.quality !== "hardness"),
      },
    ]);
  if (tip.over) found.push(["second tip", { ...brush, tip: { ...tip, over: null } }]);
  const drivers = new Set(responses.filter((r) => isStrength(r) && !r.muted).map((r) => r.source));
  for (const source of drivers)
    found.push([source, { ...brush, responses: responses.filter((r) => !(isStrength(r) && r.source === source)) }]);
  if (paint.flow < 1) found.push(["flow", { ...brush, paint: { ...paint, flow: 1 } }]);
  if (paint.opacity < 1) found.push(["opacity", { ...brush, paint: { ...paint, opacity: 1 } }]);
  if (trail.spacing > DENSE)
    found.push([
      "spacing",
      { ...brush, trail: { ...trail, spacing: DENSE }, responses: responses.filter((r) => r.quality !== "spacing") },
    ]);
  if (trail.scatter > 0 || trail.scatterAlong > 0)
    found.push(["scatter", { ...brush, trail: { ...trail, scatter: 0, scatterAlong: 0 } }]);
  if (ground) found.push(["ground", { ...brush, ground: null }]);
  if (paint.load !== null) found.push(["load", { ...brush, paint: { ...paint, load: null } }]);
  return found;
}

/** Marks this close leave no gaps. */
const DENSE = 0.05;

function isStrength({ quality }: Brush["responses"][number]): boolean {
  return quality === "flow" || quality === "opacity";
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}

function unevenness(values: readonly number[]): number {
  return mean(values.map((value, i) => Math.abs(value - mean(values.slice(Math.max(0, i - AROUND), i + AROUND + 1)))));
}
