import { fileURLToPath } from "node:url";
import compression from "compression";
import express, { type ErrorRequestHandler, type Express } from "express";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import { findBySession } from "../accounts/repository";
import type { Database } from "../database/connect";
import type { Publisher } from "../publishing/publisher";
import type { RenderPool } from "../render/pool";
import { knownMethods, limitedBodies } from "./bodies";
import { answerPages, type PagesBuild } from "./pages";
import { sameOriginWrites, secureHeaders } from "./security";
import { readSessionCookie } from "./session-cookie";
import "./context";

interface Parts {
  readonly database: Database;
  readonly pool: RenderPool;
  readonly publisher: Pick<Publisher, "wake">;
  /** The address of the demo workshop’s account, where this server shows one. */
  readonly demo: string | undefined;
  /** How many proxies stand before the server. */
  readonly proxies: number;
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
  proxies,
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
      serializers: { req: ({ method, url }) => ({ method, url }), res: ({ statusCode }) => ({ statusCode }) },
      customLogLevel: (_, response, error) => (error || response.statusCode >= 500 ? "error" : "debug"),
    }),
  );
  app.get("/health", async (_, response) => {
    await database.raw("select 1");
    response.type("text").send("well");
  });
  app.use(secureHeaders(develops));
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
      return { database, pool, publisher, demo, account, sessionToken, nonce, log, isPiece, address: asked.ip ?? "" };
    }),
  );
  app.use(sayFault);
  return app;
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
  if (status >= 500) request.log.error({ err: error }, "a request failed");
  if (response.headersSent) {
    response.destroy();
    return;
  }
  const text =
    status < 500 ? "The request could not be read." : "Brosse could not finish this. Nothing was saved half-way.";
  response.status(status).type("text").send(text);
};

/** An address that is none, and the like, are the asker's fault. */
function statusOf(error: unknown): number {
  const status = typeof error === "object" && error !== null && "status" in error ? Number(error.status) : 500;
  return status >= 400 && status < 500 ? status : 500;
}
