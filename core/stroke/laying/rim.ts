import type { GroundSheet } from "../../ground/catch";
import { PLANE } from "../../kernels/memory/tile-size";
import type { Tiles } from "../../kernels/memory/tiles";
import type { Rim } from "../../paint/model";
import type { Surface } from "../../surface/surface";
import type { Finish } from "../../surface/wet";

/** The widest rim, px: no tile looks farther than to its neighbours. */
export const WIDEST_RIM = 28;

/** Darkens the rim of a stroke while it is wet; what a tile looks like follows from the stroke's coverage around it. */
export class RimFinish implements Finish {
  /** Two boxes of the radius, and as far again where the edge is ragged. */
  readonly reach: number;
  /** The grain by whose valleys the edge is ragged. */
  grained: GroundSheet | undefined;
  /** One that is no longer anybody else's. */
  private own: GroundSheet | undefined;
  /** The radii of both boxes, and how far the inside is looked for: in halved px. */
  private readonly first: number;
  private readonly second: number;
  private readonly distance: number;
  private readonly room: number;
  private readonly out: number;

  constructor(
    private readonly surface: Surface,
    private readonly tiles: Tiles,
    private readonly rim: Rim,
    size: number,
    private readonly ceiling: number,
  ) {
    const { heap, run } = surface.kernels;
    const radius = rimRadius(rim, size);
    [this.first, this.second] = halvedBoxes(radius);
    this.distance = radius;
    this.reach = (rim.ragged > 0 ? 4 : 2) * (radius + 1);
    this.room = heap.take(run.rimRoom());
    this.out = heap.take(4 * PLANE);
  }

  rows(index: number, from: number, to: number): number {
    const { kernels, columns, rows } = this.surface;
    const { strength, ragged } = this.rim;
    const grain = this.grained && ragged > 0 ? this.grained.at(index) : 0;
    const [column, row] = [index % columns, Math.floor(index / columns)];
    const { tiles, first, second, distance, ceiling, room, out } = this;
    kernels.run.rim(
      tiles.table,
      tiles.planes,
      column,
      row,
      columns,
      rows,
      first,
      second,
      distance,
      strength,
      grain,
      ragged,
      ceiling,
      room,
      out,
      from,
      to,
    );
    return this.out;
  }

  /** Takes a grain over, which is given back with this. */
  keep(sheet: GroundSheet): void {
    this.own = sheet;
  }

  release(): void {
    const { heap, run } = this.surface.kernels;
    this.own?.release();
    heap.give(this.room, run.rimRoom());
    heap.give(this.out, 4 * PLANE);
  }
}

/** Half of how wide a rim is on a brush of this size, px. */
export function rimRadius({ unit, width }: Rim, size: number): number {
  return Math.min(WIDEST_RIM, Math.max(0, Math.round((unit === "px" ? width : width * size) / 2)));
}

/** The variance of a box of this radius, px². */
function spreadOf(radius: number): number {
  return (radius * (radius + 1)) / 3;
}

/** Halving the pixels and mixing between them again spreads by about so much by itself, px². */
const SPREAD_OF_HALVING = 1;

/** The radii, in halved px, of two boxes that spread as two of `radius` px do: the nearest that there are. */
export function halvedBoxes(radius: number): readonly [number, number] {
  const wanted = (2 * spreadOf(radius) - SPREAD_OF_HALVING) / 4;
  let nearest: readonly [number, number] = [0, 0];
  for (let first = 0; first <= radius; first++)
    for (const second of [first, first - 1])
      if (
        second >= 0 &&
        Math.abs(spreadOf(first) + spreadOf(second) - wanted) <
          Math.abs(spreadOf(nearest[0]) + spreadOf(nearest[1]) - wanted)
      )
        nearest = [first, second];
  return nearest;
}
