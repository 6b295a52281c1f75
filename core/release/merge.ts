import { type Brush, BrushError, parseBrush } from "../brush";
import { isResponse, type Parts, partLabel, partsOf, partValue, together } from "./parts";

/** Whose value a part has. */
export type Side = "mine" | "theirs";

/** One part in which a brush of one's own, or the maker's new one, is not what both came from. */
export interface PartChange {
  readonly key: string;
  readonly label: string;
  /** Who has changed it; both, and not alike, where it is a conflict. */
  readonly by: Side | "both";
  /** The values in words. */
  readonly base: string;
  readonly mine: string;
  readonly theirs: string;
  /** Whose value the merged brush has. */
  readonly has: Side;
}

/** A merged brush, and part by part how it came about. */
export interface Merge {
  readonly brush: Brush;
  readonly changes: readonly PartChange[];
  /** Why the parts did not fit together: then the brush is mine, unchanged. */
  readonly unfit: string | undefined;
}

/** Whose value is taken for some parts, by their keys. */
export type Choices = Readonly<Record<string, Side>>;

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Joins two brushes that came from one, part by part. What only one side has changed is taken from that side; what both have
 * changed alike is so; of what both have changed otherwise, mine stays. Choices say otherwise for single parts.
 */
export function mergeBrushes(base: Brush, mine: Brush, theirs: Brush, choices: Choices = {}): Merge {
  const wholeGround = base.ground === null || mine.ground === null || theirs.ground === null;
  const [b, m, t] = [base, mine, theirs].map((brush) => partsOf(brush, wholeGround));
  const changes: PartChange[] = [];
  const merged = new Map<string, unknown>();
  for (const key of new Set([...b.keys(), ...m.keys(), ...t.keys()])) {
    const [was, own, other] = [b.get(key), m.get(key), t.get(key)];
    const by = same(own, other) ? undefined : same(own, was) ? "theirs" : same(other, was) ? "mine" : "both";
    const has = by === undefined ? "mine" : (choices[key] ?? (by === "theirs" ? "theirs" : "mine"));
    if (by)
      changes.push({
        key,
        label: partLabel(key),
        by,
        has,
        base: partValue(key, was),
        mine: partValue(key, own),
        theirs: partValue(key, other),
      });
    const value = has === "theirs" ? other : own;
    if (value !== undefined) merged.set(key, value);
  }
  const whole = together(inOrder(merged, b, m, t), mine.level);
  try {
    return { brush: parseBrush(whole), changes, unfit: undefined };
  } catch (error) {
    if (!(error instanceof BrushError)) throw error;
    return { brush: mine, changes: changes.map((one) => ({ ...one, has: "mine" })), unfit: error.message };
  }
}

/**
 * The order of responses is a part of its own: theirs where mine is as it was, else mine. Those that are in neither order, for
 * one side has added them, come last, sorted, so that it does not matter who came first.
 */
function inOrder(merged: Parts, b: Parts, m: Parts, t: Parts): Parts {
  const keysOf = (parts: Parts) => [...parts.keys()].filter(isResponse);
  const [was, own, other] = [keysOf(b), keysOf(m), keysOf(t)];
  const common = (keys: readonly string[], also: readonly string[]) => keys.filter((key) => also.includes(key));
  const isMineOld = same(common(own, was), common(was, own));
  const leads = same(own, was)
    ? other
    : same(other, was) || same(own, other)
      ? own
      : common(isMineOld ? other : own, was);
  const kept = [...merged.keys()].filter(isResponse);
  const rest = kept.filter((key) => !leads.includes(key)).sort();
  const ordered = [...leads.filter((key) => merged.has(key)), ...rest];
  return new Map([
    ...[...merged].filter(([key]) => !isResponse(key)),
    ...ordered.map((key): [string, unknown] => [key, merged.get(key)]),
  ]);
}
