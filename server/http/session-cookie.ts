import { createCookie } from "react-router";
import { SESSION_SECONDS } from "../accounts/repository";

const NAME = "brosse_session";
/** How a session's secret is written: what else stands in a cookie is none of ours. */
const TOKEN = /^[\w-]{43}$/;

function cookie(secure: boolean) {
  return createCookie(NAME, { path: "/", httpOnly: true, sameSite: "lax", secure });
}

/** The session's secret from a Cookie header. */
export async function readSessionCookie(header: string | undefined): Promise<string | undefined> {
  const value: unknown = await cookie(false).parse(header ?? null);
  return typeof value === "string" && TOKEN.test(value) ? value : undefined;
}

/** The Set-Cookie header that opens a session, or closes it when there is no token. */
export function sessionCookie(token: string | undefined, secure: boolean): Promise<string> {
  return cookie(secure).serialize(token ?? "", { maxAge: token ? SESSION_SECONDS : 0 });
}
