import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { type Brush, scaledBrush } from "@core/brush";
import { brushPath, unpack } from "@core/formats/package";
import { writeRgba } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { apart, proofBed, proofed, proofScale } from "@core/measure/likeness";
import type { Pictures } from "@core/picture/picture";
import { compareSets, proposeVersion } from "@core/release";
import { bedFor, bedRoom } from "@core/stroke/bed";
import { renderHand } from "@core/stroke/render";
import { stripScene } from "@core/stroke/strip-scene";
import { readOptions } from "./arguments";
import { readBytes, writeWhole } from "./files";

const WIDTH = 720;
const HEIGHT = 120;
const ink = { colour: [0.12, 0.16, 0.19], second: [0.99, 0.99, 0.99] } as const;
const paper = [1, 1, 1] as const;

/**
 * `diff OLD.zip NEW.zip`: what changed between two editions, as JSON: brushes and their parts in words, how far their strokes are
 * apart, and the version that this calls for. With `--out DIR`, pictures of each changed brush: the old stroke above the new one.
 */
export function diff(args: readonly string[]): void {
  const { options, rest } = readOptions(args, ["out"], 2);
  const [from, to] = rest.map((path) => unpack(readBytes(path)));
  const pictures = new Map(
    [...from.files, ...to.files]
      .filter(([path]) => /^(tips|grains)\//.test(path))
      .map(([path, bytes]) => [path, readTipPicture(bytes, path)]),
  );
  const change = compareSets(from, to);
  const folder = options.out;
  if (folder !== undefined) mkdirSync(folder, { recursive: true });
  const taken = new Set<string>();
  const changed = change.changed.map(({ file, name, parts, paints, from: before, to: after }) => {
    const scale = Math.min(proofScale(before, pictures), proofScale(after, pictures));
    const bed = proofBed([before, after]);
    const [a, b] = [before, after].map((brush) => proofed(brush, scale, pictures, bed));
    if (folder !== undefined && paints) {
      const path = brushPath(name, taken).replace(/^brushes\/(.*)\.json$/, "$1.png");
      writeWhole(
        join(folder, path),
        strokes(
          [before, after].map((brush) => scaledBrush(brush, scale)),
          pictures,
        ),
      );
    }
    return { file, name, apart: paints ? Number(apart(a, b).toFixed(2)) : 0, parts };
  });
  const proposed = proposeVersion(from.set.version, change);
  const { added, removed, renamed, words } = change;
  const told = {
    from: `${from.set.name} ${from.set.version}`,
    to: `${to.set.name} ${to.set.version}`,
    added,
    removed,
    renamed,
    changed,
    words,
    proposed,
  };
  process.stdout.write(`${JSON.stringify(told, null, 2)}\n`);
}

/** Strokes under one another. */
function strokes(brushes: readonly Brush[], pictures: Pictures): Uint8Array {
  const sheet = new Uint8ClampedArray(WIDTH * HEIGHT * brushes.length * 4);
  const bed = bedFor(brushes, bedRoom(WIDTH, HEIGHT));
  brushes.forEach((brush, n) => {
    const scene = stripScene(brush, WIDTH, HEIGHT, pictures);
    sheet.set(
      renderHand({ ...scene, bed, width: WIDTH, height: HEIGHT, ink, paper, seed: 1, pictures }),
      n * WIDTH * HEIGHT * 4,
    );
  });
  return writeRgba(sheet, WIDTH, HEIGHT * brushes.length);
}
