import { z } from "zod";

export type Body = "tip" | "trail" | "ground" | "paint";
export type Unit = "px" | "degrees" | "share" | "sizes" | "marks" | "shift";

/** What is known about one number of a brush that responses can drive. */
export interface QualityRow {
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
}

/** The Zod field that a quality's row implies. */
export function qualityField(row: QualityRow) {
  return z.number().min(row.low).max(row.high).default(row.base);
}
