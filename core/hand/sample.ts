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
  /** How many times as large as the brush the tip is here: who paints may size it while a stroke is under way. */
  readonly grown?: number;
}

/** A recorded or simulated pen: strokes of samples, and their name. */
export interface Hand {
  readonly name: string;
  readonly strokes: readonly (readonly Sample[])[];
}

/** How many times as large, and as small, a tip may be made while one paints. */
export const GROWN = { low: 0.01, high: 100 } as const;

/** The farthest a sample may lie from the surface's origin, px. */
export const REACH = 100_000;
