import { GROWN, REACH, type Sample } from "./sample";
import type { MayMiss } from "./stand-in";

/** A sample with every signal known and in its range. */
export type TameSample = Required<Sample>;

/**
 * A sample with every signal in its range, or undefined when its place is unknown or out of reach: such a sample is
 * dropped, the stroke goes on without it.
 */
export function tameSample(sample: Sample, earliest: number): TameSample | undefined {
  const { x, y } = sample;
  if (!(Math.abs(x) <= REACH && Math.abs(y) <= REACH)) return undefined;
  const time = sample.time > earliest ? Math.min(sample.time, Number.MAX_SAFE_INTEGER) : earliest;
  return {
    x,
    y,
    time: Number.isFinite(time) ? time : 0,
    pressure: share(sample.pressure, 0.5),
    tilt: share(sample.tilt, 0),
    lean: around(sample.lean),
    twist: around(sample.twist),
    grown: grown(sample.grown),
  };
}

/** The signals that a sample does not have. */
export function missingSignals(sample: Sample): Record<MayMiss, boolean> {
  const { pressure, tilt, lean, twist } = sample;
  return {
    pressure: pressure === undefined,
    tilt: tilt === undefined,
    lean: lean === undefined,
    twist: twist === undefined,
  };
}

function share(value: number | undefined, missing: number): number {
  if (value === undefined || Number.isNaN(value)) return missing;
  return value < 0 ? 0 : value > 1 ? 1 : value;
}

function grown(value: number | undefined): number {
  if (value === undefined || !Number.isFinite(value)) return 1;
  return Math.min(GROWN.high, Math.max(GROWN.low, value));
}

function around(value: number | undefined): number {
  if (value === undefined || !Number.isFinite(value)) return 0;
  const turned = value % 360;
  return turned < 0 ? turned + 360 : turned;
}
