import { BrushError, parseBrush } from "@core/brush";
import { findAnswer } from "@server/answers/repository";
import { addMadeFrom, findBrush, findMadeFrom, saveBrush } from "@server/brushes/repository";
import { missingPicture } from "@server/images/pictures";
import { listSets } from "@server/sets/repository";
import { data } from "react-router";
import { z } from "zod";
import { needAccount, notFound } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/route";
import { NOTE_LENGTH } from "./state/note-length";

export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const kept = await findBrush(context.database, account.id, params.id);
  if (!kept) throw notFound("brush");
  const sets = await listSets(context.database, account.id);
  const asked = new URL(request.url).searchParams.get("answer");
  const answer = asked ? await findAnswer(context.database, account.id, asked) : undefined;
  const trays = sets.map(({ id, name, brushes }) => ({ id, name, brushes: brushes.map((one) => one.id) }));
  const madeFrom = await findMadeFrom(context.database, account.id, kept.id);
  return { account: account.id, kept, trays, answer, madeFrom };
}

const save = z.discriminatedUnion("act", [
  z.object({
    act: z.literal("save"),
    from: z.int().min(1),
    brush: z.unknown(),
    note: z.string().trim().max(NOTE_LENGTH).default(""),
  }),
  z.object({ act: z.literal("save-new"), from: z.int().min(1), brush: z.unknown() }),
]);

/** Saves the brush as its next revision, or as a new brush beside it. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = save.safeParse(await readJson(request));
  if (!asked.success) return data({ kind: "fault" as const, fault: "The request could not be read." }, { status: 400 });
  try {
    const brush = parseBrush(asked.data.brush);
    const missing = await missingPicture(context.database, brush);
    if (missing)
      return data(
        { kind: "fault" as const, fault: `${missing}: this picture of the tip is not here; choose it again.` },
        { status: 400 },
      );
    if (asked.data.act === "save-new") {
      const from = { id: params.id, revision: asked.data.from };
      const id = await addMadeFrom(context.database, account.id, brush, from);
      if (!id) throw notFound("brush");
      return { kind: "made" as const, id, name: brush.name };
    }
    const result = await saveBrush(context.database, account.id, params.id, asked.data.from, brush, asked.data.note);
    if (!result) throw notFound("brush");
    if (result.saved) return { kind: "saved" as const, revision: result.revision, brush };
    return data({ kind: "conflict" as const, newest: result.newest }, { status: 409 });
  } catch (error) {
    if (error instanceof BrushError) return data({ kind: "fault" as const, fault: error.message }, { status: 400 });
    throw error;
  }
}
