import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import type { Brush } from "@core/brush";
import { brushPath, pack, type SetFile } from "@core/formats/package";
import { afterAll } from "vitest";

export const root = fileURLToPath(new URL("../..", import.meta.url));

/** Calls the command line as a shell would. */
export function brosse(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(root, "cli/brosse.mjs"), ...args], {
    encoding: "utf8",
    maxBuffer: 1 << 28,
  });
  return { status, stdout, stderr };
}

/** A folder for a file of tests, gone with them. @returns paths in it */
export function ownFolder(): (name: string) => string {
  const folder = mkdtempSync(join(tmpdir(), "brosse-cli-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  return (name) => join(folder, name);
}

/** A package of some brushes. @param words what its set says otherwise @param line what each of its lines says besides */
export function packed(
  brushes: readonly Brush[],
  words: Partial<SetFile> = {},
  line: Partial<SetFile["brushes"][number]> = {},
): Uint8Array {
  const taken = new Set<string>();
  const files = brushes.map((brush): [string, Brush] => [brushPath(brush.name, taken), brush]);
  const plain = {
    level: 1,
    name: "S",
    version: "1.0.0",
    studio: "Q",
    licence: "CC0-1.0",
    notes: "",
    credits: "",
  } as const;
  const lines = files.map(([file]) => ({ file, group: "", ...line }));
  return pack({
    set: { format: "brosse-set", ...plain, brushes: lines, ...words },
    brushes: new Map(files),
    files: new Map(),
  });
}
