// Installs what is missing, starts MariaDB and Brosse with the demo workshop, prints the address. Ctrl-C stops both.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { commandOf, startMariadb } from "./mariadb.mjs";
import { Advice, run, step } from "./say.mjs";
import { startServer } from "./server.mjs";
import { data, ensureBuild, ensureInstalled, ensureKernels } from "./setup.mjs";

const PORT = Number(process.env.BROSSE_PORT ?? 4870);
/** A database that ends so often within so many ms is not started again. */
const MOST_ENDS = 3;
const WITHIN = 60_000;
const owner = join(data, "demo.pid");
const begun = Date.now();

function claim() {
  mkdirSync(data, { recursive: true, mode: 0o700 });
  const pid = existsSync(owner) ? Number(readFileSync(owner, "utf8")) : 0;
  if (pid > 0 && pid !== process.pid && commandOf(pid).includes("demo.mjs"))
    throw new Advice(`The demo is running already (process ${pid}); stop it with Ctrl-C or: kill ${pid}`);
  writeFileSync(owner, String(process.pid));
}

await run(async () => {
  claim();
  const given = process.env.BROSSE_DATABASE_URL;
  await ensureInstalled(given ? {} : { mariadbd: "mariadb-server" });
  const stops = [];
  let ending = false;
  const end = async (code) => {
    if (ending) return;
    ending = true;
    process.stdout.write("\n");
    while (stops.length) {
      const { what, stop } = stops.pop();
      await step(`stopping ${what}`, () => stop().then(() => "done"));
    }
    rmSync(owner, { force: true });
    process.exit(code);
  };
  process.on("SIGINT", () => void end(0));
  process.on("SIGTERM", () => void end(0));
  process.on("SIGHUP", () => void end(0));
  try {
    let database;
    const startDatabase = async () => {
      database = await startMariadb(data);
      stops.push({ what: "MariaDB", stop: database.stop });
    };
    await ensureKernels(...(given ? [] : [["starting MariaDB", startDatabase]]));
    if (database?.recovered) console.log("  (an earlier run had not ended cleanly; its data is kept)");
    const url = given ?? database.url;
    await ensureBuild();
    const server = await step("starting Brosse", () =>
      startServer({ BROSSE_DATABASE_URL: url, BROSSE_PORT: String(PORT), BROSSE_DEMO: "1" }),
    );
    stops.push({ what: "Brosse", stop: server.stop });
    if (server.moved) console.log(`  (port ${PORT} is in use, so it is the next free one)`);
    console.log(
      `\nBrosse: ${server.address} (after ${Math.round((Date.now() - begun) / 1000)} s)\n  the demo workshop: workshop@quayside.example, password gold-leaf-and-enamel\n  Ctrl-C stops it; the data stays in ${data}\n`,
    );
    if (database) void keepUp(database);
    void server.gone.then((code) => end(code));
    const painted = Date.now();
    await server.whole;
    if (Date.now() - painted > 1000) console.log("  all of the demo workshop is painted");
  } catch (error) {
    if (ending) return;
    console.error(error instanceof Advice ? error.message : error);
    await end(1);
  }

  /** Starts a database again that has ended by itself; Brosse finds it under the same address. */
  async function keepUp(first) {
    let now = first;
    const ends = [];
    for (;;) {
      await now.gone;
      if (ending) return;
      ends.push(Date.now());
      if (ends.filter((at) => Date.now() - at < WITHIN).length >= MOST_ENDS) {
        console.error(`MariaDB ends again and again; the last lines of its log:\n${now.lastLines()}`);
        await end(1);
        return;
      }
      console.error("MariaDB has ended by itself; it is started again");
      try {
        now = await startMariadb(data, first.port);
        stops[0].stop = now.stop;
      } catch (error) {
        console.error(error.message);
        await end(1);
        return;
      }
    }
  }
});
