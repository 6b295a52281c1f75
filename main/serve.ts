import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { demoAccount } from "@demo/account";
import { readConfig } from "@server/config";
import { connect } from "@server/database/connect";
import { MigrationRefused, migrate } from "@server/database/migrate";
import { builtFiles, createApp } from "@server/http/app";
import { HEADERS_TIMEOUT, REQUEST_TIMEOUT } from "@server/limits";
import { Publisher } from "@server/publishing/publisher";
import { RenderPool } from "@server/render/pool";
import pino from "pino";
import type { ServerBuild } from "react-router";
import { seedDemo } from "./seed-demo";

// Serves Brosse on 127.0.0.1: migrates, seeds the demo into an empty database, prints its address as one JSON line.
const config = readConfig(process.env);
const log = pino({ level: config.log }, pino.destination(2));
const database = connect(config.databaseUrl);
try {
  await migrate(database);
} catch (error) {
  if (!(error instanceof MigrationRefused)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exit(1);
}
const pool = new RenderPool(new URL("./render-worker.js", import.meta.url));
if (config.demo) await seedDemo(database, pool);
const publisher = new Publisher({ database, pool, log });
const build = (await import(/* @vite-ignore */ new URL("../server/index.js", import.meta.url).href)) as ServerBuild;
const server = createServer(
  { headersTimeout: HEADERS_TIMEOUT, requestTimeout: REQUEST_TIMEOUT },
  createApp({
    database,
    pool,
    publisher,
    demo: config.demo ? demoAccount.email : undefined,
    proxies: config.proxies,
    log,
    build,
    files: builtFiles(new URL("../client/", import.meta.url)),
  }),
);

const port = await listen(config.port);
process.stdout.write(
  `${JSON.stringify({ address: `http://127.0.0.1:${port}`, moved: config.port !== 0 && port !== config.port, processorMs: processorMs() })}\n`,
);
log.info({ port }, "serving");
publisher.wake();

for (const kind of ["unhandledRejection", "uncaughtException"] as const)
  process.on(kind, (error) => {
    log.fatal({ err: error }, kind);
    process.exitCode = 1;
    void stop();
  });
for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, () => void stop());
// Started by a script that may be killed: its end closes this input.
if (process.env.BROSSE_WITH_PARENT === "1") process.stdin.on("end", () => void stop()).resume();

function processorMs(): number {
  const { user, system } = process.cpuUsage();
  return Math.round((user + system) / 1000);
}

async function stop(): Promise<void> {
  server.close();
  server.closeAllConnections();
  await publisher.close();
  await pool.close();
  await database.destroy();
  process.exit();
}

/** Listens on the wanted port, or on the next free one. */
async function listen(wanted: number): Promise<number> {
  for (let port = wanted; ; port++) {
    const taken = await new Promise<boolean>((resolve, reject) => {
      const failed = (error: NodeJS.ErrnoException) =>
        error.code === "EADDRINUSE" && port < wanted + 50 ? resolve(true) : reject(error);
      server.once("error", failed);
      server.listen(port, "127.0.0.1", () => {
        server.off("error", failed);
        resolve(false);
      });
    });
    if (!taken) return (server.address() as AddressInfo).port;
  }
}
