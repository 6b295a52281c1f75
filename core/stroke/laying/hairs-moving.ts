import { chance, drift } from "../../chance/counter";
import type { Rgb } from "../../colour/srgb";
import type { Kernels } from "../../kernels/load";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { qualityIndex } from "../../qualities/table";
import type { Tip } from "../../tip/model";
import { type Hair, type HairyShape, hairsOf, openedAt } from "../../tip/shape/hairs";
import { markField } from "../mark-list";

const { size, angle, roundness, flow, body } = qualityIndex;

/** How far the hairs on the side away from the lean are lifted, in pressure, by a pen that lies flat. */
const LIFTS = 0.35;
/** How much sooner than its width the strength of a hair is whole that lays the thickest paint. */
const FIRM = 6;
const SPLITS = 0x5a17;
const LIFTED = 0x11f7;
/** Where a hair's numbers are, f32: as the class `Hair` of `core/kernels/assembly/tips/stand.ts` has them. */
const hairField = {
  u: 0,
  v: 1,
  radius: 2,
  strength: 3,
  touches: 4,
  dry: 5,
  whole: 6,
  lift: 7,
  red: 8,
  green: 9,
  blue: 10,
} as const;
const HAIR_NUMBERS = 12;
const HAIR_BYTES = HAIR_NUMBERS * 4;
/** How many numbers there are before the stances of a place, and in each. */
const HEAD = 4;
const STANCE_NUMBERS = 4;

/** The least from one ridge of paint to the next, px: what is narrower is dotted where it lies aslant. */
const RIDGES_APART = 3.2;

/**
 * How high the paint of a hair stands against that of others: as much as that of those beside it, so that ridges are no narrower
 * than pixels show; and higher at the sides, to which a tip shoves it.
 * @param half half the tip's size, px
 */
function liftOf({ u }: Hair, half: number, seed: number): number {
  const aside = Math.max(0, Math.abs(u) - 0.7) / 0.3;
  return Math.min(1, 0.4 + 0.5 * drift(seed, (u * half) / RIDGES_APART, LIFTED) + 0.3 * aside);
}

/** Moves the hairs of one stroke: where each stands, how hard it touches and what it still has, in the kernels' memory. */
export class HairsMoving {
  readonly hairs: readonly Hair[];
  readonly table: number;
  readonly count: number;
  /** Smooth noise along the way of each hair and of each clump: the cell it is in, and the numbers at its ends. */
  private readonly cells: Float64Array;
  private readonly splits: number;
  /** How high each hair's paint stands against that of others, 0…1. */
  readonly lifts: readonly number[];
  private gaped = false;

  constructor(
    private readonly kernels: Kernels,
    private readonly shape: HairyShape,
    private readonly tip: Tip,
    private readonly seed: number,
    /** Whether the paint is thick that hairs leave, where the brush says so. */
    private readonly thick: boolean,
  ) {
    this.hairs = hairsOf(shape);
    this.count = this.hairs.length;
    this.cells = new Float64Array(this.count * 5).fill(Number.NaN);
    this.splits = shape.kind === "bristles" ? shape.clumping : 0;
    this.lifts = this.hairs.map((hair) => liftOf(hair, tip.size / 2, seed));
    const { heap } = kernels;
    this.table = heap.takeCleared(this.count * HAIR_BYTES);
    this.hairs.forEach((hair, i) => {
      const { u, v, radius, strength, touches, dry } = hair;
      heap.f32.set([u, v, radius, strength, touches, dry, 1, this.lifts[i]], this.table / 4 + i * HAIR_NUMBERS);
    });
  }

  /** Bytes of how all hairs stand at one place. */
  get placeBytes(): number {
    return (HEAD + STANCE_NUMBERS * this.count) * 4;
  }

  /** The mean of the hairs' radii, half lengths. */
  get meanRadius(): number {
    return this.hairs.reduce((sum, { radius }) => sum + radius, 0) / this.count;
  }

  release(): void {
    this.kernels.heap.give(this.table, this.count * HAIR_BYTES);
  }

  /** Sets a hair's own colour, 0…1 each. */
  setColour(i: number, [red, green, blue]: Rgb): void {
    const { f32 } = this.kernels.heap;
    const at = this.table / 4 + i * HAIR_NUMBERS;
    f32[at + hairField.red] = red;
    f32[at + hairField.green] = green;
    f32[at + hairField.blue] = blue;
  }

  /** Writes how the hairs stand at a mark's place to an address. */
  stand(row: Float64Array, at: number, place: number): void {
    const { tip, shape } = this;
    const half = row[at + size] / 2;
    const pressure = row[at + markField.pressure];
    const turn = row[at + angle];
    const lift = row[at + markField.tilt] * LIFTS;
    const lean = row[at + markField.lean] - turn;
    const full = row[at + markField.full];
    this.part(half, pressure, full, row[at + markField.distance]);
    this.kernels.run.standHairs(
      this.table,
      this.count,
      place,
      row[at + markField.x],
      row[at + markField.y],
      cosDegrees(turn),
      sinDegrees(turn),
      half * openedAt(shape, pressure),
      row[at + markField.mirrorX] ? -1 : 1,
      (row[at + markField.mirrorY] ? -1 : 1) * row[at + roundness],
      tip.pivot[0] * half,
      tip.pivot[1] * half,
      pressure,
      lift,
      cosDegrees(lean),
      -sinDegrees(lean),
      full,
      half * (0.75 + 0.35 * pressure),
      row[at + flow],
      this.thick ? 1 + FIRM * row[at + body] : 1,
    );
  }

  /** Parts clumps from one another: the lighter and the drier, the wider they gape. */
  private part(half: number, pressure: number, full: number, distance: number): void {
    const dry = 1 - full;
    const gaping = Math.min(0.9, this.splits * (0.55 - 0.4 * pressure) + dry * dry * 0.6);
    if (gaping <= 0 && !this.gaped) return;
    this.gaped = gaping > 0;
    const { f32 } = this.kernels.heap;
    const along = distance / Math.max(4, half * 1.4);
    const cell = Math.floor(along);
    const t = along - cell;
    const share = t * t * (3 - 2 * t);
    for (let i = 0; i < this.count; i++) {
      const together = gaping > 0 ? this.driftOf(i, cell, share) : 1;
      const whole = (together - gaping) * 5 + 0.5;
      f32[this.table / 4 + i * HAIR_NUMBERS + hairField.whole] = whole < 0 ? 0 : whole > 1 ? 1 : whole;
    }
  }

  /** Smooth noise, 0…1, along the way: most of it a clump's, some of it a hair's own. */
  private driftOf(i: number, cell: number, share: number): number {
    const { cells, seed, hairs } = this;
    const o = i * 5;
    if (cells[o] !== cell) {
      cells[o] = cell;
      for (let end = 0; end < 2; end++) {
        cells[o + 1 + end] = chance(seed + hairs[i].clump, cell + end, SPLITS);
        cells[o + 3 + end] = chance(seed + i, cell + end, SPLITS + 1);
      }
    }
    const clump = cells[o + 1] + (cells[o + 2] - cells[o + 1]) * share;
    return 0.6 * clump + 0.4 * (cells[o + 3] + (cells[o + 4] - cells[o + 3]) * share);
  }
}
