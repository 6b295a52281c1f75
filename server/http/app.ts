import { setTimeout as pause } from "node:timers/promises";
import { fileURLToPath } from "node:url";
import compression from "compression";
import express, { type ErrorRequestHandler, type Express } from "express";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import { findBySession } from "../accounts/repository";
import type { Database } from "../database/connect";
import { faultForLog } from "../fault-for-log";
import { HEALTH_TIMEOUT } from "../limits";
import type { Publisher } from "../publishing/publisher";
import { Refusal } from "../refusal";
import type { RenderPool } from "../render/pool";
import { knownMethods, limitedBodies } from "./bodies";
import type { BrosseContext } from "./context";
import { ownAddress } from "./own-address";
import { answerPages, type PagesBuild } from "./pages";
import { sameOriginWrites, secureHeaders } from "./security";
import { readSessionCookie } from "./session-cookie";

interface Parts {
  readonly database: Database;
  readonly pool: RenderPool;
  readonly publisher: Pick<Publisher, "wake">;
  /** The address of the demo workshop’s account, where this server shows one. */
  readonly demo: string | undefined;
  /** How far the demo workshop is, while it is painted. */
  readonly seeding: BrosseContext["seeding"] | undefined;
  /** How many proxies stand before the server. */
  readonly proxies: number;
  /** Where people find this site; undefined where it is for this machine alone. */
  readonly address: string | undefined;
  readonly log: Logger;
  readonly build: PagesBuild;
  /** What serves the browser's files. */
  readonly files: express.RequestHandler;
  /** Whether sources may change while it runs. */
  readonly develops?: boolean;
}

/** The whole web application as a request handler. */
export function createApp({
  database,
  pool,
  publisher,
  demo,
  seeding = () => undefined,
  proxies,
  address,
  log,
  build,
  files,
  develops = false,
}: Parts): Express {
  const app = express();
  app.disable("x-powered-by");
  app.set("trust proxy", proxies);
  app.use(
    pinoHttp({
      logger: log,
      // What was asked and how it ended; nothing of what was sent, and no cookie.
      serializers: {
        req: ({ method, url }) => ({ method, url: url.split("?")[0] }),
        res: ({ statusCode }) => ({ statusCode }),
        err: faultForLog,
      },
      customLogLevel: (_, response, error) => (error || response.statusCode >= 500 ? "error" : "debug"),
    }),
  );
  app.get("/health", async (_, response) => {
    // Its own time: whoever asks this wants to know before a query would be given up.
    const well = await Promise.race([
      database.raw("select 1").then(
        () => true,
        () => false,
      ),
      pause(HEALTH_TIMEOUT, false, { ref: false }),
    ]);
    if (well) response.type("text").send("well");
    else response.status(503).set("Retry-After", "10").type("text").send("The database does not answer.");
  });
  app.use(secureHeaders(develops));
  app.use(ownAddress(address));
  if (proxies === 0) app.use(warnOfProxies(log));
  app.use(knownMethods);
  app.use(sameOriginWrites);
  app.use(compression());
  app.use(files);
  app.use(limitedBodies);
  app.use(
    answerPages(build, async (asked, answered) => {
      const sessionToken = await readSessionCookie(asked.get("Cookie"));
      const account = sessionToken ? await findBySession(database, sessionToken) : undefined;
      const nonce = answered.locals.nonce as string;
      const isPiece = asked.path.endsWith(".data") && (asked.method !== "GET" || "_routes" in asked.query);
      const origin = answered.locals.origin as string;
      const address = asked.ip ?? "";
      return { database, pool, publisher, demo, seeding, account, sessionToken, nonce, log, isPiece, origin, address };
    }),
  );
  app.use(sayFault);
  return app;
}

/** Says once that all who come through a proxy look like one: limits by address would then be everybody's together. */
function warnOfProxies(log: Logger): express.RequestHandler {
  let warned = false;
  return (request, _response, next) => {
    if (!warned && request.get("X-Forwarded-For") !== undefined) {
      warned = true;
      log.warn("requests come through a proxy, and BROSSE_PROXIES is 0: limits by address count all painters as one");
    }
    next();
  };
}

/** The files of a build: those with a hash in their name for good. */
export function builtFiles(client: URL): express.Router {
  const folder = fileURLToPath(client);
  const router = express.Router();
  router.use("/assets", express.static(`${folder}/assets`, { immutable: true, maxAge: "1y" }));
  router.use(express.static(folder, { maxAge: "1h" }));
  return router;
}

/** What a request is told that nobody foresaw; the log has the rest. */
const sayFault: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  const status = statusOf(error);
  if (status === 500) request.log.error({ err: error }, "a request failed");
  if (response.headersSent) {
    response.destroy();
    return;
  }
  if (status === 429 || status === 503) response.set("Retry-After", "10");
  const text =
    error instanceof Refusal
      ? error.message
      : status < 500
        ? "The request could not be read."
        : "Brosse could not finish this. Nothing was saved half-way.";
  response.status(status).type("text").send(text);
};

/** An address that is none, and the like, are the asker's fault. */
function statusOf(error: unknown): number {
  if (error instanceof Refusal) return error.status;
  const status = typeof error === "object" && error !== null && "status" in error ? Number(error.status) : 500;
  return status >= 400 && status < 500 ? status : 500;
}
