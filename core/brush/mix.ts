import { qualities, qualityRow } from "../qualities/table";
import { curveFunction } from "../response/curve";
import type { Curve, Response } from "../response/model";
import { type Brush, brushSchema, MAX_RESPONSES } from "./schema";

/** Fields that are angles in degrees: they turn by the shorter way. The ground's rotation is the one that is no quality. */
const turning = new Set([
  "rotation",
  ...Object.entries(qualities).flatMap(([name, row]) => ("turns" in row ? name : [])),
]);
const MOST_POINTS = 16;

/**
 * The brush that lies between two: every number `share` of the way from the first to the second. What is no number is the
 * nearer one's. A response or a ground that only one of them has comes or goes little by little.
 * @param share 0…1 @returns the first at 0 and the second at 1, both with the first one's name, notes, stops and controls
 */
export function mixBrushes(first: Brush, second: Brush, share: number): Brush {
  const named = { name: first.name, notes: first.notes, stops: first.stops, controls: first.controls };
  if (share <= 0) return first;
  if (share >= 1) return { ...second, ...named };
  const mixed = {
    ...named,
    level: first.level,
    tip: between(first.tip, second.tip, share),
    trail: between(first.trail, second.trail, share),
    ground: grounds(first.ground, second.ground, share),
    paint: between(first.paint, second.paint, share),
    standIns: share < 0.5 ? first.standIns : second.standIns,
    responses: responses(first.responses, second.responses, share),
  };
  return settled(mixed, share < 0.5 ? first : second);
}

/** Numbers between, objects field by field where both are of one kind, and the nearer one's value of everything else. */
function between<T>(a: T, b: T, share: number, name = ""): T {
  if (typeof a === "number" && typeof b === "number") return numberBetween(a, b, share, name) as T;
  if (isPlain(a) && isPlain(b) && a.kind === b.kind) {
    const fields = Object.keys({ ...a, ...b }).map((key) => [key, between(a[key], b[key], share, key)]);
    return Object.fromEntries(fields.filter(([, value]) => value !== undefined));
  }
  if (Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((v) => typeof v === "number"))
    return a.map((v, i) => between(v, b[i], share)) as T;
  return share < 0.5 ? a : b;
}

function isPlain(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

function numberBetween(a: number, b: number, share: number, name: string): number {
  if (!turning.has(name)) return a + share * (b - a);
  const way = ((((b - a) % 360) + 540) % 360) - 180;
  const turned = a + share * way;
  return turned > 180 ? turned - 360 : turned < -180 ? turned + 360 : turned;
}

function grounds(a: Brush["ground"], b: Brush["ground"], share: number): Brush["ground"] {
  if (a && b) return between(a, b, share);
  const there = a ?? b;
  return there && { ...there, depth: there.depth * (a ? 1 - share : share) };
}

/** Those of the same quality and source are mixed, one by one in their order; the others fade. */
function responses(first: readonly Response[], second: readonly Response[], share: number): Response[] {
  const rest = [...second];
  const mixed = first.map((response) => {
    const n = rest.findIndex((other) => other.quality === response.quality && other.source === response.source);
    if (n < 0) return faded(response, 1 - share);
    const [other] = rest.splice(n, 1);
    return { ...between(response, other, share), curve: curveBetween(response.curve, other.curve, share) };
  });
  return [...mixed, ...rest.map((response) => faded(response, share))].slice(0, MAX_RESPONSES);
}

/** A response that does only a share of what it does. */
function faded(response: Response, share: number): Response {
  const idle = qualityRow(response.quality).joins === "multiply" ? 1 : 0;
  return { ...response, low: idle + share * (response.low - idle), high: idle + share * (response.high - idle) };
}

function curveBetween(a: Curve, b: Curve, share: number): Curve {
  const places = [...new Set([...a, ...b].map(([x]) => x))].sort((p, q) => p - q);
  // Too many points: every other one goes, but for the ends.
  const kept =
    places.length <= MOST_POINTS
      ? places
      : places
          .filter((_, i) => i === 0 || i === places.length - 1 || i % 2 === 1)
          .slice(0, MOST_POINTS - 1)
          .concat(1);
  const [f, g] = [curveFunction(a), curveFunction(b)];
  return kept.map((x) => [x, f(x) + share * (g(x) - f(x))]);
}

/** Numbers that must be whole are rounded; a part that is still no brush's is the nearer one's. */
function settled(mixed: unknown, nearer: Brush): Brush {
  const value = structuredClone(mixed) as Record<string, unknown>;
  for (const issue of brushSchema.safeParse(value).error?.issues ?? []) {
    const parent = issue.path
      .slice(0, -1)
      .reduce<unknown>((at, key) => (at as Record<PropertyKey, unknown> | undefined)?.[key], value) as
      | Record<PropertyKey, unknown>
      | undefined;
    const last = issue.path[issue.path.length - 1];
    const number = parent?.[last];
    if (parent && typeof number === "number") parent[last] = Math.round(number);
  }
  const parsed = brushSchema.safeParse(value);
  if (parsed.success) return parsed.data;
  const parts = new Set(parsed.error.issues.map((issue) => String(issue.path[0])));
  return brushSchema.parse({
    ...value,
    ...Object.fromEntries([...parts].map((part) => [part, nearer[part as keyof Brush]])),
  });
}
