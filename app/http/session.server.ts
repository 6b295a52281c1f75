import { openSession } from "@server/accounts/repository";
import { sessionCookie } from "@server/http/session-cookie";
import { type AppLoadContext, redirect } from "react-router";

/** Signs an account in and goes on to `to`. */
export async function enter(context: AppLoadContext, accountId: string, to: string): Promise<Response> {
  const token = await openSession(context.database, accountId);
  return redirect(to, {
    headers: { "Set-Cookie": await sessionCookie(token, context.origin.startsWith("https:")) },
  });
}
