import { GroundSheet, Lie } from "../../../ground/catch";
import { plainGroundOf } from "../../../ground/model";
import { PLANE } from "../../../kernels/memory/tile-size";
import { Tiles } from "../../../kernels/memory/tiles";
import { noPictures } from "../../../picture/picture";
import type { Surface } from "../../../surface/surface";
import type { Drying } from "../../../surface/wet";
import type { LayingMeans } from "../laying";
import { halvedBoxes } from "../rim";
import type { FilmStroke } from "./film";
import { dropDried, floatAgain, joinVolumes, MetPool } from "./pool";
import { CLOSE, findWet, neighbours } from "./wet-places";

/** What pigment does in a stroke's water, each 0…1. */
export interface Water {
  readonly gather: number;
  readonly spread: number;
  readonly granulation: number;
  /** Half of how wide the rim is, px. */
  readonly radius: number;
  /** How large the tip is, px: so wide a wash is even. */
  readonly size: number;
  /** How long it stays wet for the strokes after it, ms. */
  readonly dryAfter: number;
}

/** The steps until a wash is dry. */
export const STEPS = 96;
/** How often, and between places how far apart, px, water evens out what lies unevenly in it before it begins to dry. */
const EVENINGS = 6;
const DISTANCES = [32, 16, 8, 4] as const;
/** In the wash of a tip larger than this, px, first between places farther apart: the larger, the more often. */
const LARGE = 160;
const LARGE_DISTANCES = [64, 40] as const;
const LARGER = 36;
const LARGEST = 448;
/** How often, how far, px, and how much fresh paint and what floats in older water mingle before they dry, at full spread. */
const MINGLINGS = 3;
const MINGLE_DISTANCES = [4, 8, 12] as const;
const MINGLES = 0.2;
/** So that as much goes over at an edge in a step, full gathering given, whatever the width over which it is drawn. */
const PULL = 0.46;
/** Around fresh water so far, px, older water is pushed and floats again, and so much of it in a step where it falls by one in a px. */
const HEAD_RADIUS = 12;
const PUSH = 1.6;
/** px of the surface that a px of the fine paper is long by which water goes here and there more slowly. */
const MOTTLE_SCALE = 4;

interface WetTile {
  readonly index: number;
  readonly column: number;
  readonly row: number;
  readonly block: number;
  readonly left: number;
  readonly right: number;
  readonly above: number;
  readonly below: number;
}

/**
 * Begins to let a film dry: pigment moves inside its wet places for so many steps, each slower than the last, and settles. Its mass is
 * kept. Where it meets water of strokes before that has not dried, what is in that floats again and both mix; fresh water
 * pushes it away. What comes out follows from coverage, ground, pool and these numbers alone.
 * @param ground the heights into whose valleys pigment sinks; a fine paper where there is none
 */
export function beginDrying(
  surface: Surface,
  film: FilmStroke,
  water: Water,
  ground: GroundSheet | undefined,
  { begun, ended }: LayingMeans["clock"],
): void {
  const wash = new Wash(surface, film, water, begun);
  wash.findPaths(ground ?? paperOf(surface, "wash paper", 1), paperOf(surface, "wash mottle", MOTTLE_SCALE));
  wash.fill();
  wash.stayWet(ended);
  dropDried(surface, begun);
  film.drying = new WashDrying(film, wash);
}

/** The steps of one wash. */
class WashDrying implements Drying {
  private taken = 0;

  constructor(
    private readonly film: FilmStroke,
    private readonly wash: Wash,
  ) {
    this.show();
  }

  get share(): number {
    return this.taken / STEPS;
  }

  step(): boolean {
    this.wash.step(1 - this.taken / STEPS);
    return ++this.taken < STEPS;
  }

  show(): void {
    this.film.dryTo(this.wash.films());
  }

  release(): void {
    this.wash.release();
  }
}

/** The wet tiles of a film, and of the pools it meets, and what floats and has settled in them. */
class Wash {
  private readonly amounts: number;
  private readonly bytes: number;
  private readonly room: number;
  /** How much of each place the stroke wets. */
  private readonly fresh: Tiles;
  /** How much fresh water stands at and around each place, where there are pools. */
  private readonly head: Tiles;
  /** How much of each place is wet: of the stroke, and of pools. */
  private readonly volumes: Tiles;
  private readonly pools: ReadonlyMap<number, MetPool>;
  private readonly tiles: readonly WetTile[];

