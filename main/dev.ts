import { demoAccount } from "@demo/account";
import { readConfig } from "@server/config";
import { connect } from "@server/database/connect";
import { migrate } from "@server/database/migrate";
import { faultForLog } from "@server/fault-for-log";
import { Publisher } from "@server/publishing/publisher";
import { RenderPool } from "@server/render/pool";
import type { RequestHandler } from "express";
import pino from "pino";
import type { ServerBuild } from "react-router";
import { seedDemo } from "./seed-demo";

/** What a server needs while one develops; see `scripts/dev.mjs`. @param files serves sources as they are now */
export async function openParts(files: RequestHandler, build: () => Promise<ServerBuild>) {
  const config = readConfig({ ...process.env, BROSSE_DEMO: "1" });
  const log = pino({ level: config.log, serializers: { err: faultForLog } }, pino.destination(2));
  const database = connect(config.databaseUrl);
  await migrate(database);
  const pool = new RenderPool(new URL("../build/node/render-worker.js", import.meta.url));
  const seeding = await seedDemo(database, pool);
  seeding.done.catch((error: unknown) => log.error({ err: error }, "the demo workshop could not be finished"));
  const publisher = new Publisher({ database, pool, log });
  publisher.wake();
  const close = async () => {
    await publisher.close();
    await pool.close();
    await database.destroy();
  };
  return {
    database,
    pool,
    publisher,
    demo: demoAccount.email,
    seeding: seeding.progress,
    address: undefined,
    proxies: 0,
    log,
    build,
    files,
    develops: true,
    close,
  };
}
