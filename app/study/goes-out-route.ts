import { setGoesOut } from "@server/studies/repository";
import { needAccount, notFound } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import type { Route } from "./+types/goes-out-route";

/** Says whether a study goes out with the next edition of its set. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const goes = (await readForm(request)).get("goes") === "true";
  if (!(await setGoesOut(context.database, account.id, params.id, goes))) throw notFound("study");
  return { goes };
}
