import { actSchema, MOST_ACTS } from "@core/study/act";
import { z } from "zod";

/** Acts that are sent, of which the first has the number `from`. */
export const partSchema = z.object({ from: z.int().min(0), acts: z.array(actSchema).min(1).max(MOST_ACTS) });
