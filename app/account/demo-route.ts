import { demoAccount } from "@demo/account";
import { findByEmail } from "@server/accounts/repository";
import { redirect } from "react-router";
import type { Route } from "./+types/demo-route";
import { notFound } from "./need-account";
import { enter } from "./open-session";

/** Enters the demo workshop without a password, in demo mode only. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = context.demo ? await findByEmail(context.database, demoAccount.email) : undefined;
  if (!account) throw notFound("page");
  return enter(context, request, account.id, "/shelf");
}

export function loader() {
  return redirect("/");
}
