// Starts the built server as a child process and waits for its address.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { root } from "./commands.mjs";
import { Advice } from "./say.mjs";

/** Gives Node 20 the kernels' faster products; without them they compute the same. */
export const fastKernels = "--experimental-wasm-relaxed-simd";

/** @returns {Promise<{address: string, moved: boolean, gone: Promise<number>, stop(): Promise<void>}>} */
export async function startServer(environment) {
  const child = spawn(process.execPath, [fastKernels, join(root, "build/node/serve.js")], {
    cwd: root,
    env: { ...process.env, NODE_ENV: "production", BROSSE_WITH_PARENT: "1", ...environment },
    stdio: ["pipe", "pipe", "inherit"],
    detached: true,
  });
  const gone = new Promise((resolve) => child.once("exit", (code) => resolve(code ?? 1)));
  const line = new Promise((resolve) => createInterface({ input: child.stdout }).once("line", resolve));
  const first = await Promise.race([line, gone]);
  if (typeof first !== "string") throw new Advice(`the server ended with code ${first} before it served`);
  const stop = async () => {
    child.kill("SIGTERM");
    await gone;
  };
  return { ...JSON.parse(first), gone, stop };
}
