import type { Check, Finding, Member } from "../model";

/** So many times as slow as the others, and slower than this, ms a mark, a brush is felt. */
const TIMES = 6;
const FELT = { at100: 0.5, at400: 4 } as const;

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
}

export const slow: Check = {
  name: "slow",
  looksFor: "brushes that are much slower than the others",
  run: ({ members }) => {
    const known = members.filter((member): member is Member & { cost: NonNullable<Member["cost"]> } => !!member.cost);
    return (["at100", "at400"] as const).flatMap((size) => {
      const usual = median(known.map(({ cost }) => cost[size]));
      return known.flatMap(({ id, cost }): Finding[] =>
        cost[size] > FELT[size] && cost[size] > TIMES * usual
          ? [
              {
                gravity: "warning",
                says: `It is slow: ${cost[size].toFixed(1)} ms a mark at ${size.slice(2)} px, where the set’s middle is ${usual.toFixed(2)}.`,
                id,
              },
            ]
          : [],
      );
    });
  },
};