  constructor(
    private readonly surface: Surface,
    private readonly film: FilmStroke,
    private readonly water: Water,
    begun: number,
  ) {
    const { kernels, columns, rows } = surface;
    const { heap, run } = kernels;
    this.room = heap.take(run.washRoom());
    this.fresh = new Tiles(kernels, columns, rows, 1);
    this.head = new Tiles(kernels, columns, rows, 1);
    this.volumes = new Tiles(kernels, columns, rows, 1);
    const wet = new Tiles(kernels, columns, rows, 1);
    const close = new Tiles(kernels, columns, rows, 1);
    this.blurring(film.tiles, film.tiles.present(), CLOSE, (index, near) => {
      const at = close.enter(index);
      heap.u8.copyWithin(at, near, near + PLANE);
    });
    this.blurring(film.tiles, film.tiles.present(), water.radius, (index, around) =>
      findWet(surface, film, index, around, close.at(index), wet),
    );
    close.release();
    for (const index of wet.present()) {
      const [column, row] = [index % columns, Math.floor(index / columns)];
      run.washVolumes(wet.table, column, row, columns, rows, this.room, this.fresh.enter(index));
    }
    const present = wet.present();
    wet.release();
    // Beside the stroke too: fresh water reaches over the edges of its tiles.
    this.pools = new Map(
      [...neighbours(present, columns, rows)].flatMap((index): [number, MetPool][] => {
        const met = MetPool.meet(surface, index, begun);
        return met ? [[index, met]] : [];
      }),
    );
    for (const index of new Set([...present, ...this.pools.keys()])) {
      const to = this.volumes.make(index);
      for (const from of [this.fresh.at(index), this.pools.get(index)?.volumes])
        if (from) joinVolumes(kernels, to, from);
    }
    film.meet(this.pools, this.fresh);
    this.amounts = film.tiles.planes === 1 && this.pools.size === 0 ? 1 : 4;
    this.bytes = run.washBytes(this.amounts);
    const blocks = new Map(this.volumes.present().map((index) => [index, heap.take(this.bytes)]));
    this.tiles = [...blocks].map(([index, block]): WetTile => {
      const column = index % columns;
      return {
        index,
        column,
        row: Math.floor(index / columns),
        block,
        left: (column > 0 && blocks.get(index - 1)) || 0,
        right: (column < columns - 1 && blocks.get(index + 1)) || 0,
        above: blocks.get(index - columns) ?? 0,
        below: blocks.get(index + columns) ?? 0,
      };
    });
  }

  /** Finds how pigment goes over from place to place. */
  findPaths(heights: GroundSheet, mottle: GroundSheet): void {
    const { surface, water, volumes, tiles, fresh, pools, head } = this;
    const { kernels, columns, rows } = surface;
    const { heap, run } = kernels;
    const edge = new Tiles(kernels, columns, rows, 1);
    const pooled = new Tiles(kernels, columns, rows, 1);
    const keepIn = (to: Tiles) => (index: number, plane: number) => {
      const at = to.enter(index);
      heap.u8.copyWithin(at, plane, plane + PLANE);
    };
    const wet = volumes.present();
    this.blurring(volumes, wet, water.radius, keepIn(edge));
    if (pools.size > 0) this.blurring(fresh, wet, HEAD_RADIUS, keepIn(head));
    for (const { index, volumes: plane } of pools.values()) keepIn(pooled)(index, plane);
    for (const index of wet) for (const sheet of [heights, mottle]) sheet.at(index);
    const pull = PULL * water.gather * spreadOfBoxes(water.radius);
    for (const { column, row, block } of tiles)
      run.washPaths(
        block,
        column,
        row,
        columns,
        rows,
        volumes.table,
        edge.table,
        heights.table,
        mottle.table,
        pools.size > 0 ? head.table : 0,
        pooled.table,
        pull,
        PUSH,
        water.spread,
        water.granulation,
        this.room,
      );
    for (const sheet of [edge, pooled]) sheet.release();
  }

