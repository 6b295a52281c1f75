import { markUsed } from "@server/brushes/repository";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/used-route";

/** Remembers that a brush was painted with now. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  await markUsed(context.database, account.id, params.id);
  return new Response(null, { status: 204 });
}
