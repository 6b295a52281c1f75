import { qualityNames } from "../qualities/table";

const after = qualityNames.length;

/** Where a mark's row keeps what is no quality; the qualities come first, in the order of their table. */
export const markField = {
  x: after,
  y: after + 1,
  number: after + 2,
  distance: after + 3,
  time: after + 4,
  heading: after + 5,
  pressure: after + 6,
  /** Which of the tip's pictures, from 0. */
  picture: after + 7,
  /** 1 where the mark is mirrored left-right, top-bottom. */
  mirrorX: after + 8,
  mirrorY: after + 9,
  /** How the pen leans: 0 upright … 1 flat, and degrees. */
  tilt: after + 10,
  lean: after + 11,
  /** How much paint the tip still has, 0…1. */
  full: after + 12,
} as const;

/** The numbers of one mark. */
export const MARK_NUMBERS = after + 13;

/** Rows of marks in one growing array, so that a mark costs no allocation. */
export class MarkList {
  values = new Float64Array(256 * MARK_NUMBERS);
  count = 0;

  /** Adds a row and says where it begins. `values` may be another array afterwards. */
  append(): number {
    const at = this.count * MARK_NUMBERS;
    if (at + MARK_NUMBERS > this.values.length) {
      const grown = new Float64Array(this.values.length * 2);
      grown.set(this.values);
      this.values = grown;
    }
    this.count++;
    return at;
  }

  clear(): void {
    this.count = 0;
  }
}
