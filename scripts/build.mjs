// Builds kernels, pages, server and command line into build/.
import { fileURLToPath } from "node:url";
import { quietly } from "./commands.mjs";
import { run, step } from "./say.mjs";

export async function build() {
  await step("compiling the kernels", async () => {
    const { buildKernels } = await import("./build-kernels.mjs");
    await buildKernels();
  });
  await step("building the pages", () => quietly("npx", ["react-router", "build"]).then(() => "done"));
  await step("building server and command line", () =>
    quietly("npx", ["vite", "build", "--config", "vite.node.config.ts"]).then(() => "done"),
  );
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await run(build);
