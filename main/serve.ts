import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { demoAccount } from "@demo/account";
import { readConfig, SettingsRefused } from "@server/config";
import { connect } from "@server/database/connect";
import { databaseAdvice } from "@server/database/database-fault";
import { MigrationRefused, migrate } from "@server/database/migrate";
import { faultForLog } from "@server/fault-for-log";
import { builtFiles, createApp } from "@server/http/app";
import { HEADERS_TIMEOUT, REQUEST_TIMEOUT } from "@server/limits";
import { Publisher } from "@server/publishing/publisher";
import { RenderPool } from "@server/render/pool";
import pino from "pino";
import type { ServerBuild } from "react-router";
import { seedDemo } from "./seed-demo";

// Serves Brosse on 127.0.0.1: migrates, prints its address as one JSON line, and fills an empty database with the demo workshop
// behind that; a second line says when all of it is there.
const config = settings();
const log = pino({ level: config.log, serializers: { err: faultForLog } }, pino.destination(2));
await upToDate();
const database = connect(config.databaseUrl);
const pool = new RenderPool(new URL("./render-worker.js", import.meta.url));
const seeding = config.demo ? await seedDemo(database, pool) : undefined;
const publisher = new Publisher({ database, pool, log });
const build = (await import(/* @vite-ignore */ new URL("../server/index.js", import.meta.url).href)) as ServerBuild;
const server = createServer(
  { headersTimeout: HEADERS_TIMEOUT, requestTimeout: REQUEST_TIMEOUT },
  createApp({
    database,
    pool,
    publisher,
    demo: config.demo ? demoAccount.email : undefined,
    seeding: seeding?.progress,
    proxies: config.proxies,
    address: config.address,
    log,
    build,
    files: builtFiles(new URL("../client/", import.meta.url)),
  }),
);

const port = await listen(config.port).catch((error: NodeJS.ErrnoException) =>
  giveUp(
    error.code === "EADDRINUSE"
      ? `Port ${config.port} is in use: end what uses it, or set BROSSE_PORT.`
      : `Port ${config.port} cannot be used: ${error.message}`,
  ),
);
const tell = (line: object) => process.stdout.write(`${JSON.stringify(line)}\n`);
tell({
  address: `http://127.0.0.1:${port}`,
  moved: config.port !== 0 && port !== config.port,
  processorMs: processorMs(),
});
log.info({ port }, "serving");
publisher.wake();
seeding?.done.then(
  () => tell({ demo: "there" }),
  (error: unknown) => {
    log.error({ err: error }, "the demo workshop could not be finished; the next start goes on with it");
    tell({ demo: "stopped", why: error instanceof Error ? error.message : String(error) });
  },
);

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

/** The demo moves to the next free port; anything else is found where its settings say, or not at all. */
async function listen(wanted: number): Promise<number> {
  const last = config.demo ? wanted + 50 : wanted;
  for (let port = wanted; ; port++) {
    const taken = await new Promise<boolean>((resolve, reject) => {
      const failed = (error: NodeJS.ErrnoException) =>
        error.code === "EADDRINUSE" && port < last ? resolve(true) : reject(error);
      server.once("error", failed);
      server.listen(port, "127.0.0.1", () => {
        server.off("error", failed);
        resolve(false);
      });
    });
    if (!taken) return (server.address() as AddressInfo).port;
  }
}

function settings() {
  try {
    return readConfig(process.env);
  } catch (error) {
    if (error instanceof SettingsRefused) return giveUp(error.message);
    throw error;
  }
}

/** Brings the database to the newest schema. However long that takes: its own connections have no time limit. */
async function upToDate(): Promise<void> {
  const patient = connect(config.databaseUrl, 0);
  try {
    await migrate(patient);
  } catch (error) {
    const told = error instanceof MigrationRefused ? error.message : databaseAdvice(error);
    if (told === undefined) throw error;
    giveUp(told);
  } finally {
    await patient.destroy();
  }
}

/** Ends a start that cannot go on, with one line that says why. */
function giveUp(line: string): never {
  process.stderr.write(`${line}\n`);
  process.exit(1);
}
