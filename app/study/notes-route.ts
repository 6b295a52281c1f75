import { firstFault } from "@core/brush";
import { studyNameSchema, studyNotesSchema } from "@core/study/model";
import { saveNotes } from "@server/studies/repository";
import { z } from "zod";
import { notFound } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/notes-route";

const askSchema = z.object({ from: z.int().min(1), name: studyNameSchema, notes: studyNotesSchema });

/** Saves a study's name and what is said along its roll. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const { account, database } = context;
  if (!account) return Response.json({ kind: "refused", fault: "sign in first" }, { status: 401 });
  const asked = askSchema.safeParse(await readJson(request));
  if (!asked.success) return Response.json({ kind: "refused", fault: firstFault(asked.error) }, { status: 400 });
  const { from, name, notes } = asked.data;
  const result = await saveNotes(database, account.id, params.id, from, { name, notes });
  if (!result) throw notFound("study");
  if (result.saved) return Response.json({ kind: "saved", revision: result.revision });
  const { newest } = result;
  const words = { name: newest.name, notes: newest.notes };
  return Response.json({ kind: "newer", revision: newest.revision, words }, { status: 409 });
}
