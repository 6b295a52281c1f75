import { chance } from "../../chance/counter";
import type { MirrorWay } from "../model";
import type { ImageShape } from "./shape";

const PICTURE = 0x71c4;

/** What decides which picture of a family a mark takes. */
export interface Occasion {
  readonly number: number;
  readonly pressure: number;
  /** 0…1 of the brush's full speed */
  readonly speed: number;
  /** degrees */
  readonly heading: number;
}

/** Picks a picture for a mark: its place in the family, from 0. */
export type Pick = (occasion: Occasion, seed: number) => number;

/** Makes the rule by which a family's pictures are picked. Weights count where chance picks. */
export function picker({ pictures, pick }: ImageShape): Pick {
  const count = pictures.length;
  if (count === 1) return () => 0;
  const least = (share: number) => Math.min(count - 1, Math.floor(share * count));
  const ends = runningSums(pictures.map((p) => p.weight));
  const all = ends[count - 1];
  const rules: Record<ImageShape["pick"], Pick> = {
    chance: ({ number }, seed) => {
      const drawn = chance(seed, number, PICTURE) * all;
      let n = 0;
      while (n < count - 1 && drawn >= ends[n]) n++;
      return n;
    },
    shuffled: shuffler(pictures.map((p) => p.weight)),
    sequence: ({ number }) => number % count,
    pressure: ({ pressure }) => least(pressure),
    speed: ({ speed }) => least(speed),
    // Each picture stands for the directions nearest to its own; the first is for travel to the right.
    heading: ({ heading }) => Math.round((heading / 360) * count) % count,
  };
  return rules[pick];
}

/** Picks each picture by chance among those that the mark before did not take; of two, they take turns. */
function shuffler(weights: readonly number[]): Pick {
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const after = (before: number, drawn: number) => {
    let left = drawn * (all - (weights[before] ?? 0));
    let last = 0;
    for (let n = 0; n < weights.length; n++) {
      if (n === before) continue;
      last = n;
      left -= weights[n];
      if (left < 0) break;
    }
    return last;
  };
  // What a mark takes follows from all before it: the newest is kept, so that a stroke goes through them once.
  let known = { seed: Number.NaN, number: -1, picked: -1 };
  return ({ number }, seed) => {
    if (known.seed !== seed || known.number > number) known = { seed, number: -1, picked: -1 };
    for (let n = known.number + 1; n <= number; n++)
      known = { seed, number: n, picked: after(known.picked, chance(seed, n, PICTURE)) };
    return known.picked;
  };
}

function runningSums(weights: readonly number[]): number[] {
  let sum = 0;
  return weights.map((weight) => {
    sum += weight;
    return sum;
  });
}

/** Whether a mark is mirrored: 0 or 1. `stream` tells one axis from the other. */
export function mirrored(way: MirrorWay, seed: number, number: number, stream: number): number {
  if (way === "never") return 0;
  return way === "always" || chance(seed, number, stream) < 0.5 ? 1 : 0;
}
