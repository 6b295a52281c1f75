import { existsSync, mkdtempSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { type Brush, brushPictures, firstFault, parseBrush } from "@core/brush";
import { readInkml } from "@core/formats/inkml/read";
import { unpack } from "@core/formats/package";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { handProfileSchema, withProfile } from "@core/hand/profile";
import type { Hand } from "@core/hand/sample";
import { simulatedHands } from "@core/hand/simulate";
import type { Pictures } from "@core/picture/picture";
import { CallError } from "./arguments";

const MAX_INPUT = 256 << 20;

/** A file's bytes, or a CallError that names it. */
export function readBytes(path: string): Uint8Array {
  try {
    if (statSync(path).size > MAX_INPUT) throw new CallError(`${path}: larger than ${MAX_INPUT >> 20} MB`);
    return readFileSync(path);
  } catch (error) {
    if (error instanceof CallError) throw error;
    throw new CallError(
      `${path}: ${(error as NodeJS.ErrnoException).code === "ENOENT" ? "no such file" : "cannot be read"}`,
    );
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
    throw new CallError(
      `${path}: not JSON (${error instanceof Error ? error.message.split("\n")[0] : "unknown fault"})`,
    );
  }
}

/** A brush and the pictures that its tip names. */
export interface ReadBrush {
  readonly brush: Brush;
  readonly pictures: Pictures;
}

/** A brush from `FILE.json`, its pictures beside it or one folder up, or from `SET.zip#name`. */
export function readBrush(place: string): ReadBrush {
  const hash = place.indexOf("#");
  if (hash < 0) {
    const brush = named(place, () => parseBrush(readJson(place)));
    return { brush, pictures: picturesOf(brush, (path) => readBeside(place, path)) };
  }
  const path = place.slice(0, hash);
  const name = place.slice(hash + 1);
  const { brushes, files } = named(path, () => unpack(readBytes(path)));
  for (const [file, brush] of brushes)
    if (brush.name === name || file === `brushes/${name}.json`)
      return { brush, pictures: picturesOf(brush, (picture) => files.get(picture) ?? new Uint8Array()) };
  throw new CallError(`${path}: no brush is named "${name}"`);
}

function picturesOf(brush: Brush, read: (path: string) => Uint8Array): Pictures {
  return new Map(brushPictures(brush).map((path) => [path, readTipPicture(read(path), path)]));
}

/** A picture in the brush's own folder, or in the one above, as an unpacked set has it. */
function readBeside(brush: string, path: string): Uint8Array {
  const beside = join(dirname(brush), path);
  const above = join(dirname(brush), "..", path);
  return readBytes(!existsSync(beside) && existsSync(above) ? above : beside);
}

/** A hand from an InkML file, or a simulated one by its name after an `@`; with a painter's profile where one is given. */
export function readHand(place: string, profile: string | undefined): Hand {
  const hand = place.startsWith("@") ? simulatedHand(place.slice(1)) : toldHand(place);
  if (profile === undefined) return hand;
  const parsed = handProfileSchema.safeParse(readJson(profile));
  if (!parsed.success) throw new CallError(`${profile}: ${firstFault(parsed.error)}`);
  return { ...hand, strokes: hand.strokes.map((samples) => samples.map(withProfile(parsed.data))) };
}

/** A hand from a file; what of it was not read is told beside the output. */
function toldHand(place: string): Hand {
  const { told, ...hand } = readInkml(new TextDecoder().decode(readBytes(place)), place);
  for (const line of told) process.stderr.write(`${place}: ${line}\n`);
  return hand;
}

const ROOM = { left: 40, top: 40, width: 720, height: 220 };

function simulatedHand(name: string): Hand {
  const draw = Object.hasOwn(simulatedHands, name) ? simulatedHands[name as keyof typeof simulatedHands] : undefined;
  if (!draw)
    throw new CallError(`--hand: "@${name}" is no simulated hand; there are ${Object.keys(simulatedHands).join(", ")}`);
  return draw(ROOM);
}

function named<T>(path: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof CallError) throw error;
    throw new CallError(`${path}: ${error instanceof Error ? error.message : "unknown fault"}`);
  }
}
