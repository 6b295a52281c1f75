import { undoRenewal } from "@server/renewals/undo";
import { data } from "react-router";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/undo-route";

/** Takes a renewal back. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const undone = await undoRenewal(context.database, account.id, params.id);
  return undone ?? data({ fault: "This was taken back already." }, { status: 400 });
}
