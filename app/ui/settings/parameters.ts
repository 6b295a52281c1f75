import type { NumberRange, Range } from "@core/numeric/range";

/** One number of a shape or a grain, as a slider sets it. */
export interface Parameter extends Range {
  readonly name: string;
  readonly label: string;
  readonly step: number;
  readonly unit?: string;
}

/** What each number of a thing of many kinds is called, by kind; the seed has one name everywhere. */
export type Labels<Thing extends { readonly kind: string }> = {
  readonly [kind in Thing["kind"]]: Labelled<Extract<Thing, { readonly kind: kind }>>;
};

type Labelled<One> = {
  readonly [name in keyof One as One[name] extends number ? Exclude<name, "seed"> : never]: string;
};

/** As many as one wants to leaf through; the schema takes any. */
const seed: Parameter = { name: "seed", label: "Another of its kind", low: 1, high: 200, step: 1 };

/** The sliders of what is drawn from numbers: shares in per cent, all others as they are. */
export function parametersOf(labels: object, ranges: Readonly<Record<string, NumberRange>>): readonly Parameter[] {
  const own = Object.entries(labels).map(([name, label]: [string, string]): Parameter => {
    const { low, high, whole } = ranges[name];
    return whole ? { name, label, low, high, step: 1 } : { name, label, low, high, step: 0.01, unit: "%" };
  });
  return "seed" in ranges ? [...own, seed] : own;
}
