// Compiles the AssemblyScript kernels and wraps the bytes in a module, so that every host loads them alike.
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import asc from "assemblyscript/asc";

const root = fileURLToPath(new URL("..", import.meta.url));
const out = `${root}core/kernels/built`;

export async function buildKernels() {
  mkdirSync(out, { recursive: true });
  const { error, stderr } = await asc.main([
    "core/kernels/assembly/index.ts",
    "--outFile",
    "core/kernels/built/kernels.wasm",
    "--baseDir",
    root,
    "-O3",
    "--noAssert",
    "--converge",
    "--runtime",
    "stub",
    "--enable",
    "simd",
    "--initialMemory",
    "16",
    "--maximumMemory",
    "65536",
    "--use",
    "abort=",
  ]);
  if (error) throw new Error(`the kernels do not compile: ${error.message}\n${stderr.toString()}`);
  const bytes = readFileSync(`${out}/kernels.wasm`);
  writeFileSync(`${out}/bytes.ts`, `// Built by scripts/build-kernels.mjs from core/kernels/assembly.\nexport const kernelBytes =\n  "${bytes.toString("base64")}";\n`);
  return bytes.length;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) console.log(`kernels: ${await buildKernels()} bytes`);
