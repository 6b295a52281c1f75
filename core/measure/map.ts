import type { Measured } from "./measured";

/** A measure by which brushes can be placed. */
export interface AxisRow {
  readonly label: string;
  /** Its place, 0…1. */
  readonly at: (measured: Measured) => number;
  /** How its lower, middle and upper third are called. */
  readonly words: readonly [string, string, string];
}

const within = (v: number) => Math.min(1, Math.max(0, v));

const rows = {
  edge: { label: "soft edge", at: (m) => within(m.edge * 2), words: ["hard", "half soft", "soft"] },
  texture: { label: "texture", at: (m) => within(m.texture), words: ["smooth", "with some texture", "rough"] },
  coverage: { label: "cover", at: (m) => within(m.coverage), words: ["thin", "half covering", "covering"] },
  width: {
    label: "width",
    at: (m) => within(Math.log2(Math.max(1, m.width)) / 9),
    words: ["fine", "of middling width", "broad"],
  },
  swell: {
    label: "swell",
    at: (m) => within(1 - m.lightWidth),
    words: ["even in width", "swelling a little", "swelling much"],
  },
  passes: {
    label: "passes",
    at: (m) => ((m.passes ?? 20) - 1) / 19,
    words: ["full at once", "full in some passes", "slow to fill"],
  },
  carry: {
    label: "carry",
    at: (m) => within(m.carry / 200),
    words: ["carrying nothing", "carrying a little", "carrying far"],
  },
} as const satisfies Record<string, AxisRow>;

export type Axis = keyof typeof rows;
export const axes: Readonly<Record<Axis, AxisRow>> = rows;
export const axisNames = Object.keys(rows) as [Axis, ...Axis[]];

/** A part of a map where there is no brush: a third each way, 0…1. */
export interface EmptyRegion {
  readonly x: number;
  readonly y: number;
  /** In two lines: "nothing soft", "with some texture" */
  readonly says: readonly [string, string];
}

/** The empty thirds of a map, those with brushes on most sides first: what is missing among what there is. */
export function emptyRegions(points: readonly Measured[], across: Axis, up: Axis): EmptyRegion[] {
  const third = (v: number) => Math.min(2, Math.floor(v * 3));
  const full = new Set(points.map((m) => `${third(rows[across].at(m))} ${third(rows[up].at(m))}`));
  const found: (EmptyRegion & { readonly beside: number })[] = [];
  for (let x = 0; x < 3; x++)
    for (let y = 0; y < 3; y++) {
      if (full.has(`${x} ${y}`)) continue;
      const sides = [
        [x - 1, y],
        [x + 1, y],
        [x, y - 1],
        [x, y + 1],
      ];
      const beside = sides.filter(([i, j]) => full.has(`${i} ${j}`)).length;
      found.push({
        x: x / 3,
        y: y / 3,
        says: [
          `nothing ${rows[across].words[x]}`,
          `${rows[up].words[y].startsWith("with") ? "" : "and "}${rows[up].words[y]}`,
        ],
        beside,
      });
    }
  return found.sort((a, b) => b.beside - a.beside).map(({ x, y, says }) => ({ x, y, says }));
}
