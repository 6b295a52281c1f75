import { z } from "zod";

/** From where to where a number may go, both ends included; told once, for whoever reads it and whoever sets it. */
export interface Range {
  readonly low: number;
  readonly high: number;
}

/** The Zod field of a number within a range. */
export function within({ low, high }: Range) {
  return z.number().min(low).max(high);
}
