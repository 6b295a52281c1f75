// Builds pages, server and command line into build/, of kernels that are compiled; run by itself, it compiles them first.
import { fileURLToPath } from "node:url";
import { buildKernels } from "./build-kernels.mjs";
import { quietly } from "./commands.mjs";
import { run, step } from "./say.mjs";

export async function build() {
  // One after the other: the first empties the folder of both.
  await step("building the pages", () => quietly("npx", ["react-router", "build"]).then(() => "done"));
  await step("building server and command line", () =>
    quietly("npx", ["vite", "build", "--config", "vite.node.config.ts"]).then(() => "done"),
  );
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  await run(async () => {
    await step("compiling the kernels", () => buildKernels().then(() => "done"));
    await build();
  });
