import { firstFault } from "@core/brush";
import { answersToSet, markRead } from "@server/answers/repository";
import { editionsOfSet } from "@server/editions/repository";
import { daysOfSet } from "@server/outlet/counts";
import { pendingPublication } from "@server/publishing/repository";
import { findSet, saveSet } from "@server/sets/repository";
import { rowsOf } from "@server/shelf/find";
import { studiesOfSet } from "@server/studies/repository";
import { data } from "react-router";
import { needAccount, notFound } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/set-route";
import { askSchema } from "./draft";

/** The days of which it is told how often editions were taken and tried. */
const DAYS = 30;

export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const ids = set.brushes.map(({ id }) => id);
  const [members, editions, studies, answers, pending, days] = await Promise.all([
    rowsOf(context.database, account.id, ids),
    editionsOfSet(context.database, set.id),
    studiesOfSet(context.database, account.id, set.id),
    answersToSet(context.database, account.id, set.id),
    pendingPublication(context.database, account.id, set.id),
    daysOfSet(context.database, set.id, DAYS),
  ]);
  // They are new once: what is shown now has been read.
  if (answers.some(({ read }) => !read)) await markRead(context.database, account.id, set.id);
  return { set, members, editions, studies, answers, pending, days };
}

/** Saves the set. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = askSchema.safeParse(await readJson(request));
  if (!asked.success)
    return data({ kind: "fault" as const, fault: firstFault(asked.error).replace(/^[\w.]+: /, "") }, { status: 400 });
  const { from, draft } = asked.data;
  const result = await saveSet(context.database, account.id, params.id, from, draft);
  if (!result) throw notFound("set");
  if (!result.saved) return data({ kind: "conflict" as const, newest: result.newest }, { status: 409 });
  return { kind: "saved" as const, revision: result.revision };
}
