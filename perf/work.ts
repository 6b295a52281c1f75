import { readTipPicture } from "@core/formats/png/tip-picture";
import { renderHand } from "@core/stroke/render";
import { stripScene } from "@core/stroke/strip-scene";
import { handWork } from "@core/stroke/work";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import { unlessSmall } from "./small";
import { bestOf, percentile } from "./timing";

/** How well the estimate of what painting costs agrees with the clock, over the demo's brushes. */
export interface WorkFigures {
  /** Units of work that are done in a second: the middle of all brushes. */
  readonly perSecond: number;
  /** How many times as long as the middle would say, and as short, all but five in a hundred take at most. */
  readonly slower: number;
  readonly faster: number;
  /** The brush that takes longest for what was estimated, and how many times as long. */
  readonly worst: { readonly name: string; readonly times: number };
}

const WIDTH = unlessSmall(1600, 200);
const HEIGHT = unlessSmall(400, 50);
const BRUSHES = unlessSmall(Number.POSITIVE_INFINITY, 3);

/** Paints a strip with each of the demo's brushes and holds the time against `handWork`. */
export function measureWork(): WorkFigures {
  const pictures = new Map([...demoPictures].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));
  const ink = { colour: [0.1, 0.1, 0.15], second: [1, 1, 1] } as const;
  const rows = demoBrushes.slice(0, BRUSHES).map((brush) => {
    const scene = stripScene(brush, WIDTH, HEIGHT, pictures);
    // What lies below, the sheet and the picture are no strokes.
    const job = {
      ...scene,
      bed: undefined,
      width: WIDTH,
      height: HEIGHT,
      ink,
      paper: [1, 1, 1] as const,
      seed: 1,
      pictures,
    };
    const ms = Math.max(
      1,
      bestOf(2, () => void renderHand(job)) - bestOf(2, () => void renderHand({ ...job, strokes: [] })),
    );
    return { name: brush.name, rate: handWork(scene.brush, scene.strokes, WIDTH * HEIGHT) / (ms / 1000) };
  });
  const perSecond = percentile(
    rows.map(({ rate }) => rate),
    0.5,
  );
  const times = rows.map(({ rate }) => perSecond / rate);
  const worst = rows.reduce((a, b) => (a.rate < b.rate ? a : b));
  return {
    perSecond,
    slower: percentile(times, 0.95),
    faster: 1 / percentile(times, 0.05),
    worst: { name: worst.name, times: perSecond / worst.rate },
  };
}
