#!/usr/bin/env node
// Runs what `npm run build` made of cli/main.ts.
import { existsSync } from "node:fs";
import { setFlagsFromString } from "node:v8";

const built = new URL("../build/node/cli.js", import.meta.url);
if (existsSync(built)) {
  // The kernels' faster products; without them they compute the same.
  setFlagsFromString("--experimental-wasm-relaxed-simd");
  const { main } = await import(built.href);
  process.exitCode = main(process.argv.slice(2));
} else {
  process.stderr.write("brosse: not built yet; run `npm run build` once\n");
  process.exitCode = 2;
}
