import { z } from "zod";

export type Body = "tip" | "trail" | "ground" | "paint";
export type Unit = "px" | "degrees" | "share" | "sizes" | "marks" | "shift" | "ms";

/** All that is known about one number of a brush that responses can drive. */
export interface QualityRow {
  /** Its number for good: chance is keyed by it, so that brushes go on looking as they do whatever the table becomes. */
  readonly stream: number;
  readonly body: Body;
  readonly label: string;
  readonly unit: Unit;
  readonly low: number;
  readonly high: number;
  readonly base: number;
  /** How responses join the brush's own value. */
  readonly joins: "multiply" | "add";
  /** One line for whoever meets the quality for the first time. */
  readonly says: string;
  /** An angle: it goes round, and has no ends to stop at while it is driven. */
  readonly turns?: true;
  /** What drives it may bring it to nought, though its own value stays above. */
  readonly mayRest?: true;
  /** How a slider goes over its range; evenly where nothing is said. */
  readonly scale?: "ratio";
  /** What it decides together with others: a mark's colour, or where marks fall. */
  readonly family?: "colour" | "place";
  /** What painters also call it; searched, not shown. */
  readonly words: string;
}

/** The Zod field that a quality's row implies. */
export function qualityField(row: QualityRow) {
  return z.number().min(row.low).max(row.high).default(row.base);
}

type QualityField = ReturnType<typeof qualityField>;

/** The Zod fields of a body's qualities, by their names. */
export function qualityFields<Rows extends Readonly<Record<string, QualityRow>>>(
  rows: Rows,
): { [name in keyof Rows]: QualityField } {
  return Object.fromEntries(Object.entries(rows).map(([name, row]) => [name, qualityField(row)])) as {
    [name in keyof Rows]: QualityField;
  };
}