  /** Fills the tiles with the stroke's paint, which evens out within the stroke, and with what floats in the pools it meets. */
  fill(): void {
    const { surface, film, tiles, pools, amounts, fresh, volumes, water } = this;
    const { heap, run } = surface.kernels;
    for (const { index, block } of tiles) {
      run.washEmpty(block, amounts);
      if (!film.tiles.at(index)) continue;
      if (amounts === film.tiles.planes) run.washFill(block, film.look(index), amounts);
      else run.washPour(block, film.unmoved(index), 0, false);
    }
    const share = Math.sqrt(water.spread) / 4;
    for (let larger = LARGE; larger < Math.min(LARGEST, water.size); larger += LARGER)
      this.evenOut(fresh, LARGE_DISTANCES, share);
    for (let turn = 0; turn < EVENINGS; turn++) this.evenOut(fresh, DISTANCES, share);
    if (pools.size === 0) return;
    const floats = heap.take(PLANE);
    const pour = (settles: boolean) => {
      for (const { index, block } of tiles) {
        const pool = pools.get(index);
        if (!pool) continue;
        floatAgain(surface.kernels, floats, this.head.at(index), pool);
        run.washPour(block, pool.film, floats, settles);
      }
    };
    pour(false);
    for (let turn = 0; turn < MINGLINGS; turn++)
      this.evenOut(volumes, MINGLE_DISTANCES, water.spread * water.spread * MINGLES);
    pour(true);
    heap.give(floats, PLANE);
  }

  /** Lets what floats level where a plane says it is wet, before anything has settled. @param share at most 1/4 */
  private evenOut(where: Tiles, distances: readonly number[], share: number): void {
    const { tiles, amounts } = this;
    const { run } = this.surface.kernels;
    // How far it is wet follows from what lies to the right and below: from the last tile to the first.
    for (const { index, block, right, below } of tiles.toReversed()) run.washRuns(block, where.at(index), right, below);
    for (const far of distances) {
      for (const { block, right } of tiles) run.washEven(block, amounts, right, far, false, share);
      for (const { block } of tiles) run.washEvened(block, amounts);
      for (const { block, below } of tiles) run.washEven(block, amounts, below, far, true, share);
      for (const { block } of tiles) run.washEvened(block, amounts);
    }
  }

  /** Has it stay wet for the strokes after it: for its own time from now on, ms, and what it met for as long as that was to stay. */
  stayWet(ended: number): void {
    const { dryAfter } = this.water;
    if (dryAfter > 0 || this.pools.size > 0)
      this.film.stayWet({ volumes: this.volumes, fresh: this.fresh, time: ended, long: dryAfter });
  }

  /** @param rate how fast pigment moves, 0…1 */
  step(rate: number): void {
    const { tiles, amounts, room } = this;
    const { run } = this.surface.kernels;
    for (const { block, left, right, above, below } of tiles) run.washEdges(block, amounts, left, right, above, below);
    for (const { block } of tiles) run.washStep(block, amounts, rate, room);
  }

  /** What it has become. */
  films(): Tiles {
    const { kernels, columns, rows } = this.surface;
    const films = new Tiles(kernels, columns, rows, 4);
    for (const { index, block } of this.tiles)
      kernels.run.washFilm(block, this.amounts, ...this.film.density, films.enter(index));
    return films;
  }

  release(): void {
    const { heap, run } = this.surface.kernels;
    for (const { block } of this.tiles) heap.give(block, this.bytes);
    heap.give(this.room, run.washRoom());
    for (const sheet of [this.fresh, this.head, this.volumes]) sheet.release();
    for (const pool of this.pools.values()) pool.release();
  }

  /** Calls with each of some tiles and the address of what lies around its places, blurred by two boxes of a radius, px. */
  private blurring(
    tiles: Tiles,
    indices: readonly number[],
    radius: number,
    each: (index: number, around: number) => void,
  ): void {
    const { columns, rows, kernels } = this.surface;
    const { heap, run } = kernels;
    const [first, second] = halvedBoxes(radius);
    const room = heap.take(run.rimRoom());
    const out = heap.take(PLANE);
    for (const index of indices) {
      const [column, row] = [index % columns, Math.floor(index / columns)];
      run.blurTile(tiles.table, tiles.planes, column, row, columns, rows, first, second, room, out);
      each(index, out);
    }
    heap.give(room, run.rimRoom());
    heap.give(out, PLANE);
  }
}

/** The standard deviation of two boxes of this radius, px. */
function spreadOfBoxes(radius: number): number {
  return Math.sqrt((2 * radius * (radius + 1)) / 3 + 1);
}

/** A fine paper under a whole surface, made once. */
function paperOf(surface: Surface, name: string, scale: number): GroundSheet {
  const known = surface.kept.get(name);
  if (known instanceof GroundSheet) return known;
  const lie = new Lie(plainGroundOf(), scale, noPictures);
  const sheet = new GroundSheet(surface.kernels, surface.columns, surface.rows, lie, 0, 0);
  surface.kept.set(name, sheet);
  return sheet;
}
