import type { Kernels } from "../../kernels/load";
import { enlargeInto } from "./enlarge";
import { halved, shrink } from "./resample";
import type { Sheet } from "./sheet";

/** Pixels around each level that hold its blur and nothing beyond; the kernels know the number too. */
export const BORDER = 5;
/** Levels are this many to an octave apart. */
const STEPS = 4;
/** The most quarter octaves a sheet is made smaller or larger. */
const MOST_STEPS = 48;
const MOST_ENLARGED = 12;
/** 2^(−k/4) for k = 0…3. */
const STEP_SIZES = [1, 0.8408964152537145, Math.SQRT1_2, 0.5946035575013605];

/** A sheet at another size in the kernels' memory, ready to be sampled. */
export interface Level {
  readonly at: number;
  readonly width: number;
  readonly height: number;
  /** Bytes from one plane to the next. */
  readonly planeBytes: number;
  /** Where its room begins, and how much that is. */
  readonly room: number;
  readonly bytes: number;
  /** Whether it is so fine that the nearest of its pixels is near enough. */
  readonly fine: boolean;
}

/** How many pixels of a level there are for one of a mask, each way. */
type Fineness = 1 | 2 | 4 | 8;

/**
 * How many pixels of a level there are for one of the mask: the smaller a tip, the more a misplaced edge shows. 1 for
 * tips so large that a finer level would cost too much; they are sampled between four pixels.
 */
function finenessOf(size: number): Fineness {
  return size < 64 ? 8 : size < 160 ? 4 : size < 600 ? 2 : 1;
}

/** All sizes of one sheet, each made when it is first asked for, and always from the same larger one. */
export class Levels {
  private readonly halvings: Sheet[];
  private readonly widths: readonly number[];
  private readonly heights: readonly number[];
  private readonly made = new Map<number, Level>();
  private last: { readonly across: number; readonly down: number; readonly level: Level } | undefined;
  bytes = 0;

  constructor(
    private readonly kernels: Kernels,
    sheet: Sheet,
  ) {
    this.halvings = [sheet];
    this.widths = sidesOf(sheet.width);
    this.heights = sidesOf(sheet.height);
  }

  get sheet(): Sheet {
    return this.halvings[0];
  }

  /** The level for a tip drawn `across`×`down` px. */
  for(across: number, down: number): Level {
    const { last } = this;
    if (last?.across === across && last.down === down) return last.level;
    const fineness = this.canBe(finenessOf(Math.max(across, down)), across, down);
    const kx = stepsDown(this.widths, across * fineness);
    const ky = stepsDown(this.heights, down * fineness);
    const key = ((kx + MOST_STEPS) * 256 + ky + MOST_STEPS) * 16 + fineness;
    const level = this.made.get(key) ?? this.make(kx, ky, fineness);
    if (!this.made.has(key)) this.bytes += level.bytes;
    this.made.set(key, level);
    this.last = { across, down, level };
    return level;
  }

  release(): void {
    for (const { room, bytes } of this.made.values()) this.kernels.heap.give(room, bytes);
    this.made.clear();
    this.last = undefined;
    this.bytes = 0;
  }

  /** The fineness, if the sheet can be made large enough for it without being stretched beyond all detail. */
  private canBe(fineness: Fineness, across: number, down: number): Fineness {
    return this.widths[0] >= across * fineness && this.heights[0] >= down * fineness ? fineness : 1;
  }

  private make(kx: number, ky: number, fineness: Fineness): Level {
    const source = this.halving(Math.max(0, Math.floor(Math.min(kx, ky) / STEPS)));
    const width = sideAt(this.sheet.width, kx);
    const height = sideAt(this.sheet.height, ky);
    const stride = width + 2 * BORDER;
    // Blurring needs empty rows before each plane.
    const before = fineness > 1 ? Math.ceil((fineness * (stride + 1)) / 16) * 16 : 0;
    const planeBytes = Math.ceil((stride * (height + 2 * BORDER) * 2) / 16) * 16 + before;
    const bytes = planeBytes * source.planes.length;
    const room = this.kernels.heap.takeCleared(bytes);
    const at = room + before;
    source.planes.forEach((plane, p) => {
      const small = shrink(
        plane,
        source.width,
        source.height,
        Math.min(width, source.width),
        Math.min(height, source.height),
      );
      const to = at + p * planeBytes;
      const first = to + (BORDER * stride + BORDER) * 2;
      enlargeInto(
        this.kernels,
        small,
        Math.min(width, source.width),
        Math.min(height, source.height),
        first,
        stride,
        width,
        height,
      );
      if (fineness > 1) this.kernels.run.meanOver(to, stride, height + 2 * BORDER, fineness / 2);
    });
    return { at, width, height, planeBytes, room, bytes, fine: fineness > 1 };
  }

  private halving(n: number): Sheet {
    for (let i = this.halvings.length; i <= n; i++) this.halvings.push(halved(this.halvings[i - 1]));
    return this.halvings[n];
  }
}

function sideAt(side: number, k: number): number {
  const octaves = Math.floor(k / STEPS);
  return Math.max(1, Math.ceil((side * STEP_SIZES[k - octaves * STEPS]) / 2 ** octaves));
}

/** A side at every step from the largest to the smallest. */
function sidesOf(side: number): number[] {
  return Array.from({ length: MOST_ENLARGED + MOST_STEPS + 1 }, (_, i) => sideAt(side, i - MOST_ENLARGED));
}

/** By how many quarter octaves a side is made smaller to have `wanted` pixels or a few more; negative to make it larger. */
function stepsDown(sides: readonly number[], wanted: number): number {
  let i = 0;
  while (i + 1 < sides.length && sides[i + 1] >= wanted && sides[i] > 1) i++;
  return i - MOST_ENLARGED;
}
