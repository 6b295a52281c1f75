import type { Account } from "@server/accounts/repository";
import { type AppLoadContext, redirect } from "react-router";

/** The signed-in account; anyone else is sent to the sign-in page and back afterwards. */
export function needAccount(context: AppLoadContext, request: Request): Account {
  if (context.account) return context.account;
  const { pathname, search } = new URL(request.url);
  throw redirect(
    `/sign-in?to=${encodeURIComponent(pathname.replace(/\.data$/, "") + search.replace(/[?&]_routes=[^&]*/, ""))}`,
  );
}

/** Where to go after signing in: only a path of this site. */
export function safeTarget(request: Request): string {
  const to = new URL(request.url).searchParams.get("to") ?? "";
  return /^\/(?![/\\])/.test(to) ? to : "/shelf";
}

/** The answer for what does not exist or is another's: the two are not told apart. */
export function notFound(what: string): Response {
  return new Response(`There is no such ${what}, or it is not yours to see.`, { status: 404, statusText: "Not found" });
}
