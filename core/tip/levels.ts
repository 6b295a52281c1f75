import type { Kernels } from "../kernels/load";
import type { Sheet } from "./read-picture";
import { halved, shrink } from "./resample";

/** Empty pixels around each level: one line before it, two behind. */
export const BORDER = 3;
/** Levels are this many to an octave apart, so that sampling one never skips a fifth of a pixel. */
const STEPS = 4;
const MOST_HALVINGS = 12;
/** 2^(−k/4) for k = 0…3. */
const STEP_SIZES = [1, 0.8408964152537145, Math.SQRT1_2, 0.5946035575013605];

/** A sheet made smaller in the kernels' memory, ready to be sampled. */
export interface Level {
  readonly at: number;
  readonly width: number;
  readonly height: number;
  /** Bytes from one plane to the next. */
  readonly planeBytes: number;
  readonly bytes: number;
}

/** All sizes of one sheet, each made when it is first asked for, and always from the same larger one. */
export class Levels {
  private readonly halvings: Sheet[];
  private readonly made = new Map<number, Level>();
  bytes = 0;

  constructor(
    private readonly kernels: Kernels,
    sheet: Sheet,
  ) {
    this.halvings = [sheet];
  }

  get sheet(): Sheet {
    return this.halvings[0];
  }

  /** The smallest level that has a pixel for each px of a tip drawn `across`×`down` px. */
  for(across: number, down: number): Level {
    const kx = stepsDown(this.sheet.width, across);
    const ky = stepsDown(this.sheet.height, down);
    const key = kx * 256 + ky;
    const present = this.made.get(key);
    if (present) return present;
    const level = this.make(kx, ky);
    this.made.set(key, level);
    this.bytes += level.bytes;
    return level;
  }

  release(): void {
    for (const { at, bytes } of this.made.values()) this.kernels.heap.give(at, bytes);
    this.made.clear();
    this.bytes = 0;
  }

  private make(kx: number, ky: number): Level {
    const source = this.halving(Math.floor(Math.min(kx, ky) / STEPS));
    const width = sideAt(this.sheet.width, kx);
    const height = sideAt(this.sheet.height, ky);
    const stride = width + BORDER;
    const planeBytes = Math.ceil((stride * (height + BORDER) * 2) / 16) * 16;
    const bytes = planeBytes * source.planes.length;
    const at = this.kernels.heap.takeCleared(bytes);
    const words = this.kernels.heap.u16;
    source.planes.forEach((plane, p) => {
      const small = shrink(plane, source.width, source.height, width, height);
      const first = (at + p * planeBytes) / 2 + stride + 1;
      for (let y = 0; y < height; y++) words.set(small.subarray(y * width, (y + 1) * width), first + y * stride);
    });
    return { at, width, height, planeBytes, bytes };
  }

  private halving(n: number): Sheet {
    for (let i = this.halvings.length; i <= n; i++) this.halvings.push(halved(this.halvings[i - 1]));
    return this.halvings[n];
  }
}

function sideAt(side: number, k: number): number {
  return Math.max(1, Math.ceil((side * STEP_SIZES[k % STEPS]) / 2 ** Math.floor(k / STEPS)));
}

/** How many quarter octaves a side can be made smaller and still have `wanted` pixels. */
function stepsDown(side: number, wanted: number): number {
  let k = 0;
  while (k < MOST_HALVINGS * STEPS && sideAt(side, k + 1) >= wanted && sideAt(side, k) > 1) k++;
  return k;
}
