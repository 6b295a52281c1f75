import { markWord } from "../../kernels/mark-record";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { Reservoir } from "../../paint/spend";
import { qualityIndex } from "../../qualities/table";
import type { Surface } from "../../surface/surface";
import { markField } from "../mark-list";

const { size, angle } = qualityIndex;
/** The cells to a side. */
export const CELLS = 12;
const BYTES = 4;

/** The paint of each part of a tip: what it takes up where it passes, and what it lays. */
export class CellsTaking {
  private readonly bytes: number;
  private readonly carried: number;
  private readonly met: number;
  private readonly goals: number;

  /** @param reservoir what the tip has in it from strokes before */
  constructor(
    private readonly surface: Surface,
    private readonly reservoir: Reservoir | undefined,
  ) {
    const { heap, run } = surface.kernels;
    this.bytes = run.cellsBytes(CELLS);
    this.carried = heap.takeCleared(this.bytes);
    this.met = heap.take(this.bytes);
    this.goals = heap.take(this.bytes);
  }

  /** Begins with what the tip had, where it was left by such a tip. @returns whether there was anything */
  takeOver(): boolean {
    const taken = this.reservoir?.taken;
    if (taken?.length !== this.bytes / BYTES) return false;
    this.surface.kernels.heap.f32.set(taken, this.carried / BYTES);
    return true;
  }

  /**
   * Takes up and lays what lies under one mark.
   * @param mark @param before the addresses of its record and of the mark's before, 0 for none @param row @param at its qualities
   * @param step every how manieth row is met @param own the address of the tip's own paint
   * @param take the part of what is met that is taken up @param share of what is carried in what is laid @param covers how far own paint covers alone
   */
  lay(
    mark: number,
    before: number,
    row: Float64Array,
    at: number,
    step: number,
    own: number,
    take: number,
    share: number,
    covers: number,
  ): void {
    const { heap, run } = this.surface.kernels;
    const word = mark / 4;
    const x = heap.i32[word + markWord.x] + heap.i32[word + markWord.width] / 2;
    const y = heap.i32[word + markWord.y] + heap.i32[word + markWord.height] / 2;
    const turned = row[at + angle];
    const half = Math.max(0.5, row[at + size] / 2);
    const heading = row[at + markField.heading];
    const [c, s] = [cosDegrees(turned), -sinDegrees(turned)];
    const [hx, hy] = [cosDegrees(heading), -sinDegrees(heading)];
    run.setCells(this.carried, this.met, this.goals, CELLS, x, y, half, c, s, hx, hy);
    run.gatherCells(mark, before, step);
    run.takeCells(own, take, share, covers);
    run.layCells(mark);
  }

  /** Leaves in the tip what it has, for the strokes after this. */
  end(): void {
    if (!this.reservoir) return;
    const from = this.carried / BYTES;
    this.reservoir.taken = this.surface.kernels.heap.f32.slice(from, from + this.bytes / BYTES);
  }

  release(): void {
    const { heap } = this.surface.kernels;
    for (const room of [this.carried, this.met, this.goals]) heap.give(room, this.bytes);
  }
}
