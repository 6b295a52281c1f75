import type { Measured } from "@core/measure/measured";

/** A share as painters say it: tenths of a per cent below ten. */
export function percent(share: number): string {
  return `${(share * 100).toFixed(share < 0.0995 && share > 0 ? 1 : 0)} %`;
}

/** A number of a brush as rows show it, and how long its bar is, 0…1. */
export interface MeasureWord {
  readonly name: string;
  readonly says: string;
  readonly share: number;
  /** The whole sentence. */
  readonly title: string;
}

/** px and passes from which on a bar is full. */
const WIDEST = 512;
const MOST_PASSES = 20;

const NOTHING: MeasureWord = {
  name: "alone",
  says: "nothing",
  share: 0,
  title: "It shows nothing on bare paper: what it does is seen in paint or water that is there already",
};

/** What rows say of a brush, in one wording everywhere. */
export function measureWords({ width, coverage, edge, texture, passes }: Measured): readonly MeasureWord[] {
  if (width === 0 && coverage === 0) return [NOTHING];
  return [
    {
      name: "px wide",
      says: width < 9.95 ? width.toFixed(1) : String(Math.round(width)),
      share: Math.min(1, Math.log2(Math.max(1, width)) / Math.log2(WIDEST)),
      title: "Width of a stroke at full pressure, where it covers half as much as inside",
    },
    {
      name: "cover",
      says: percent(coverage),
      share: coverage,
      title: "What one pass covers, in the middle of a stroke",
    },
    { name: "edge", says: percent(edge), share: Math.min(1, edge * 2), title: "How much of the width each edge takes" },
    {
      name: "texture",
      says: percent(texture),
      share: Math.min(1, texture),
      title: "How uneven a stroke covers, from px to px",
    },
    {
      name: passes === 1 ? "pass" : "passes",
      says: passes === null ? "none" : String(passes),
      share: passes === null ? 0 : passes / MOST_PASSES,
      title: "Passes over one line until it is as full as it gets",
    },
  ];
}
