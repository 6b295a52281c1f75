import type { GroundSheet } from "../ground/catch";
import { PLANE } from "../kernels/marks";
import type { Rim } from "../paint/model";
import type { Surface } from "../surface/surface";
import type { Tiles } from "../surface/tiles";
import type { Finish } from "../surface/wet";

/** The widest rim, px: no tile looks farther than to its neighbours. */
export const WIDEST_RIM = 28;

/** Darkens the rim of a stroke while it is wet; what a tile looks like follows from the stroke's coverage around it. */
export class RimFinish implements Finish {
  /** Two boxes of the radius, and as far again where the edge is ragged. */
  readonly reach: number;
  /** The grain by whose valleys the edge is ragged. */
  grained: GroundSheet | undefined;
  private readonly radius: number;
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
    const width = rim.unit === "px" ? rim.width : rim.width * size;
    this.radius = Math.min(WIDEST_RIM, Math.max(0, Math.round(width / 2)));
    this.reach = (rim.ragged > 0 ? 4 : 2) * (this.radius + 1);
    this.room = heap.take(run.rimRoom(this.radius));
    this.out = heap.take(4 * PLANE);
  }

  tile(index: number): number {
    const { kernels, columns, rows } = this.surface;
    const { strength, ragged } = this.rim;
    const grain = this.grained && ragged > 0 ? this.grained.at(index) : 0;
    const [column, row] = [index % columns, Math.floor(index / columns)];
    kernels.run.rim(this.tiles.table, this.tiles.planes, column, row, columns, rows, this.radius, strength, grain, ragged, this.ceiling, this.room, this.out);
    return this.out;
  }

  release(): void {
    const { heap, run } = this.surface.kernels;
    heap.give(this.room, run.rimRoom(this.radius));
    heap.give(this.out, 4 * PLANE);
  }
}
