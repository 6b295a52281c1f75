import { type Quality, qualityNames, qualityRow } from "../qualities/table";
import { sources } from "../response/sources";
import { ownValue } from "./quality-of";
import type { Brush } from "./schema";

/** One thing in which two brushes differ. Numbers are as the brush has them. */
export type Difference =
  | { readonly kind: "quality"; readonly name: Quality; readonly from: number | null; readonly to: number | null }
  | { readonly kind: "response"; readonly what: string; readonly change: "added" | "removed" | "changed" }
  | { readonly kind: "setting"; readonly what: string; readonly from: string; readonly to: string };

const lists = ["stops", "controls"] as const;
const parts = ["tip", "trail", "ground", "paint", "standIns"] as const;

/** What must be changed in one brush to have the other: qualities in their table's order, then responses, then settings. */
export function differences(from: Brush, to: Brush): Difference[] {
  return [...qualityDifferences(from, to), ...responseDifferences(from, to), ...settingDifferences(from, to)];
}

function qualityDifferences(from: Brush, to: Brush): Difference[] {
  return qualityNames.flatMap((name): Difference[] => {
    const [a, b] = [ownValue(from, name), ownValue(to, name)];
    return a === b ? [] : [{ kind: "quality", name, from: a, to: b }];
  });
}

/** Responses are told apart by quality and source; of several alike, by their order. */
function responseDifferences(from: Brush, to: Brush): Difference[] {
  const byName = ({ responses }: Brush) => {
    const named = new Map<string, string>();
    for (const response of responses) {
      const plain = `${qualityRow(response.quality).label} by ${sources[response.source].label.toLowerCase()}`;
      let name = plain;
      for (let n = 2; named.has(name); n++) name = `${plain}, ${n}`;
      named.set(name, JSON.stringify(response));
    }
    return named;
  };
  const [before, after] = [byName(from), byName(to)];
  const gone = [...before.keys()]
    .filter((what) => !after.has(what))
    .map((what): Difference => ({ kind: "response", what, change: "removed" }));
  const come = [...after].flatMap(([what, text]): Difference[] => {
    const had = before.get(what);
    return had === text ? [] : [{ kind: "response", what, change: had === undefined ? "added" : "changed" }];
  });
  return [...gone, ...come];
}

function settingDifferences(from: Brush, to: Brush): Difference[] {
  const found: Difference[] = [];
  if (from.name !== to.name) found.push({ kind: "setting", what: "name", from: from.name, to: to.name });
  for (const list of lists)
    if (JSON.stringify(from[list]) !== JSON.stringify(to[list]))
      found.push({ kind: "setting", what: list, from: "its own", to: "others" });
  for (const part of parts) {
    const [a, b] = [from[part] as Record<string, unknown> | null, to[part] as Record<string, unknown> | null];
    if (!a !== !b) found.push({ kind: "setting", what: part, from: a ? "there" : "none", to: b ? "there" : "none" });
    if (!a || !b) continue;
    for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) {
      if (qualityNames.some((name) => name === key && qualityRow(name).body === part)) continue;
      if (JSON.stringify(a[key]) !== JSON.stringify(b[key]))
        found.push({ kind: "setting", what: `${part}: ${key}`, from: brief(a[key]), to: brief(b[key]) });
    }
  }
  return found;
}

/** A setting's value in a word or two. */
function brief(value: unknown): string {
  if (typeof value === "object" && value !== null && "kind" in value) return String(value.kind);
  if (typeof value === "object" && value !== null) return "its own";
  return value === undefined ? "none" : String(value);
}
