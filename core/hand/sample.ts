/**
 * One reading of the pen. Positions are px of the surface (x right, y down), time is ms, pressure and tilt are 0…1,
 * lean and twist are degrees. A signal the pen does not have is absent.
 */
export interface Sample {
  readonly x: number;
  readonly y: number;
  readonly time: number;
  readonly pressure?: number;
  /** 0 upright … 1 flat. */
  readonly tilt?: number;
  /** The direction the pen leans, 0…360, counter-clockwise from the right as seen on screen. */
  readonly lean?: number;
  /** Rotation of the barrel, 0…360. */
  readonly twist?: number;
}

/** A recorded or simulated pen: strokes of samples, and their name. */
export interface Hand {
  readonly name: string;
  readonly strokes: readonly (readonly Sample[])[];
}

/** The farthest a sample may lie from the surface's origin, px. */
export const REACH = 100_000;

/**
 * A sample with every signal in its range, or undefined when its place is unknown or out of reach: such a sample is
 * dropped, the stroke goes on without it.
 */
export function tameSample(sample: Sample, earliest: number): Required<Sample> | undefined {
  const { x, y } = sample;
  if (!(Math.abs(x) <= REACH && Math.abs(y) <= REACH)) return undefined;
  const time = sample.time > earliest ? Math.min(sample.time, Number.MAX_SAFE_INTEGER) : earliest;
  return {
    x,
    y,
    time,
    pressure: share(sample.pressure, 0.5),
    tilt: share(sample.tilt, 0),
    lean: around(sample.lean),
    twist: around(sample.twist),
  };
}

function share(value: number | undefined, missing: number): number {
  if (value === undefined || Number.isNaN(value)) return missing;
  return value < 0 ? 0 : value > 1 ? 1 : value;
}

function around(value: number | undefined): number {
  if (value === undefined || !Number.isFinite(value)) return 0;
  const turned = value % 360;
  return turned < 0 ? turned + 360 : turned;
}
