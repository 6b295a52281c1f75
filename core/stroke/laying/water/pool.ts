import type { Kernels } from "../../../kernels/load";
import { ONE } from "../../../kernels/memory/q15";
import { PLANE, TILE } from "../../../kernels/memory/tile-size";
import type { Tiles } from "../../../kernels/memory/tiles";
import type { Surface } from "../../../surface/surface";

// A tile of a layer's pool, ten planes: what lies below the water (a layer's tile), the film that is in it, how much of each
// place is wet; then until when, ms of the hand's clock, how long it was wet in all, the sum of the layer's tile as the water
// left it (what was painted over since, by whatever way, is no pool any more), and how much of the film is clear.
const FILM = 4 * PLANE;
const VOLUMES = 8 * PLANE;
const NUMBERS = 9 * PLANE;

/** A tile that is still wet as a stroke comes. */
export interface WetBefore {
  readonly index: number;
  /** The addresses of what lies below the water, of the film in it and of how much of each place is wet. */
  readonly under: number;
  readonly film: number;
  readonly volumes: number;
  /** How wet it still is, 0…1. */
  readonly wetness: number;
  /** The share of the film that is clear, 0…1. */
  readonly water: number;
}

/** Which of some tiles of the layer that is painted on are still wet at a time, ms. */
export function wetAt(surface: Surface, indices: Iterable<number>, time: number): WetBefore[] {
  const pool = surface.active.pool;
  if (!pool) return [];
  const { heap, run } = surface.kernels;
  const found: WetBefore[] = [];
  for (const index of indices) {
    const at = pool.at(index);
    if (!at) continue;
    const [until, long, , water] = heap.f64.subarray((at + NUMBERS) / 8, (at + NUMBERS) / 8 + 4);
    const layer = surface.active.tiles.at(index);
    if (time >= until || time < until - long || !layer) continue;
    if (heap.u32[(at + NUMBERS) / 4 + 4] !== run.tileSum(layer) >>> 0) continue;
    const wetness = Math.min(1, (until - time) / long);
    found.push({ index, under: at, film: at + FILM, volumes: at + VOLUMES, wetness, water });
  }
  return found;
}

/** Lets go what of the pool of the layer that is painted on has dried by a time, ms, or is of another clock: it is never met again. */
export function dropDried(surface: Surface, time: number): void {
  const pool = surface.active.pool;
  const { heap } = surface.kernels;
  for (const index of pool?.present() ?? []) {
    const at = ((pool?.at(index) ?? 0) + NUMBERS) / 8;
    const [until, long] = heap.f64.subarray(at, at + 2);
    if (time >= until || time < until - long) pool?.drop(index);
  }
}

/** What a tile of a pool is made of: addresses of a layer's tile, a film, and a plane. */
export interface PoolParts {
  readonly under: number;
  readonly film: number;
  readonly volumes: number;
  /** The share of the film that is clear, 0…1. */
  readonly water: number;
}

/** Leaves a tile wet for so many ms from a time on. @param layer the address of the layer's tile as the water left it */
export function leaveWet(
  kernels: Kernels,
  pool: Tiles,
  index: number,
  parts: PoolParts,
  layer: number,
  time: number,
  long: number,
): void {
  const at = pool.at(index) || pool.enter(index);
  const { heap, run } = kernels;
  heap.u8.copyWithin(at, parts.under, parts.under + 4 * PLANE);
  heap.u8.copyWithin(at + FILM, parts.film, parts.film + 4 * PLANE);
  heap.u8.copyWithin(at + VOLUMES, parts.volumes, parts.volumes + PLANE);
  heap.u8.fill(0, at + NUMBERS, at + NUMBERS + PLANE);
  heap.f64.set([time + long, long], (at + NUMBERS) / 8);
  heap.u32[(at + NUMBERS) / 4 + 4] = run.tileSum(layer);
  heap.f64[(at + NUMBERS) / 8 + 3] = parts.water;
}

/** Says that a pool stays one, though what it left on its layer was changed. @param layer the address of the layer's tile as it is now */
export function stayPool({ heap, run }: Kernels, pool: WetBefore, layer: number): void {
  heap.u32[(pool.under + NUMBERS) / 4 + 4] = run.tileSum(layer);
}

/** Adds to a plane of volumes those of another: the greater of both. */
export function joinVolumes({ heap }: Kernels, to: number, from: number): void {
  const words = heap.u16;
  for (let i = 0; i < TILE * TILE; i++) words[to / 2 + i] = Math.max(words[to / 2 + i], words[from / 2 + i]);
}

/** How much of what is in a pool floats again, Q15 by place, into a plane: near fresh water, as far as it is wet still. */
export function floatAgain({ heap }: Kernels, out: number, near: number, wetness: number): void {
  const words = heap.u16;
  for (let i = 0; i < TILE * TILE; i++) words[out / 2 + i] = Math.min(ONE, 2 * words[near / 2 + i]) * wetness;
}
