import { execFile } from "node:child_process";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";
import { expect, test } from "vitest";

const root = fileURLToPath(new URL("..", import.meta.url));

test("every part of the benchmarks runs to its end, small and without figures", { timeout: 240_000 }, async () => {
  const env = { ...process.env, BROSSE_DATABASE_URL: process.env.BROSSE_TEST_DATABASE_URL };
  const { stdout } = await promisify(execFile)(process.execPath, ["build/node/perf.js", "--small"], { cwd: root, env });
  const lines = stdout.trim().split("\n");
  expect(lines.filter((line) => !/^\w+ ran$/.test(line))).toEqual([]);
  expect(lines.length).toBeGreaterThanOrEqual(21);
});

test("a part that breaks ends them with a fault, and one that there is not is named", async () => {
  const run = (args: readonly string[], env: NodeJS.ProcessEnv) =>
    promisify(execFile)(process.execPath, ["build/node/perf.js", ...args], { cwd: root, env }).catch(
      (error: { code: number; stderr: string }) => error,
    );
  const nowhere = { ...process.env, BROSSE_TEST_ADDRESS: "http://127.0.0.1:9" };
  expect(await run(["tray", "--small"], nowhere)).toMatchObject({ code: 1 });
  expect(await run(["dancing"], process.env)).toMatchObject({ code: 2, stderr: expect.stringContaining("stamping") });
});
