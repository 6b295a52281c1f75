import { findByEmail } from "@server/accounts/repository";
import { redirect } from "react-router";
import { notFound } from "~/http/answers";
import { enter } from "~/http/session.server";
import type { Route } from "./+types/demo-route";

/** Enters the demo workshop without a password, in demo mode only. */
export async function action({ context }: Route.ActionArgs) {
  const account = context.demo ? await findByEmail(context.database, context.demo) : undefined;
  if (!account) throw notFound("page");
  return enter(context, account.id, "/shelf");
}

export function loader() {
  return redirect("/");
}
