import type { Request, RequestHandler } from "express";

// Which site this is, is a setting and not what a request says: pages that name it are kept by others, and a name that leads
// here from elsewhere (DNS rebinding) would have the rights of this one.

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d{1,5})?$/;

/**
 * The origin under which a request may come; undefined where it is none of this site's.
 * @param address the site's own origin; without one it is for this machine alone
 */
export function originOf(request: Pick<Request, "protocol" | "get">, address: string | undefined): string | undefined {
  const host = request.get("Host") ?? "";
  if (address !== undefined) return host === new URL(address).host ? address : undefined;
  return LOOPBACK.test(host) ? `http://${host}` : undefined;
}

/** Refuses what was meant for another site, and keeps in `locals.origin` what this one is called. */
export const ownAddress =
  (address: string | undefined): RequestHandler =>
  (request, response, next) => {
    const origin = originOf(request, address);
    if (origin === undefined) {
      // 421 Misdirected Request (RFC 9110, section 15.5.20).
      response
        .status(421)
        .type("text")
        .send(
          address === undefined
            ? "This Brosse is for its own machine; BROSSE_ADDRESS says where it is to be found by others."
            : "This is not the site that you asked for.",
        );
      return;
    }
    response.locals.origin = origin;
    next();
  };
