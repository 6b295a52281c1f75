// Runs everything: types, lint, unit and property tests, tests against a database, and browser tests against a throw-away
// MariaDB and server of their own, so that the demo can go on running beside it. With arguments (`npm test -- tests/stroke`)
// only those, and only what they need.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { loudly, quietly } from "./commands.mjs";
import { startMariadb } from "./mariadb.mjs";
import { Advice, run, step } from "./say.mjs";
import { startServer } from "./server.mjs";
import { ensureBuild, ensureInstalled, ensureKernels } from "./setup.mjs";
import { needsOf } from "./test-needs.mjs";

const given = process.argv.slice(2);
const needs = needsOf(given);

await run(async () => {
  await ensureInstalled({
    ...(needs.browser ? { chromium: "chromium" } : {}),
    ...(needs.database ? { mariadbd: "mariadb-server" } : {}),
  });
  await ensureKernels();
  // Checks have a core of their own while pages are built and the server comes up; what they find is told after that.
  const checks = needs.checks
    ? Promise.all(["typecheck", "lint"].map((what) => quietly("npm", ["run", what])))
    : Promise.resolve([]);
  checks.catch(() => undefined);
  if (needs.build) await ensureBuild();
  const stops = [];
  const end = async () => {
    while (stops.length) await stops.pop()();
  };
  for (const signal of ["SIGINT", "SIGTERM"]) process.once(signal, () => void end().then(() => process.exit(130)));
  try {
    const env = { ...process.env };
    if (needs.database) {
      env.BROSSE_TEST_DATABASE_URL = env.BROSSE_DATABASE_URL;
      if (!env.BROSSE_TEST_DATABASE_URL) {
        const folder = mkdtempSync(join(tmpdir(), "brosse-test-"));
        stops.push(() => rmSync(folder, { recursive: true, force: true }));
        const database = await step("starting a throw-away MariaDB", () => startMariadb(folder, undefined, true));
        stops.push(database.stop);
        env.BROSSE_TEST_DATABASE_URL = database.url;
      }
    }
    if (needs.browser) {
      const server = await step("starting Brosse for the browser tests", () =>
        startServer({
          BROSSE_DATABASE_URL: env.BROSSE_TEST_DATABASE_URL,
          BROSSE_PORT: "0",
          BROSSE_DEMO: "1",
          BROSSE_LOG: "error",
        }),
      );
      stops.push(server.stop);
      await step("painting the demo workshop", () => server.whole);
      env.BROSSE_TEST_ADDRESS = server.address;
    }
    if (needs.checks) await step("checking types, style and imports", () => checks.then(() => "done"));
    const projects = needs.projects.flatMap((name) => ["--project", name]);
    const mode = needs.watch ? [] : ["run"];
    const code = await loudly("npx", ["vitest", ...mode, ...projects, ...needs.rest], { env });
    if (code !== 0) throw new Advice("Some tests failed.");
  } finally {
    await end();
  }
});
