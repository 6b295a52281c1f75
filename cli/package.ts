import { existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { unpack as readPackage } from "@core/formats/package";
import { unzipSync, zipSync } from "fflate";
import { CallError, need, readOptions } from "./arguments";
import { readBytes, writeWhole } from "./files";

/** `pack DIR --out SET.zip`: the files of a folder as a package, checked before it is written. */
export function pack(args: readonly string[]): void {
  const { options, rest } = readOptions(args, ["out"], 1);
  const out = need(options, "out");
  const folder = rest[0];
  if (!existsSync(folder) || !statSync(folder).isDirectory()) throw new CallError(`${folder}: no such folder`);
  const paths = filesBelow(folder).sort(
    (a, b) => Number(b === "set.json") - Number(a === "set.json") || (a < b ? -1 : 1),
  );
  const bytes = zipSync(Object.fromEntries(paths.map((path) => [path, readBytes(join(folder, path))])), {
    level: 9,
    mtime: new Date(1980, 0, 2, 12),
  });
  readPackage(bytes);
  writeWhole(out, bytes);
}

/** `unpack SET.zip --out DIR`: the package's files in a new folder, after all were checked. */
export function unpack(args: readonly string[]): void {
  const { options, rest } = readOptions(args, ["out"], 1);
  const out = need(options, "out");
  const bytes = readBytes(rest[0]);
  readPackage(bytes);
  if (existsSync(out)) throw new CallError(`${out}: already there`);
  const parent = dirname(resolve(out));
  if (!existsSync(parent)) throw new CallError(`${parent}: no such folder`);
  const draft = mkdtempSync(join(parent, ".brosse-"));
  try {
    for (const [path, content] of Object.entries(unzipSync(bytes))) {
      if (path.endsWith("/")) continue;
      mkdirSync(dirname(join(draft, path)), { recursive: true });
      writeFileSync(join(draft, path), content);
    }
    renameSync(draft, out);
  } catch (error) {
    rmSync(draft, { recursive: true, force: true });
    throw error;
  }
}

function filesBelow(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)).replaceAll("\\", "/"));
}
