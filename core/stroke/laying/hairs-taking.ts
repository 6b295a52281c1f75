import type { Brush } from "../../brush/schema";
import { chance } from "../../chance/counter";
import { PLANE } from "../../kernels/memory/tile-size";
import { exp } from "../../numeric/power";
import type { Reservoir } from "../../paint/spend";
import { qualityIndex } from "../../qualities/table";
import type { Surface } from "../../surface/surface";
import { markField } from "../mark-list";
import type { HairsMoving } from "./hairs-moving";
import { OpenTiles } from "./open-tiles";

const { size, mixing, carry, body } = qualityIndex;
const BYTES = 4;
/** The numbers of a plane of an open tile: no bundle has so many hairs. */
const ROOM = 64 * 64;
const THIRSTS = 0x7a6b;
const GREEDS = 0x7a6c;

/** The paint of each hair of a bundle: what it has of its own, what it takes up where it passes, and what it lays. */
export class HairsTaking {
  private readonly tiles: OpenTiles;
  private readonly planes: number;
  private readonly bytes: number;
  private readonly own: number;
  private readonly carried: number;
  private readonly mixed: number;
  private readonly out: number;
  private readonly takes: number;
  private readonly shares: number;
  private readonly room: number;
  /** How far each hair carries, against the brush's own. */
  private readonly thirsts: Float64Array;
  /** How much more or less than the brush's own share each hair lays of what it took up, −1…1. */
  private readonly greeds: Float64Array;
  /** How high each hair's ridge is against that of others, and what it carries; of its own paint, and of all, what was laid. */
  private readonly lifts: number;
  private readonly bodies: number;
  private readonly laid: number;
  private begun = false;
  private lastDistance = 0;

  /** @param reservoir what the tip has in it from strokes before */
  constructor(
    private readonly surface: Surface,
    brush: Brush,
    private readonly moving: HairsMoving,
    seed: number,
    private readonly reservoir: Reservoir | undefined,
  ) {
    const { paint } = brush;
    const { heap } = surface.kernels;
    this.tiles = new OpenTiles(surface, paint.space, 1, paint.sight === "all", undefined, false);
    this.planes = this.tiles.planes;
    this.bytes = surface.kernels.run.openBytes();
    this.own = heap.takeCleared(this.bytes);
    this.carried = heap.takeCleared(this.bytes);
    this.mixed = heap.takeCleared(this.bytes);
    this.out = heap.takeCleared(4 * PLANE);
    this.room = Math.ceil(moving.count / 4) * 4 * BYTES;
    this.takes = heap.takeCleared(this.room);
    this.shares = heap.takeCleared(this.room);
    this.bodies = heap.takeCleared(this.room);
    this.lifts = heap.take(this.room);
    this.laid = heap.takeCleared(2 * Float64Array.BYTES_PER_ELEMENT);
    moving.lifts.forEach((lift, i) => {
      heap.f32[this.lifts / BYTES + i] = lift;
    });
    this.thirsts = Float64Array.from({ length: moving.count }, (_, i) => 0.45 + 1.1 * chance(seed, i, THIRSTS));
    this.greeds = Float64Array.from({ length: moving.count }, (_, i) => 2 * chance(seed, i, GREEDS) - 1);
  }

  /** Sets what each hair has of its own: numbers of its paint in the space in which it mixes. */
  load(numbersOf: (hair: number) => readonly number[]): void {
    const { f32 } = this.surface.kernels.heap;
    for (let i = 0; i < this.moving.count; i++) {
      const numbers = [...numbersOf(i), 1];
      for (let p = 0; p < this.planes; p++) f32[this.own / BYTES + p * ROOM + i] = numbers[p];
    }
  }

  /** Lets hairs that stand at a place take up what lies there. @param place the address of how they stand @param row @param at the place's numbers */
  take(place: number, row: Float64Array, at: number): void {
    const { heap, run } = this.surface.kernels;
    const { moving, thirsts, greeds } = this;
    if (!this.begun) this.takeOver();
    this.tiles.use();
    const way = row[at + markField.distance] - this.lastDistance;
    this.lastDistance = row[at + markField.distance];
    const far = row[at + carry] * row[at + size];
    const { f32 } = heap;
    const share = row[at + mixing];
    for (let i = 0; i < moving.count; i++) {
      f32[this.shares / BYTES + i] = share + share * (1 - share) * greeds[i];
      const spent = far > 0 ? way / (far * thirsts[i]) : 40;
      f32[this.takes / BYTES + i] = this.begun && spent < 40 ? 1 - exp(-spent) : 1;
    }
    this.begun = true;
    const { own, carried, mixed, out, takes, shares } = this;
    run.takeHairs(moving.table, moving.count, place, own, carried, mixed, out, takes, shares);
    if (row[at + body] === 0) return;
    const { active, columns, rows } = this.surface;
    run.takeBodies(
      moving.table,
      moving.count,
      place,
      active.heights?.table ?? 0,
      active.dried?.table ?? 0,
      columns,
      rows,
      takes,
      shares,
      this.bodies,
      this.lifts,
      row[at + body],
      way,
      this.laid,
    );
  }

  /** The share of the thick paint that was laid which was the tip's own, 0…1. */
  get ownShare(): number {
    const { f64 } = this.surface.kernels.heap;
    const [own, all] = f64.subarray(this.laid / 8, this.laid / 8 + 2);
    return all > 0 ? Math.min(1, own / all) : 1;
  }

  /** Leaves in the tip what its hairs have, for the strokes after this. */
  end(): void {
    const { reservoir, carried, planes, moving } = this;
    if (!reservoir || !this.begun) return;
    const { f32 } = this.surface.kernels.heap;
    const taken = new Float32Array(planes * moving.count);
    for (let p = 0; p < planes; p++)
      for (let i = 0; i < moving.count; i++) taken[p * moving.count + i] = f32[carried / BYTES + p * ROOM + i];
    reservoir.taken = taken;
  }

  release(): void {
    const { heap } = this.surface.kernels;
    for (const at of [this.own, this.carried, this.mixed]) heap.give(at, this.bytes);
    heap.give(this.out, 4 * PLANE);
    heap.give(this.takes, this.room);
    for (const at of [this.shares, this.bodies, this.lifts]) heap.give(at, this.room);
    heap.give(this.laid, 2 * Float64Array.BYTES_PER_ELEMENT);
    this.tiles.release();
  }

  /** Begins with what the tip had: a tip of other hairs, or of paint that mixes otherwise, is a clean one. */
  private takeOver(): void {
    const { planes, moving, carried } = this;
    const taken = this.reservoir?.taken;
    if (taken?.length !== planes * moving.count) return;
    const { f32 } = this.surface.kernels.heap;
    for (let p = 0; p < planes; p++)
      for (let i = 0; i < moving.count; i++) f32[carried / BYTES + p * ROOM + i] = taken[p * moving.count + i];
    this.begun = true;
  }
}
