import { randomBytes } from "node:crypto";
import type { RequestHandler } from "express";

/** Headers of every answer, and a nonce for the scripts of pages. @param develops whether styles come and go with their sources */
export const secureHeaders =
  (develops: boolean): RequestHandler =>
  (_request, response, next) => {
    const nonce = randomBytes(16).toString("base64");
    response.locals.nonce = nonce;
    response.setHeader(
      "Content-Security-Policy",
      [
        "default-src 'self'",
        `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'`,
        // Positioned menus and dialogs set style attributes.
        "style-src 'self'",
        "style-src-attr 'unsafe-inline'",
        `style-src-elem 'self' ${develops ? "'unsafe-inline'" : `'nonce-${nonce}'`}`,
        "img-src 'self' blob: data:",
        "worker-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ].join("; "),
    );
    response.setHeader("Cross-Origin-Opener-Policy", "same-origin");
    response.setHeader("Cross-Origin-Embedder-Policy", "require-corp");
    response.setHeader("Cross-Origin-Resource-Policy", "same-origin");
    response.setHeader("X-Content-Type-Options", "nosniff");
    response.setHeader("Referrer-Policy", "same-origin");
    next();
  };

const READS = new Set(["GET", "HEAD", "OPTIONS"]);

/** Refuses writes that do not come from a page of this very origin; see `ownAddress`. */
export const sameOriginWrites: RequestHandler = (request, response, next) => {
  if (READS.has(request.method)) return next();
  // Scheme, host and port: a page of http is not one of https.
  if (request.get("Origin") === response.locals.origin) return next();
  request.log?.warn({ event: "foreign write refused", path: request.path }, "refused");
  response.status(403).type("text").send("This request did not come from a page of Brosse.");
};
