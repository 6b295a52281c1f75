/**
 * The numbers of one drawn mask in a table. `uses` counts the marks that had it; `strengths` and `strong` are the addresses
 * of the mask times `flow`, 0 while it was not multiplied.
 */
export const maskField = { mask: 0, spans: 1, stride: 2, width: 3, height: 4, left: 5, top: 6, planes: 7, uses: 8, strengths: 9, strong: 10, flow: 11 } as const;
export const MASK_NUMBERS = 12;

const SLOTS = 1 << 15;
/** Beyond this filling, searching becomes slow. */
const MOST = SLOTS * 0.6;
const FREE = -1;

/**
 * Remembers where masks were drawn, by two numbers each: what kind of mask it is, and its sub-pixel place. Open
 * addressing in typed arrays, so that a mark costs no allocation however many masks there are.
 */
export class MaskTable {
  readonly rows = new Int32Array(SLOTS * MASK_NUMBERS);
  private readonly kinds = new Float64Array(SLOTS).fill(FREE);
  private readonly places = new Int32Array(SLOTS);
  private count = 0;

  /** Where a mask's row begins, or −1. @param kind a whole number from 0 to 2⁵³ */
  find(kind: number, place: number): number {
    for (let slot = hash(kind, place); ; slot = (slot + 1) & (SLOTS - 1)) {
      const present = this.kinds[slot];
      if (present === kind && this.places[slot] === place) return slot * MASK_NUMBERS;
      if (present === FREE) return -1;
    }
  }

  /** Makes a row for a mask that is not there yet. */
  add(kind: number, place: number): number {
    let slot = hash(kind, place);
    while (this.kinds[slot] !== FREE) slot = (slot + 1) & (SLOTS - 1);
    this.kinds[slot] = kind;
    this.places[slot] = place;
    this.count++;
    return slot * MASK_NUMBERS;
  }

  get full(): boolean {
    return this.count >= MOST;
  }

  clear(): void {
    this.kinds.fill(FREE);
    this.count = 0;
  }
}

function hash(kind: number, place: number): number {
  const low = kind | 0;
  const high = (kind / 4294967296) | 0;
  let h = Math.imul(low ^ Math.imul(high, 0x85ebca77), 0x9e3779b1) ^ Math.imul(place + 1, 0xc2b2ae3d);
  h ^= h >>> 15;
  return (Math.imul(h, 0x2c1b3c6d) >>> 13) & (SLOTS - 1);
}
