// Builds what is out of date and prints the benchmarks of one run. `-- --json` for one JSON object.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { loudly, root } from "./commands.mjs";
import { startMariadb } from "./mariadb.mjs";
import { Advice, run } from "./say.mjs";
import { fastKernels, startServer } from "./server.mjs";
import { ensureBuild, ensureInstalled, ensureKernels } from "./setup.mjs";

// Standard output is for the figures alone.
const write = process.stdout.write.bind(process.stdout);
process.stdout.write = (text, ...rest) => process.stderr.write(text, ...rest);

await run(async () => {
  await ensureInstalled({ chromium: "chromium", mariadbd: "mariadb-server" });
  await ensureKernels();
  await ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), "brosse-perf-"));
  const database = await startMariadb(folder);
  try {
    const server = await startServer({ BROSSE_DATABASE_URL: database.url, BROSSE_PORT: "0", BROSSE_DEMO: "1" });
    await server.whole;
    process.stdout.write = write;
    const code = await loudly(
      process.execPath,
      [fastKernels, join(root, "build/node/perf.js"), ...process.argv.slice(2)],
      {
        env: { ...process.env, BROSSE_TEST_ADDRESS: server.address, BROSSE_DATABASE_URL: database.url },
      },
    );
    await server.stop();
    if (code !== 0) throw new Advice("The benchmarks did not come to their end.");
  } finally {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
