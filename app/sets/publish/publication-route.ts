import { findPublication, forgetPublication } from "@server/publishing/repository";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/publication-route";

/** How far a publication is. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const state = await findPublication(context.database, account.id, params.id);
  if (!state) throw notFound("publication");
  return Response.json(state, { headers: { "Cache-Control": "no-store" } });
}

/** Lets one that failed go. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  await forgetPublication(context.database, account.id, params.id);
  return { forgotten: params.id };
}
