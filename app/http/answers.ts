import type { Account } from "@server/accounts/repository";
import { type AppLoadContext, data, redirect } from "react-router";

/**
 * The signed-in account; anyone else is sent to the sign-in page and back afterwards. What a page sends, or fetches beside
 * itself, is answered with 401 instead: the page must not go away with what was done on it.
 */
export function needAccount(context: AppLoadContext, request: Request): Account {
  if (context.account) return context.account;
  const { pathname, search } = new URL(request.url);
  if (context.isPiece) throw data("You are not signed in any more.", { status: 401 });
  throw redirect(
    `/sign-in?to=${encodeURIComponent(pathname.replace(/\.data$/, "") + search.replace(/[?&]_routes=[^&]*/, ""))}`,
  );
}

/** Where to go after signing in: only a path of this site. */
export function safeTarget(request: Request): string {
  const to = new URL(request.url).searchParams.get("to") ?? "";
  // As a browser reads it: control characters fall away, and a backslash is a slash.
  const here = "https://brosse.invalid";
  const target = URL.canParse(to, here) ? new URL(to, here) : undefined;
  if (!to.startsWith("/") || target?.origin !== here) return "/shelf";
  // What dots leave of a path may itself begin with two slashes.
  const path = `${target.pathname}${target.search}${target.hash}`;
  return /^\/(?![/\\])/.test(path) ? path : "/shelf";
}

/** A whole number from 1 in an address; undefined for anything else. */
export function numberOf(text: string): number | undefined {
  return /^[1-9]\d{0,8}$/.test(text) ? Number(text) : undefined;
}

/** What those who have found a thing keep for good, and nobody on the way keeps for others: it may be withdrawn, or be private. */
export const KEPT_BY_WHO_ASKED = "private, max-age=31536000, immutable";

/** The answer for what does not exist or is another's: the two are not told apart. */
export function notFound(what: string): Response {
  return new Response(`There is no such ${what}, or it is not yours to see.`, { status: 404, statusText: "Not found" });
}
