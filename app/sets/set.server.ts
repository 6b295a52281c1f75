import { firstFault } from "@core/brush";
import { answersToSet, markRead } from "@server/answers/repository";
import { publish } from "@server/editions/publish";
import { editionsOfSet } from "@server/editions/repository";
import { findSet, saveSet } from "@server/sets/repository";
import { rowsOf } from "@server/shelf/find";
import { studiesOfSet } from "@server/studies/repository";
import { data, redirect } from "react-router";
import { needAccount, notFound } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/set-route";
import { askSchema } from "./draft";

export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const ids = set.brushes.map(({ id }) => id);
  const [members, editions, studies, answers] = await Promise.all([
    rowsOf(context.database, account.id, ids),
    editionsOfSet(context.database, set.id),
    studiesOfSet(context.database, account.id, set.id),
    answersToSet(context.database, account.id, set.id),
  ]);
  // They are new once: what is shown now has been read.
  if (answers.some(({ read }) => !read)) await markRead(context.database, account.id, set.id);
  return { set, members, editions, studies, answers };
}

/** Saves the set; publishing saves first, so that what is seen is what goes out. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = askSchema.safeParse(await readJson(request));
  if (!asked.success)
    return data({ kind: "fault" as const, fault: firstFault(asked.error).replace(/^[\w.]+: /, "") }, { status: 400 });
  const { from, draft } = asked.data;
  const result = await saveSet(context.database, account.id, params.id, from, draft);
  if (!result) throw notFound("set");
  if (!result.saved) return data({ kind: "conflict" as const, newest: result.newest }, { status: 409 });
  if (asked.data.act === "save") return { kind: "saved" as const, revision: result.revision };
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const publication = await publish(context.database, context.pool, account, set, asked.data.version);
  if ("fault" in publication)
    return data({ kind: "unpublished" as const, revision: result.revision, fault: publication.fault }, { status: 400 });
  context.log.info({ edition: publication.id, account: account.id }, "edition published");
  return redirect(`/editions/${publication.id}`);
}
