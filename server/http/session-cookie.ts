import { SESSION_SECONDS } from "../accounts/repository";

const NAME = "brosse_session";

/** The session's secret from a Cookie header. */
export function readSessionCookie(header: string | undefined | null): string | undefined {
  for (const part of (header ?? "").split(";")) {
    const [name, value] = part.trim().split("=");
    if (name === NAME && value && /^[\w-]{20,100}$/.test(value)) return value;
  }
  return undefined;
}

/** The Set-Cookie header that opens a session, or closes it when there is no token. */
export function sessionCookie(token: string | undefined, secure: boolean): string {
  const life = token ? SESSION_SECONDS : 0;
  return `${NAME}=${token ?? ""}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${life}${secure ? "; Secure" : ""}`;
}
