import { closeSession } from "@server/accounts/repository";
import { sessionCookie } from "@server/http/session-cookie";
import { redirect } from "react-router";
import type { Route } from "./+types/sign-out-route";

export async function action({ context }: Route.ActionArgs) {
  if (context.sessionToken) await closeSession(context.database, context.sessionToken);
  context.log.info({ event: "signed out", account: context.account?.id }, "signed out");
  return redirect("/", {
    headers: { "Set-Cookie": await sessionCookie(undefined, context.origin.startsWith("https:")) },
  });
}

export function loader() {
  return redirect("/");
}
