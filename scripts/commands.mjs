// Runs other programs in the checkout. Node built-ins only: nothing may be installed yet when this runs.
import { execFile, spawn } from "node:child_process";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";
import { Advice } from "./say.mjs";

export const root = fileURLToPath(new URL("..", import.meta.url));

const execute = promisify(execFile);

/** Runs a command quietly; its output is in the error when it fails. */
export async function quietly(command, args, options = {}) {
  try {
    return (await execute(command, args, { cwd: root, maxBuffer: 1 << 26, ...options })).stdout;
  } catch (error) {
    const lines = `${error.stdout ?? ""}\n${error.stderr ?? error.message}`.trim().split("\n");
    throw new Advice(
      `${command} ${args.join(" ")} failed:\n${(lines.length > 40 ? [...lines.slice(0, 20), "…", ...lines.slice(-20)] : lines).join("\n")}`,
    );
  }
}

/** Runs a command with its output shown; answers with its exit code. */
export function loudly(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: "inherit", ...options });
    child.on("error", reject);
    child.on("exit", (code) => resolve(code ?? 1));
  });
}
