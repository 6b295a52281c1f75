import { grainWorkSchema } from "@core/desk/grain/grain-work";
import { type DrawnGrain, grainSchema } from "@core/ground/grain";
import { z } from "zod";

const drawn = grainSchema.transform((grain, context): DrawnGrain => {
  if (grain.kind !== "picture") return grain;
  context.addIssue("is no drawn grain");
  return z.NEVER;
});

const draftSchema = z.object({
  from: z.union([z.instanceof(File), drawn]),
  work: grainWorkSchema,
  print: z.object({ pxPerMm: z.string(), dpi: z.string() }),
  name: z.string(),
});

/** What lay on the desk when it was left: a picture's file or a drawn grain, and what was set for it. */
export type GrainDraft = z.infer<typeof draftSchema>;

/** What a browser has kept of the desk; undefined where it is nothing of ours. */
export function readGrainDraft(kept: unknown): GrainDraft | undefined {
  return draftSchema.safeParse(kept).data;
}
