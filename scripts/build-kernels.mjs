// Compiles the AssemblyScript kernels and wraps the bytes in a module, so that every host loads them alike.
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import asc from "assemblyscript/asc";

const root = fileURLToPath(new URL("..", import.meta.url));
const out = `${root}core/kernels/built`;

export async function buildKernels() {
  mkdirSync(out, { recursive: true });
  const strict = await compile("kernels.wasm", ["--enable", "simd"]);
  const relaxed = await compile("kernels-relaxed.wasm", ["--enable", "simd", "--enable", "relaxed-simd"]);
  const constant = (name, bytes) => `export const ${name} =\n  "${bytes.toString("base64")}";\n`;
  writeFileSync(
    `${out}/bytes.ts`,
    `// Built by scripts/build-kernels.mjs from core/kernels/assembly.\n${constant("kernelBytes", strict)}${constant("relaxedBytes", relaxed)}`,
  );
  return strict.length + relaxed.length;
}

async function compile(name, features) {
  const { error, stderr } = await asc.main([
    "core/kernels/assembly/index.ts",
    "--outFile",
    `core/kernels/built/${name}`,
    "--baseDir",
    root,
    "-O3",
    "--noAssert",
    "--converge",
    "--runtime",
    "stub",
    ...features,
    "--initialMemory",
    "16",
    "--maximumMemory",
    "65536",
    "--use",
    "abort=",
  ]);
  if (error) throw new Error(`the kernels do not compile: ${error.message}\n${stderr.toString()}`);
  return readFileSync(`${out}/${name}`);
}

if (process.argv[1] === fileURLToPath(import.meta.url)) console.log(`kernels: ${await buildKernels()} bytes`);
