import { chance, drift } from "../../chance/counter";
import { sinDegrees } from "../../numeric/trig";
import { blurred, cloud, each, GRAIN_SIDE, type Sheet } from "./sheet";

/** How one set of threads lies: `count` of them, each with its own place, width and slubs along its way. */
interface Threads {
  readonly count: number;
  /** The share of its place that a thread fills. */
  readonly wide: number;
  /** How much threads differ in height and width, 0…1. */
  readonly uneven: number;
  /** How much a thread thickens and thins along its way, 0…1. */
  readonly slubs: number;
  /** How far threads stray from straight, places. */
  readonly stray: number;
}

/** A plain weave: each thread goes over its neighbours and under them by turns. */
function woven(threads: Threads, seed: number): Sheet {
  // An even number, so that over and under meet at the seam.
  const count = threads.count + (threads.count % 2);
  const bendX = threads.stray > 0 ? cloud(seed + 41, 40) : undefined;
  const bendY = threads.stray > 0 ? cloud(seed + 42, 40) : undefined;
  const period = 24;
  const height = (across: number, along: number, stream: number): number => {
    const n = ((Math.floor(across) % count) + count) % count;
    const own = chance(seed, n, stream);
    const slub = drifting(seed + n, (along / count) * period, period, stream + 20);
    const wide = (threads.wide / 2) * (1 - 0.35 * threads.uneven * own) * (1 + threads.slubs * 0.7 * (slub - 0.5));
    const off = (across - Math.floor(across) - 0.5) / wide;
    if (off <= -1 || off >= 1) return 0;
    const wave = 0.62 + 0.38 * sinDegrees(180 * along + 180 * (n % 2));
    return (
      Math.sqrt(1 - off * off) *
      wave *
      (1 - 0.5 * threads.uneven * chance(seed, n, stream + 1)) *
      (0.8 + 0.4 * threads.slubs * (slub - 0.5))
    );
  };
  return each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    const u = ((x + 0.5) / GRAIN_SIDE) * count + threads.stray * (bendX?.[i] ?? 0);
    const v = ((y + 0.5) / GRAIN_SIDE) * count + threads.stray * (bendY?.[i] ?? 0);
    return Math.max(height(u, v, 1), height(v, u + 1, 5));
  });
}

/** Drift that comes round after `period`. */
function drifting(seed: number, position: number, period: number, stream: number): number {
  const at = ((position % period) + period) % period;
  const share = at / period;
  return drift(seed, at, stream) * (1 - share) + drift(seed, at - period, stream) * share;
}

/** Even cloth, as it comes from the loom. */
export function weave(count: number, thickness: number, unevenness: number, seed: number): Sheet {
  return woven({ count, wide: 0.5 + 0.5 * thickness, uneven: unevenness, slubs: 0, stray: 0 }, seed);
}

/** Primed canvas: irregular threads whose gaps the primer fills. @param primed 0 bare … 1 all but smooth */
export function canvas(count: number, primed: number, seed: number): Sheet {
  const bare = woven({ count, wide: 0.96, uneven: 0.6, slubs: 0.6, stray: 0.1 }, seed);
  const filled = blurred(bare, 0.8 + 1.8 * primed);
  const brushed = cloud(seed + 9, 1.2, 1.2);
  return each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    return filled[i] + (0.02 + 0.03 * primed) * brushed[i];
  });
}

/** Linen: fine threads of very different thickness, with slubs. */
export function linen(count: number, slubs: number, seed: number): Sheet {
  const cloth = woven({ count, wide: 0.92, uneven: 0.9, slubs, stray: 0.16 }, seed);
  const lint = cloud(seed + 9, 0.7);
  return each((x, y) => {
    const i = y * GRAIN_SIDE + x;
    return cloth[i] + 0.05 * lint[i];
  });
}
