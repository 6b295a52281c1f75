export type Family = "hand" | "chance" | "course";

export interface SourceRow {
  readonly family: Family;
  readonly label: string;
  /** What 0 and 1 of the signal stand for. */
  readonly says: string;
  /**
   * What the signal is told in: shares of 1, degrees once around, or px or ms up to the response's `over`; or what chance is
   * drawn for: a mark, a whole stroke, or places along the path.
   */
  readonly scale: "share" | "turn" | "over" | "mark" | "stroke" | "drift";
}

/** Every signal that can drive a quality. */
export const sources = {
  pressure: { family: "hand", label: "Pressure", says: "none … full", scale: "share" },
  tilt: { family: "hand", label: "Tilt", says: "upright … flat", scale: "share" },
  lean: { family: "hand", label: "Lean", says: "direction the pen leans, once around", scale: "turn" },
  twist: { family: "hand", label: "Twist", says: "barrel rotation, once around", scale: "turn" },
  speed: { family: "hand", label: "Speed", says: "still … the brush's full speed", scale: "share" },
  heading: { family: "hand", label: "Heading", says: "direction of travel, once around", scale: "turn" },
  chance: { family: "chance", label: "Each mark", says: "a fresh number for every mark", scale: "mark" },
  strokeChance: { family: "chance", label: "Each stroke", says: "one number for the whole stroke", scale: "stroke" },
  drift: { family: "chance", label: "Drift", says: "smooth noise along the path", scale: "drift" },
  distance: { family: "course", label: "Distance", says: "start … the response's length in px", scale: "over" },
  time: { family: "course", label: "Time", says: "start … the response's length in ms", scale: "over" },
  load: { family: "course", label: "Load", says: "paint spent … full", scale: "share" },
  underpaint: {
    family: "course",
    label: "Underpaint",
    says: "bare … covered paint under the tip as the stroke begins",
    scale: "share",
  },
} as const satisfies Record<string, SourceRow>;

export type Source = keyof typeof sources;

export const sourceNames = Object.keys(sources) as [Source, ...Source[]];

/** Whether a source differs from mark to mark within one stroke. */
export function variesWithinStroke(source: Source): boolean {
  return sources[source].scale !== "stroke";
}
