export type Family = "hand" | "chance" | "course";

export interface SourceRow {
  readonly family: Family;
  readonly label: string;
  /** What 0 and 1 of the signal stand for. */
  readonly says: string;
}

/** Every signal that can drive a quality. */
export const sources = {
  pressure: { family: "hand", label: "Pressure", says: "none … full" },
  tilt: { family: "hand", label: "Tilt", says: "upright … flat" },
  lean: { family: "hand", label: "Lean", says: "direction the pen leans, once around" },
  twist: { family: "hand", label: "Twist", says: "barrel rotation, once around" },
  speed: { family: "hand", label: "Speed", says: "still … the brush's full speed" },
  heading: { family: "hand", label: "Heading", says: "direction of travel, once around" },
  chance: { family: "chance", label: "Each mark", says: "a fresh number for every mark" },
  strokeChance: { family: "chance", label: "Each stroke", says: "one number for the whole stroke" },
  drift: { family: "chance", label: "Drift", says: "smooth noise along the path" },
  distance: { family: "course", label: "Distance", says: "start … the response's length in px" },
  time: { family: "course", label: "Time", says: "start … the response's length in ms" },
  load: { family: "course", label: "Load", says: "paint spent … full" },
  underpaint: {
    family: "course",
    label: "Underpaint",
    says: "bare … covered paint under the tip as the stroke begins",
  },
} as const satisfies Record<string, SourceRow>;

export type Source = keyof typeof sources;

export const sourceNames = Object.keys(sources) as [Source, ...Source[]];
