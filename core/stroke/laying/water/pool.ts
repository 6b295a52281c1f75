import type { Kernels } from "../../../kernels/load";
import { ONE } from "../../../kernels/memory/q15";
import { PLANE, TILE } from "../../../kernels/memory/tile-size";
import type { Tiles } from "../../../kernels/memory/tiles";
import type { Surface } from "../../../surface/surface";

// A tile of a layer's pool, seventeen planes: what lies below the water (a layer's tile), the film that is in it, and of each place:
// how much of it is wet, how long it stays so, and how long it was to stay so in all, ms as f32, how much of its film is clear, and
// a sum of the layer's px as the water left it (what was painted over since, by whatever way, is dry). Then from when on the times
// are counted, ms of the hand's clock, and when the last of it dries.
const FILM = 4 * PLANE;
const VOLUMES = 8 * PLANE;
const LEFT = 9 * PLANE;
const SPAN = 11 * PLANE;
const CLEAR = 13 * PLANE;
const SEEN = 14 * PLANE;
const NUMBERS = 16 * PLANE;

const PIXELS = TILE * TILE;

/** Fresh water makes a place as wet as it can where it has so much of it; less of it where it thins out over older water. */
const WETTED = ONE / 8;

/** A tile that is still wet here and there as a stroke comes: what has dried of it, or was painted over, is part of what lies below. */
export class MetPool {
  /** The addresses of what lies below the water, and of the film in it. */
  readonly under: number;
  readonly film: number;
  /** The addresses of how much of each place is wet, and of how wet it still is, Q15. */
  readonly volumes: number;
  readonly wetness: number;
  /** The address of the share of the film that is clear, Q15. */
  readonly clear: number;

  private constructor(
    private readonly kernels: Kernels,
    readonly index: number,
    at: number,
    private readonly marks: number,
    private readonly baked: number,
  ) {
    this.volumes = marks;
    this.wetness = marks + PLANE;
    this.under = baked || at;
    this.film = baked ? baked + FILM : at + FILM;
    this.clear = at + CLEAR;
  }

  /** What of a tile of the layer that is painted on is still wet at a time, ms; undefined where nothing is. */
  static meet(surface: Surface, index: number, time: number): MetPool | undefined {
    const at = surface.active.pool?.at(index);
    const layer = surface.active.tiles.at(index);
    const { kernels } = surface;
    const { heap, run } = kernels;
    if (!at || !layer || !isWetAt(kernels, at, time)) return undefined;
    const seen = heap.take(2 * PLANE);
    const marks = heap.take(2 * PLANE);
    run.pixelSums(layer, seen);
    const wet = findWet(kernels, at, seen, marks, time);
    heap.give(seen, 2 * PLANE);
    if (wet.places === 0) {
      heap.give(marks, 2 * PLANE);
      return undefined;
    }
    return new MetPool(kernels, index, at, marks, wet.isWhole ? 0 : bake(kernels, at, layer, marks));
  }

  release(): void {
    const { heap } = this.kernels;
    heap.give(this.marks, 2 * PLANE);
    if (this.baked) heap.give(this.baked, 8 * PLANE);
  }
}

/** Whether a tile of a pool may be wet anywhere at a time, ms: it is of this clock, and has not all dried. */
function isWetAt({ heap }: Kernels, at: number, time: number): boolean {
  const [base, last] = heap.f64.subarray((at + NUMBERS) / 8, (at + NUMBERS) / 8 + 2);
  return time >= base && time < last;
}

/**
 * Finds how wet the places of a pool's tile are.
 * @param seen the address of the layer's sums as they are now @param marks the address of two planes: how much of each place is wet, and how wet
 * @returns how many are, and whether nothing of the film lies where it is dry
 */
function findWet(
  { heap }: Kernels,
  at: number,
  seen: number,
  marks: number,
  time: number,
): { readonly places: number; readonly isWhole: boolean } {
  const { u16, u32, f32, f64 } = heap;
  const gone = time - f64[(at + NUMBERS) / 8];
  const [left, span, volumes] = [(at + LEFT) / 4, (at + SPAN) / 4, (at + VOLUMES) / 2];
  const [sums, now, cover] = [(at + SEEN) / 4, seen / 4, (at + FILM + 3 * PLANE) / 2];
  let places = 0;
  let isWhole = true;
  for (let i = 0; i < PIXELS; i++) {
    const isSame = u32[sums + i] === u32[now + i];
    const stays = f32[left + i] - gone;
    const isWet = isSame && stays > 0 && u16[volumes + i] > 0;
    if (isWet) places++;
    else if (!isSame || u16[cover + i] > 0) isWhole = false;
    u16[marks / 2 + i] = isWet ? u16[volumes + i] : 0;
    u16[(marks + PLANE) / 2 + i] = isWet ? Math.max(1, Math.min(1, stays / f32[span + i]) * ONE) : 0;
  }
  return { places, isWhole };
}

/** What lies below, and the film in it, with all that is dry below. @returns the address of eight planes */
function bake({ heap }: Kernels, at: number, layer: number, marks: number): number {
  const baked = heap.take(8 * PLANE);
  const { u8, u16 } = heap;
  u8.copyWithin(baked, at, at + 8 * PLANE);
  for (let i = 0; i < PIXELS; i++) {
    if (u16[(marks + PLANE) / 2 + i] > 0) continue;
    for (let plane = 0; plane < 4; plane++) {
      u16[(baked + plane * PLANE) / 2 + i] = u16[(layer + plane * PLANE) / 2 + i];
      u16[(baked + FILM + plane * PLANE) / 2 + i] = 0;
    }
  }
  return baked;
}

