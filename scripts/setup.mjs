// Brings a fresh checkout on a fresh machine to the point where Brosse can start. Node built-ins only: nothing is
// installed yet when this runs.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { quietly, root } from "./commands.mjs";
import { Advice, steps } from "./say.mjs";

export const data = process.env.BROSSE_DATA ?? join(root, ".data");

function onPath(program) {
  return ["/usr/sbin", "/usr/bin", "/usr/local/bin", "/usr/local/sbin"]
    .map((folder) => join(folder, program))
    .find(existsSync);
}

/** What installs Debian packages that are missing, as steps; without root it says which command would. */
function missingPrograms(wanted) {
  const missing = Object.entries(wanted)
    .filter(([program]) => !onPath(program))
    .map(([, name]) => name);
  if (missing.length === 0) return [];
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(" ")}`;
  if (process.getuid?.() !== 0)
    throw new Advice(`${missing.join(" and ")} must be installed first:\n  sudo sh -c '${command}'`);
  // A service that the package would start is not ours: the project runs its own server.
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive", RUNLEVEL: "1" };
  const install = async () => {
    await quietly("apt-get", ["update", "-qq"], { env });
    await quietly("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...missing], { env });
  };
  return [[`installing ${missing.join(" and ")} from Debian`, install]];
}

const hashOf = (parts) =>
  parts.reduce((hash, part) => hash.update(part).update("\0"), createHash("sha256")).digest("hex");

function readIf(path) {
  return existsSync(path) ? readFileSync(path, "utf8") : "";
}

/** `npm ci` when the lock file is not the one that was installed last, as steps. */
function missingPackages() {
  const stamp = join(root, "node_modules", ".brosse-lock");
  const lock = hashOf([readFileSync(join(root, "package-lock.json"))]);
  if (readIf(stamp) === lock) return [];
  const install = async () => {
    await quietly("npm", ["ci", "--no-audit", "--no-fund"]);
    writeFileSync(stamp, lock);
  };
  return [["installing packages from the lock file", install]];
}

/** Installs what is missing: npm's packages and Debian's beside one another. @param programs Debian's packages, by the program that each brings */
export async function ensureInstalled(programs = {}) {
  const works = [...missingPackages(), ...missingPrograms(programs)];
  if (works.length > 0) await steps(...works);
}

const sources = [
  "app",
  "cli",
  "core",
  "demo",
  "main",
  "perf",
  "server",
  "scripts",
  "vite.config.ts",
  "vite.node.config.ts",
  "react-router.config.ts",
  "package-lock.json",
  "tsconfig.json",
];

function filesOf(path) {
  const full = join(root, path);
  if (!existsSync(full)) return [];
  const entries = readdirSync(full, { withFileTypes: true, recursive: true });
  return entries
    .filter((e) => e.isFile() && !e.parentPath.includes(join("kernels", "built")))
    .map((e) => join(e.parentPath, e.name))
    .sort();
}

/** Builds everything when a source changed since the last build; the kernels are there already, see `ensureKernels`. */
export async function ensureBuild() {
  const stamp = join(root, "build", ".stamp");
  const files = sources.flatMap((path) => (/\.\w+$/.test(path) ? [join(root, path)] : filesOf(path)));
  const state = hashOf(files.flatMap((file) => [file.slice(root.length), readFileSync(file)]));
  if (readIf(stamp) === state) return;
  const { build } = await import("./build.mjs");
  await build();
  mkdirSync(join(root, "build"), { recursive: true });
  writeFileSync(stamp, state);
}

/** Compiles the kernels when their source changed, beside other works. @returns what those answer */
export async function ensureKernels(...beside) {
  const stamp = join(root, "core", "kernels", "built", ".stamp");
  const state = hashOf(filesOf("core/kernels/assembly").map((file) => readFileSync(file)));
  const compile = async () => {
    const { buildKernels } = await import("./build-kernels.mjs");
    await buildKernels();
    writeFileSync(stamp, state);
  };
  const works = readIf(stamp) === state ? beside : [...beside, ["compiling the kernels", compile]];
  return works.length > 0 ? steps(...works) : [];
}
