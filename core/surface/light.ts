import { z } from "zod";
import { rangesOf } from "../numeric/range";

const share = z.number().min(0).max(1);

/** How thick paint is shown. */
export const lightSchema = z.strictObject({
  /** Where the light comes from: degrees, counter-clockwise from the right. */
  direction: z.number().min(0).max(360),
  /** How high it stands, degrees. */
  altitude: z.number().min(10).max(90),
  /** px that the thickest paint stands up. */
  depth: z.number().min(0).max(40),
  /** 0 matt … 1 */
  gloss: share,
  /** How dark it is in hollows, into which little of the sky shines: 0 not at all … 1 */
  hollows: share,
  /** How high the surface's own paper stands, 0 for flat … 1 as high as the thickest paint. */
  paper: share,
});

export type Light = z.infer<typeof lightSchema>;

/** The ranges of a light's numbers. */
export const lightRanges = rangesOf(lightSchema);

/** From the upper left, as a table is lit for the right-handed. */
export const tableLight: Light = { direction: 135, altitude: 50, depth: 10, gloss: 0.35, hollows: 0.3, paper: 0 };