/** Lets go what of the pool of the layer that is painted on has dried by a time, ms, or is of another clock: it is never met again. */
export function dropDried(surface: Surface, time: number): void {
  const { pool } = surface.active;
  for (const index of pool?.present() ?? [])
    if (!isWetAt(surface.kernels, pool?.at(index) ?? 0, time)) pool?.drop(index);
}

/** What a stroke leaves on a tile that stays wet. */
export interface LeftWet {
  /** Addresses of what lies below (a layer's tile), of the film on it, and of how much of each place is wet. */
  readonly under: number;
  readonly film: number;
  readonly volumes: number;
  /** The address of how much of each place the stroke itself wets; 0 where it wets nothing there. */
  readonly fresh: number;
  /** The share of the film that is clear, 0…1, or the address of a plane of it. */
  readonly water: number;
  readonly waters: number;
  /** What it met there. */
  readonly met: MetPool | undefined;
}

/**
 * Leaves a tile wet: what the stroke itself wets for so many ms from a time on, where older water does not stay for longer; what was wet
 * before beside that as long as it was to be.
 * @param layer the address of the layer's tile as the water left it
 */
export function leaveWet(
  kernels: Kernels,
  pool: Tiles,
  index: number,
  left: LeftWet,
  layer: number,
  time: number,
  long: number,
): void {
  const { heap, run } = kernels;
  const { met } = left;
  const before = pool.at(index);
  const at = before || pool.enter(index);
  const { u8, u16, f32, f64 } = heap;
  const gone = met ? time - f64[(at + NUMBERS) / 8] : 0;
  const [lefts, spans, clears] = [(at + LEFT) / 4, (at + SPAN) / 4, (at + CLEAR) / 2];
  let last = 0;
  for (let i = 0; i < PIXELS; i++) {
    const was = met && u16[met.wetness / 2 + i] > 0 ? Math.max(0, f32[lefts + i] - gone) : 0;
    const wet = was > 0 ? Math.min(1, was / f32[spans + i]) : 0;
    const amount = left.fresh ? u16[left.fresh / 2 + i] : 0;
    // Over older water it thins out; on a dry sheet it ends where it ends.
    const wetted = amount === 0 ? 0 : wet > 0 ? Math.min(1, amount / WETTED) : 1;
    const stays = was + (Math.max(was, long) - was) * wetted;
    f32[lefts + i] = stays;
    f32[spans + i] = stays > 0 ? stays / (wet + (1 - wet) * wetted) : 0;
    last = Math.max(last, stays);
  }
  if (last === 0) {
    pool.drop(index);
    return;
  }
  for (let i = 0; i < PIXELS; i++) u16[clears + i] = left.waters ? u16[left.waters / 2 + i] : left.water * ONE + 0.5;
  u8.copyWithin(at, left.under, left.under + 4 * PLANE);
  u8.copyWithin(at + FILM, left.film, left.film + 4 * PLANE);
  u8.copyWithin(at + VOLUMES, left.volumes, left.volumes + PLANE);
  u8.fill(0, at + NUMBERS, at + NUMBERS + PLANE);
  f64.set([time, time + last], (at + NUMBERS) / 8);
  run.pixelSums(layer, at + SEEN);
}

/** Takes up pigment, and water with it, where a pool is wet. @param shares the address of how much, Q15 by place @param layer the address of the layer's tile as it is then */
export function takeFromPool({ heap, run }: Kernels, pool: Tiles, met: MetPool, shares: number, layer: number): void {
  const at = pool.at(met.index);
  const seen = heap.take(2 * PLANE);
  run.pixelSums(layer, seen);
  const { u16, u32 } = heap;
  for (let i = 0; i < PIXELS; i++) {
    if (u16[met.wetness / 2 + i] === 0) continue;
    const stays = 1 - u16[shares / 2 + i] / ONE;
    for (let plane = 0; plane < 4; plane++) {
      const word = (at + FILM + plane * PLANE) / 2 + i;
      u16[word] = u16[word] * stays + 0.5;
    }
    u16[(at + VOLUMES) / 2 + i] = u16[(at + VOLUMES) / 2 + i] * stays + 0.5;
    // What is dry keeps the sum that it had: it must not seem wet again.
    u32[(at + SEEN) / 4 + i] = u32[seen / 4 + i];
  }
  heap.give(seen, 2 * PLANE);
}

/** Shares of films that are clear, where fresh water joins what was met, into a plane. @param water the fresh water's @param fresh the address of how much of each place it wets; 0 for none */
export function joinClear({ heap }: Kernels, out: number, met: MetPool, fresh: number, water: number): void {
  const { u16 } = heap;
  for (let i = 0; i < PIXELS; i++) {
    const was = u16[met.wetness / 2 + i] > 0 ? u16[met.clear / 2 + i] : undefined;
    const amount = fresh ? u16[fresh / 2 + i] : 0;
    const share = was === undefined ? 1 : Math.min(1, amount / WETTED);
    u16[out / 2 + i] = (was ?? 0) * (1 - share) + water * ONE * share + 0.5;
  }
}

/** Adds to a plane of volumes those of another: the greater of both. */
export function joinVolumes({ heap }: Kernels, to: number, from: number): void {
  const words = heap.u16;
  for (let i = 0; i < PIXELS; i++) words[to / 2 + i] = Math.max(words[to / 2 + i], words[from / 2 + i]);
}

/** How much of what is in a pool floats again, Q15 by place, into a plane: near fresh water, as far as it is wet still. */
export function floatAgain({ heap }: Kernels, out: number, near: number, { wetness }: MetPool): void {
  const words = heap.u16;
  for (let i = 0; i < PIXELS; i++)
    words[out / 2 + i] = (Math.min(ONE, 2 * words[near / 2 + i]) * words[wetness / 2 + i]) / ONE;
}
