// Starts the built server as a child process and waits for its address.
import { spawn } from "node:child_process";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { root } from "./commands.mjs";
import { Advice } from "./say.mjs";

/** Gives Node 20 the kernels' faster products; without them they compute the same. */
export const fastKernels = "--experimental-wasm-relaxed-simd";

/**
 * `whole` ends when all of the demo workshop is there.
 * @returns {Promise<{address: string, moved: boolean, whole: Promise<void>, gone: Promise<number>, stop(): Promise<void>}>}
 */
export async function startServer(environment) {
  const child = spawn(process.execPath, [fastKernels, join(root, "build/node/serve.js")], {
    cwd: root,
    env: { ...process.env, NODE_ENV: "production", BROSSE_WITH_PARENT: "1", ...environment },
    stdio: ["pipe", "pipe", "inherit"],
    detached: true,
  });
  const gone = new Promise((resolve) => child.once("exit", (code) => resolve(code ?? 1)));
  const lines = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
  const next = () => Promise.race([lines.next().then(({ value }) => value), gone]);
  const first = await next();
  if (typeof first !== "string") throw new Advice(`the server ended with code ${first} before it served`);
  const stop = async () => {
    child.kill("SIGTERM");
    await gone;
  };
  const whole = next().then((line) => {
    const said = typeof line === "string" ? JSON.parse(line) : {};
    if (said.demo !== "there")
      throw new Advice(`the demo workshop could not be finished: ${said.why ?? "the server ended"}`);
  });
  whole.catch(() => undefined);
  return { ...JSON.parse(first), whole, gone, stop };
}
