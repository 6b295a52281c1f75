import { listRevisions } from "@server/brushes/repository";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/history-route";

/** The revisions of a brush, the newest first. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const revisions = await listRevisions(context.database, account.id, params.id);
  if (revisions.length === 0) throw notFound("brush");
  return { revisions };
}
