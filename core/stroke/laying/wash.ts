import { GroundSheet, Lie } from "../../ground/catch";
import { plainGroundOf } from "../../ground/model";
import { ONE } from "../../kernels/memory/q15";
import { PLANE, TILE } from "../../kernels/memory/tile-size";
import { Tiles } from "../../kernels/memory/tiles";
import { noPictures } from "../../picture/picture";
import { ALL_BANDS, type Surface } from "../../surface/surface";
import type { FilmStroke } from "./film";
import { halvedBoxes } from "./rim";

/** What pigment does in a stroke's water, each 0…1. */
export interface Water {
  readonly gather: number;
  readonly spread: number;
  readonly granulation: number;
  /** Half of how wide the rim is, px. */
  readonly radius: number;
}

/** The steps until a wash is dry. */
export const STEPS = 96;
/** A place is wet where it has so much of what lies around it: faint skirts of soft tips are not. */
const WET_SHARE = 0.35;
const LEAST_WET = 0.003;
/** How often, and between places how far apart, px, water evens out what lies unevenly in it before it begins to dry. */
const EVENINGS = 6;
const DISTANCES = [32, 16, 8, 4] as const;
/** So that as much goes over at an edge in a step, full gathering given, whatever the width over which it is drawn. */
const PULL = 0.46;
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
 * Lets a film dry: pigment moves inside its wet places for so many steps, each slower than the last, and settles. Its mass is
 * kept. What comes out follows from the stroke's coverage, the ground and these numbers alone.
 * @param ground the heights into whose valleys pigment sinks; a fine paper where there is none
 */
export function dryFilm(surface: Surface, film: FilmStroke, water: Water, ground: GroundSheet | undefined): void {
  const wash = new Wash(surface, film, water);
  wash.findPaths(ground ?? paperOf(surface, "wash paper", 1), paperOf(surface, "wash mottle", MOTTLE_SCALE));
  wash.evenOut();
  for (let step = 0; step < STEPS; step++) wash.step(1 - step / STEPS);
  film.dryTo(wash.films());
  wash.release();
  surface.markChanged(film.present(), ALL_BANDS, false);
}

/** The wet tiles of a film and what floats and has settled in them. */
class Wash {
  private readonly amounts: number;
  private readonly bytes: number;
  private readonly room: number;
  /** How much of each place is wet. */
  private readonly volumes: Tiles;
  private readonly tiles: readonly WetTile[];

  constructor(
    private readonly surface: Surface,
    private readonly film: FilmStroke,
    private readonly water: Water,
  ) {
    const { kernels, columns, rows } = surface;
    const { heap, run } = kernels;
    this.amounts = film.tiles.planes === 1 ? 1 : 4;
    this.bytes = run.washBytes(this.amounts);
    this.room = heap.take(run.washRoom());
    this.volumes = new Tiles(kernels, columns, rows, 1);
    const wet = new Tiles(kernels, columns, rows, 1);
    this.blurring(film.tiles, film.tiles.present(), (index, around) => findWet(surface, film, index, around, wet));
    const present = wet.present();
    for (const index of present) {
      const [column, row] = [index % columns, Math.floor(index / columns)];
      run.washVolumes(wet.table, column, row, columns, rows, this.room, this.volumes.enter(index));
    }
    wet.release();
    const blocks = new Map(present.map((index) => [index, heap.take(this.bytes)]));
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

  /** Finds how pigment goes over from place to place, and how far it is wet. */
  findPaths(heights: GroundSheet, mottle: GroundSheet): void {
    const { surface, film, water, volumes, tiles } = this;
    const { kernels, columns, rows } = surface;
    const { run } = kernels;
    const edge = new Tiles(kernels, columns, rows, 1);
    this.blurring(volumes, volumes.present(), (index, around) => {
      const to = edge.enter(index);
      kernels.heap.u8.copyWithin(to, around, around + PLANE);
      heights.at(index);
      mottle.at(index);
    });
    const pull = PULL * water.gather * spreadOfBoxes(water.radius);
    for (const { index, column, row, block } of tiles) {
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
        pull,
        water.spread,
        water.granulation,
        this.room,
      );
      run.washFill(block, film.look(index), film.tiles.planes);
    }
    edge.release();
    // How far it is wet follows from what lies to the right and below: from the last tile to the first.
    for (const { block, right, below } of tiles.toReversed()) run.washRuns(block, right, below);
  }

  /** Lets water level before it begins to dry. */
  evenOut(): void {
    const { tiles, amounts, water } = this;
    const { run } = this.surface.kernels;
    const share = Math.sqrt(water.spread) / 4;
    for (let turn = 0; turn < EVENINGS; turn++) {
      for (const far of DISTANCES) {
        for (const { block, right } of tiles) run.washEven(block, amounts, right, far, false, share);
        for (const { block } of tiles) run.washEvened(block, amounts);
        for (const { block, below } of tiles) run.washEven(block, amounts, below, far, true, share);
        for (const { block } of tiles) run.washEvened(block, amounts);
      }
    }
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
    this.volumes.release();
  }

  /** Calls with each of some tiles and the address of what lies around its places, blurred as wide as the rim. */
  private blurring(tiles: Tiles, indices: readonly number[], each: (index: number, around: number) => void): void {
    const { columns, rows, kernels } = this.surface;
    const { heap, run } = kernels;
    const [first, second] = halvedBoxes(this.water.radius);
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

/** Notes what covers the wet places of a tile: those with paint, not much less than around them, and on a layer that keeps its alpha inside its shapes. */
function findWet(surface: Surface, film: FilmStroke, index: number, around: number, wet: Tiles): void {
  const { heap } = surface.kernels;
  const shape = surface.keepsAlpha ? surface.activeTile(index) : undefined;
  if (shape === 0) return;
  const cover = film.look(index) + (film.tiles.planes - 1) * PLANE;
  let words = heap.u16;
  let to = 0;
  for (let i = 0; i < TILE * TILE; i++) {
    const amount = words[cover / 2 + i];
    if (amount < LEAST_WET * ONE || amount < WET_SHARE * words[around / 2 + i]) continue;
    if (shape && words[shape / 2 + 3 * TILE * TILE + i] === 0) continue;
    if (to === 0) {
      to = wet.make(index) / 2;
      words = heap.u16;
    }
    words[to + i] = amount;
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
