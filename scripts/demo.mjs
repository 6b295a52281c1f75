// Installs what is missing, starts MariaDB and Brosse with the demo workshop, prints the address. Ctrl-C stops both.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { commandOf, startMariadb } from "./mariadb.mjs";
import { Advice, run, step } from "./say.mjs";
import { startServer } from "./server.mjs";
import { data, ensureBuild, ensurePackages, ensurePrograms } from "./setup.mjs";

const PORT = Number(process.env.BROSSE_PORT ?? 4870);
const owner = join(data, "demo.pid");

function claim() {
  mkdirSync(data, { recursive: true, mode: 0o700 });
  const pid = existsSync(owner) ? Number(readFileSync(owner, "utf8")) : 0;
  if (pid > 0 && pid !== process.pid && commandOf(pid).includes("demo.mjs"))
    throw new Advice(`The demo is running already (process ${pid}); stop it with Ctrl-C or: kill ${pid}`);
  writeFileSync(owner, String(process.pid));
}

await run(async () => {
  claim();
  await ensurePackages();
  if (!process.env.BROSSE_DATABASE_URL) await ensurePrograms({ mariadbd: "mariadb-server" });
  await ensureBuild();
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
  let url = process.env.BROSSE_DATABASE_URL;
  if (!url) {
    const database = await step("starting MariaDB", () => startMariadb(data));
    stops.push({ what: "MariaDB", stop: database.stop });
    if (database.recovered) console.log("  (an earlier run had not ended cleanly; its data is kept)");
    url = database.url;
  }
  try {
    const server = await step("starting Brosse with the demo workshop", () =>
      startServer({ BROSSE_DATABASE_URL: url, BROSSE_PORT: String(PORT), BROSSE_DEMO: "1" }),
    );
    stops.push({ what: "Brosse", stop: server.stop });
    if (server.moved) console.log(`  (port ${PORT} is in use, so it is the next free one)`);
    console.log(
      `\nBrosse: ${server.address}\n  the demo workshop: workshop@quayside.example, password gold-leaf-and-enamel\n  Ctrl-C stops it; the data stays in ${data}\n`,
    );
    void server.gone.then((code) => end(code));
  } catch (error) {
    console.error(error instanceof Advice ? error.message : error);
    await end(1);
  }
});
