import { z } from "zod";

/** What the marks meet. Engine level 1 lays them on a smooth surface: `null` is the only ground. */
export const groundSchema = z.null();

export type Ground = z.infer<typeof groundSchema>;
