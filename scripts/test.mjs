// Runs everything: types, lint, unit and property tests, and browser tests against a throw-away MariaDB and server of
// their own, so that the demo can go on running beside it.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { loudly, quietly } from "./commands.mjs";
import { startMariadb } from "./mariadb.mjs";
import { Advice, run, step } from "./say.mjs";
import { startServer } from "./server.mjs";
import { ensureBuild, ensurePackages, ensurePrograms } from "./setup.mjs";

await run(async () => {
  await ensurePackages();
  await ensurePrograms({ chromium: "chromium", mariadbd: "mariadb-server" });
  await ensureBuild();
  await step("checking types", () => quietly("npm", ["run", "typecheck"]).then(() => "done"));
  await step("checking style and imports", () => quietly("npm", ["run", "lint"]).then(() => "done"));
  const folder = mkdtempSync(join(tmpdir(), "brosse-test-"));
  const stops = [() => rmSync(folder, { recursive: true, force: true })];
  const end = async () => {
    while (stops.length) await stops.pop()();
  };
  for (const signal of ["SIGINT", "SIGTERM"]) process.once(signal, () => void end().then(() => process.exit(130)));
  try {
    let url = process.env.BROSSE_DATABASE_URL;
    if (!url) {
      const database = await step("starting a throw-away MariaDB", () => startMariadb(folder));
      stops.push(database.stop);
      url = database.url;
    }
    const server = await step("starting Brosse for the browser tests", () =>
      startServer({ BROSSE_DATABASE_URL: url, BROSSE_PORT: "0", BROSSE_DEMO: "1" }),
    );
    stops.push(server.stop);
    const env = { ...process.env, BROSSE_TEST_DATABASE_URL: url, BROSSE_TEST_ADDRESS: server.address };
    const code = await loudly("npx", ["vitest", "run", ...process.argv.slice(2)], { env });
    if (code !== 0) throw new Advice("Some tests failed.");
  } finally {
    await end();
  }
});
