import { chance } from "../../chance/counter";
import { cosDegrees, sinDegrees } from "../../numeric/trig";
import { qualityIndex } from "../../qualities/table";
import type { Tip } from "../../tip/model";
import { type Hair, type HairyShape, hairsOf, openedAt } from "../../tip/shape/hairs";
import { markField } from "../mark-list";

const { size, angle, roundness, flow } = qualityIndex;

/** Over which pressures a hair comes down, from its tip to its whole width. */
const COMES_DOWN = 0.16;
/** How far the hairs on the side away from the lean are lifted, in pressure, by a pen that lies flat. */
const LIFTS = 0.35;
/** Over which part of the load a hair runs out. */
const RUNS_OUT = 0.18;
const SPLITS = 0x5a17;

/** How all hairs stand at one place: x, y (px), half width (px) and strength (0…1) of each, one after the other. */
export type HairsAt = Float64Array;
export const HAIR_NUMBERS = 4;

/** Moves the hairs of one stroke: where each stands, how hard it touches and what it still has. */
export class HairsMoving {
  readonly hairs: readonly Hair[];
  /** Smooth noise along the way of each hair and of each clump: the cell it is in, and the numbers at its ends. */
  private readonly cells: Float64Array;
  private readonly splits: number;

  constructor(
    private readonly shape: HairyShape,
    private readonly tip: Tip,
    private readonly seed: number,
  ) {
    this.hairs = hairsOf(shape);
    this.cells = new Float64Array(this.hairs.length * 6).fill(Number.NaN);
    this.splits = shape.kind === "bristles" ? shape.clumping : 0;
  }

  /** Writes how the hairs stand at a mark's place into `out`. */
  stand(row: Float64Array, at: number, out: HairsAt): void {
    const { tip, shape, hairs } = this;
    const half = row[at + size] / 2;
    const pressure = row[at + markField.pressure];
    const open = half * openedAt(shape, pressure);
    const c = cosDegrees(row[at + angle]);
    const s = sinDegrees(row[at + angle]);
    const short = row[at + roundness];
    const flipX = row[at + markField.mirrorX] ? -1 : 1;
    const flipY = row[at + markField.mirrorY] ? -1 : 1;
    const tilt = row[at + markField.tilt] * LIFTS;
    // The lean, as the tip sees it: hairs that stand towards it are pressed, the others lifted.
    const leanU = tilt > 0 ? cosDegrees(row[at + markField.lean] - row[at + angle]) : 0;
    const leanV = tilt > 0 ? -sinDegrees(row[at + markField.lean] - row[at + angle]) : 0;
    const full = row[at + markField.full];
    const dry = 1 - full;
    const gaping = Math.min(0.9, this.splits * (0.55 - 0.4 * pressure) + dry * dry * 0.6);
    const period = 12 + half * 0.9;
    const along = row[at + markField.distance] / period;
    const thick = half * (0.75 + 0.35 * pressure);
    const strongest = row[at + flow];
    for (let i = 0, o = 0; i < hairs.length; i++, o += HAIR_NUMBERS) {
      const hair = hairs[i];
      const u = flipX * (hair.u * open - tip.pivot[0] * half);
      const v = flipY * (hair.v * open - tip.pivot[1] * half) * short;
      out[o] = row[at + markField.x] + c * u + s * v;
      out[o + 1] = row[at + markField.y] + c * v - s * u;
      const lifted = tilt > 0 ? tilt * Math.max(0, -(hair.u * leanU + hair.v * leanV)) : 0;
      let touch = clamp((pressure - lifted - hair.touches) / COMES_DOWN);
      if (full < 1) touch *= clamp((full - hair.dry + RUNS_OUT) / RUNS_OUT) * clamp(full / 0.04);
      if (gaping > 0 && touch > 0) touch *= clamp((this.driftOf(i, hair, along) - gaping) * 5 + 0.5);
      const wide = hair.radius * thick * Math.sqrt(touch);
      out[o + 2] = Math.max(0.5, wide);
      out[o + 3] = touch * strongest * hair.strength * Math.min(1, 2 * wide);
    }
  }

  /** Smooth noise, 0…1, along the way: most of it a clump's, some of it a hair's own. */
  private driftOf(i: number, hair: Hair, along: number): number {
    const { cells, seed } = this;
    const o = i * 6;
    const cell = Math.floor(along);
    if (cells[o] !== cell) {
      cells[o] = cell;
      for (let end = 0; end < 2; end++) {
        cells[o + 1 + end] = chance(seed + hair.clump, cell + end, SPLITS);
        cells[o + 3 + end] = chance(seed + i, cell + end, SPLITS + 1);
      }
    }
    const t = along - cell;
    const share = t * t * (3 - 2 * t);
    const clump = cells[o + 1] + (cells[o + 2] - cells[o + 1]) * share;
    const own = cells[o + 3] + (cells[o + 4] - cells[o + 3]) * share;
    return 0.6 * clump + 0.4 * own;
  }
}

function clamp(value: number): number {
  return value < 0 ? 0 : value > 1 ? 1 : value;
}
