import { closeSession } from "@server/accounts/repository";
import { sessionCookie } from "@server/http/session-cookie";
import { redirect } from "react-router";
import type { Route } from "./+types/sign-out-route";

export async function action({ context, request }: Route.ActionArgs) {
  if (context.sessionToken) await closeSession(context.database, context.sessionToken);
  return redirect("/", {
    headers: { "Set-Cookie": await sessionCookie(undefined, new URL(request.url).protocol === "https:") },
  });
}

export function loader() {
  return redirect("/");
}
