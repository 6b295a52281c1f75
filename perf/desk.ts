import { tiled } from "@core/desk/grain/tile";
import { levelled } from "@core/desk/levels";
import type { Plane } from "@core/desk/plane";
import { likelySource, sheetOfPicture } from "@core/desk/tip/sheet";
import { tipStepSchema, withStep } from "@core/desk/tip/steps";
import { resized } from "@core/desk/tip/transform";
import { writeGrey16 } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import sharp from "sharp";
import { unlessSmall } from "./small";
import { bestOf } from "./timing";

export interface DeskTimes {
  /** ms to read a PNG of 4096² px and make a tip's sheet of it. */
  readonly open: number;
  /** ms to make 2048² px tile along the least path. */
  readonly tile: number;
  /** ms for 2048² px made half as large and put through levels, ours and sharp's. */
  readonly resize: number;
  readonly sharpResize: number;
  readonly levels: number;
  readonly sharpLevels: number;
  /** ms for a tip of 1024² px: turned, feathered by 12 px, grown by 3 px, freed of its background. */
  readonly steps: Readonly<Record<string, number>>;
}

const LARGE = unlessSmall(4096, 128);
const HALF = LARGE / 2;

/** Cloudy stuff with detail: nothing that packs well. */
function stuff(side: number): Plane {
  const data = new Float32Array(side * side);
  let state = 1;
  for (let i = 0; i < data.length; i++) {
    state = (Math.imul(state, 1664525) + 1013904223) | 0;
    const cloud = Math.sin((i % side) / 37) * Math.cos(Math.floor(i / side) / 53);
    data[i] = Math.min(1, Math.max(0, 0.5 + 0.3 * cloud + 0.2 * ((state >>> 8) / 2 ** 24 - 0.5)));
  }
  return { width: side, height: side, data };
}

/** What the desks take for large pictures, beside the same done with sharp. */
export async function measureDesk(): Promise<DeskTimes> {
  const png = writeGrey16(
    Uint16Array.from(stuff(LARGE).data, (v) => v * 65535),
    LARGE,
    LARGE,
  );
  const open = bestOf(2, () => {
    const picture = readTipPicture(png, "perf");
    sheetOfPicture(picture, likelySource(picture));
  });
  const grain = stuff(HALF);
  const tile = bestOf(3, () => void tiled(grain, unlessSmall(300, 20), "cut"));
  const resize = bestOf(3, () => void resized(grain, HALF / 2, HALF / 2));
  const levels = bestOf(3, () => void levelled(grain, { black: 0.1, white: 0.9, gamma: 1 }));
  const bytes = Buffer.from(Uint8Array.from(grain.data, (v) => v * 255));
  const theirs = () => sharp(bytes, { raw: { width: HALF, height: HALF, channels: 1 } });
  const sharpResize = await bestOfAsync(3, () =>
    theirs()
      .resize(HALF / 2, HALF / 2, { kernel: "cubic" })
      .raw()
      .toBuffer(),
  );
  const sharpLevels = await bestOfAsync(3, () => theirs().linear(1.25, -32).raw().toBuffer());
  const tip = { strength: stuff(unlessSmall(1024, 64)) };
  const steps = Object.fromEntries(
    [
      { kind: "transform", turn: 33 },
      { kind: "feather", radius: 12 },
      { kind: "grow", by: 3 },
      { kind: "background" },
    ].map((step): [string, number] => [step.kind, bestOf(2, () => void withStep(tip, tipStepSchema.parse(step)))]),
  );
  return { open, tile, resize, sharpResize, levels, sharpLevels, steps };
}

async function bestOfAsync(runs: number, work: () => Promise<unknown>): Promise<number> {
  await work();
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < runs; i++) {
    const begun = performance.now();
    await work();
    best = Math.min(best, performance.now() - begun);
  }
  return best;
}
