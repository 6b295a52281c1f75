import { z } from "zod";
import { curveFunction } from "../response/curve";
import { curveSchema, straight } from "../response/model";
import type { Sample } from "./sample";

/**
 * A painter's own calibration. `tiltOffset` turns the direction in which the pen leans, counter-clockwise for the right
 * hand and clockwise for the left one, so that one number fits both.
 */
export const handProfileSchema = z.strictObject({
  pressure: curveSchema.default(straight),
  tiltOffset: z.number().min(-180).max(180).default(0),
  handed: z.enum(["right", "left"]).default("right"),
  /** Which signals the pen has; what it lacks is left to the brush's stand-ins. */
  has: z
    .strictObject({
      pressure: z.boolean().default(true),
      tilt: z.boolean().default(true),
      twist: z.boolean().default(true),
    })
    .prefault({}),
});

export type HandProfile = z.infer<typeof handProfileSchema>;

/** Readings as the painter's profile has them, before any brush sees them. */
export function withProfile(profile: HandProfile): (sample: Sample) => Sample {
  const curve = curveFunction(profile.pressure);
  const turn = profile.handed === "left" ? -profile.tiltOffset : profile.tiltOffset;
  const { has } = profile;
  return ({ x, y, time, pressure, tilt, lean, twist }) => ({
    x,
    y,
    time,
    ...(has.pressure && pressure !== undefined ? { pressure: curve(pressure) } : {}),
    ...(has.tilt && tilt !== undefined ? { tilt } : {}),
    ...(has.tilt && lean !== undefined ? { lean: (((lean + turn) % 360) + 360) % 360 } : {}),
    ...(has.twist && twist !== undefined ? { twist } : {}),
  });
}
