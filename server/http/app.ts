import { fileURLToPath } from "node:url";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express, { type Express } from "express";
import type { ServerBuild } from "react-router";
import { findBySession } from "../accounts/repository";
import type { Database } from "../database/connect";
import type { RenderPool } from "../render/pool";
import { sameOriginWrites, secureHeaders } from "./security";
import { readSessionCookie } from "./session-cookie";
import "./context";

interface Parts {
  readonly database: Database;
  readonly pool: RenderPool;
  /** The address of the demo workshop’s account, where this server shows one. */
  readonly demo: string | undefined;
  readonly build: ServerBuild;
  /** The folder of the browser's files. */
  readonly client: URL;
}

/** The whole web application as a request handler. */
export function createApp({ database, pool, demo, build, client }: Parts): Express {
  const app = express();
  app.disable("x-powered-by");
  app.use(secureHeaders);
  app.use(sameOriginWrites);
  app.use(compression());
  const folder = fileURLToPath(client);
  app.use("/assets", express.static(`${folder}/assets`, { immutable: true, maxAge: "1y" }));
  app.use(express.static(folder, { maxAge: "1h" }));
  app.use(
    createRequestHandler({
      build,
      getLoadContext: async (request, response) => {
        const sessionToken = readSessionCookie(request.get("Cookie"));
        const account = sessionToken ? await findBySession(database, sessionToken) : undefined;
        return { database, pool, demo, account, sessionToken, nonce: response.locals.nonce as string };
      },
    }),
  );
  return app;
}
