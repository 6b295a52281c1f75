// Compiles the AssemblyScript kernels and wraps the bytes in a module, so that every host loads them alike.
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { isMainThread, parentPort, Worker, workerData } from "node:worker_threads";
import asc from "assemblyscript/asc";

const root = fileURLToPath(new URL("..", import.meta.url));
const out = `${root}core/kernels/built`;

export async function buildKernels() {
  mkdirSync(out, { recursive: true });
  // Beside one another: on two cores it takes half the time.
  const [strict, relaxed] = await Promise.all([
    inThread("kernels.wasm", ["--enable", "simd"]),
    inThread("kernels-relaxed.wasm", ["--enable", "simd", "--enable", "relaxed-simd"]),
  ]);
  const constant = (name, bytes) => `export const ${name} =\n  "${bytes.toString("base64")}";\n`;
  writeFileSync(
    `${out}/bytes.ts`,
    `// Built by scripts/build-kernels.mjs from core/kernels/assembly.\n${constant("kernelBytes", strict)}${constant("relaxedBytes", relaxed)}`,
  );
  return strict.length + relaxed.length;
}

/** As `compile`, in a thread of its own. */
async function inThread(name, features) {
  await new Promise((resolve, reject) => {
    const worker = new Worker(new URL(import.meta.url), { workerData: { name, features } });
    worker.once("message", (fault) => (fault ? reject(new Error(fault)) : resolve()));
    worker.once("error", reject);
  });
  return readFileSync(`${out}/${name}`);
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
}

if (!isMainThread)
  await compile(workerData.name, workerData.features).then(
    () => parentPort.postMessage(undefined),
    (error) => parentPort.postMessage(error.message),
  );
else if (process.argv[1] === fileURLToPath(import.meta.url)) console.log(`kernels: ${await buildKernels()} bytes`);
