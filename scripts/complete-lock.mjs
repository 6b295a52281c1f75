// Completes package-lock.json after `npm install`. A registry that lacks builds for other platforms makes npm leave
// them out of the lock file, and `npm ci` then refuses it. This enters them as npm would: optional, for their platform.
import { readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";

const file = fileURLToPath(new URL("../package-lock.json", import.meta.url));
const lock = JSON.parse(readFileSync(file, "utf8"));
const systems = ["aix", "android", "darwin", "freebsd", "linux", "netbsd", "openbsd", "openharmony", "sunos", "win32"];

function platform(name) {
  const parts = name.split(/[-/]/);
  const wasm = parts.some((part) => part.startsWith("wasm32"));
  const os = systems.find((system) => parts.includes(system));
  const cpu = wasm
    ? "wasm32"
    : ["arm64", "x64", "ia32", "arm", "ppc64", "riscv64", "s390x", "loong64", "mips64el"].find((cpu) =>
        parts.includes(cpu),
      );
  return { ...(cpu ? { cpu: [cpu] } : {}), ...(os ? { os: [os] } : {}) };
}

let added = 0;
for (const entry of Object.values({ ...lock.packages })) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const place = `node_modules/${name}`;
    const { cpu, os } = platform(name);
    if (lock.packages[place] || !/^\d/.test(version) || (!cpu && !os)) continue;
    lock.packages[place] = {
      version,
      ...(cpu ? { cpu } : {}),
      ...(entry.dev ? { dev: true } : {}),
      optional: true,
      ...(os ? { os } : {}),
    };
    added++;
  }
}
const sorted = Object.keys(lock.packages).sort((a, b) => a.localeCompare(b, "en"));
lock.packages = Object.fromEntries(sorted.map((place) => [place, lock.packages[place]]));
writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${added} platform builds entered`);
