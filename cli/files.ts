import { mkdtempSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { type Brush, parseBrush } from "@core/brush";
import { readInkml } from "@core/formats/inkml/read";
import { unpack } from "@core/formats/package";
import type { Hand } from "@core/hand/sample";
import { CallError } from "./arguments";

const MAX_INPUT = 256 << 20;

/** A file's bytes, or a CallError that names it. */
export function readBytes(path: string): Uint8Array {
  try {
    if (statSync(path).size > MAX_INPUT) throw new CallError(`${path}: larger than ${MAX_INPUT >> 20} MB`);
    return readFileSync(path);
  } catch (error) {
    if (error instanceof CallError) throw error;
    throw new CallError(`${path}: ${(error as NodeJS.ErrnoException).code === "ENOENT" ? "no such file" : "cannot be read"}`);
  }
}

/** Writes a file whole or not at all. */
export function writeWhole(path: string, content: Uint8Array | string): void {
  let folder: string | undefined;
  try {
    folder = mkdtempSync(join(dirname(path), ".brosse-"));
    const draft = join(folder, basename(path));
    writeFileSync(draft, content);
    renameSync(draft, path);
  } catch (error) {
    throw new CallError(`${path}: cannot be written (${(error as NodeJS.ErrnoException).code ?? "unknown fault"})`);
  } finally {
    if (folder) rmSync(folder, { recursive: true, force: true });
  }
}

/** Reads JSON text, or a CallError that names the file. */
export function readJson(path: string): unknown {
  try {
    return JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(readBytes(path)));
  } catch (error) {
    if (error instanceof CallError) throw error;
    throw new CallError(`${path}: not JSON (${error instanceof Error ? error.message.split("\n")[0] : "unknown fault"})`);
  }
}

/** A brush from `FILE.json` or `SET.zip#name`. */
export function readBrush(place: string): Brush {
  const hash = place.indexOf("#");
  if (hash < 0) return named(place, () => parseBrush(readJson(place)));
  const path = place.slice(0, hash);
  const name = place.slice(hash + 1);
  const { brushes } = named(path, () => unpack(readBytes(path)));
  for (const [file, brush] of brushes) if (brush.name === name || file === `brushes/${name}.json`) return brush;
  throw new CallError(`${path}: no brush is named "${name}"`);
}

/** A hand from an InkML file. */
export function readHand(path: string): Hand {
  return readInkml(new TextDecoder().decode(readBytes(path)), path);
}

function named<T>(path: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof CallError) throw error;
    throw new CallError(`${path}: ${error instanceof Error ? error.message : "unknown fault"}`);
  }
}
