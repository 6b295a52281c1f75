/**
 * The numbers of one drawn mask in a table. `uses` counts the marks that had it; `strengths` and `strong` are the addresses
 * of the mask times `flow`, 0 while it was not multiplied.
 */
export const maskField = {
  mask: 0,
  spans: 1,
  stride: 2,
  width: 3,
  height: 4,
  left: 5,
  top: 6,
  planes: 7,
  uses: 8,
  strengths: 9,
  strong: 10,
  flow: 11,
} as const;
export const MASK_NUMBERS = 12;

const SLOTS = 1 << 15;
/** Beyond this filling, searching becomes slow. */
const MOST = SLOTS * 0.6;
const FREE = -1;

/**
 * Remembers where masks were drawn, by three whole numbers: the form (from 0), how it stands (size and turn), and how it
 * looks (roundness, hardness, sub-pixel place). Open addressing in typed arrays, so that a mark costs no allocation
 * however many masks there are; whole numbers of 31 bits, because larger ones are boxed on their way.
 */
export class MaskTable {
  readonly rows = new Int32Array(SLOTS * MASK_NUMBERS);
  private readonly forms = new Int32Array(SLOTS).fill(FREE);
  private readonly stands = new Int32Array(SLOTS);
  private readonly looks = new Int32Array(SLOTS);
  private count = 0;

  /** Where a mask's row begins, or −1. */
  find(form: number, stand: number, look: number): number {
    for (let slot = hash(form, stand, look); ; slot = (slot + 1) & (SLOTS - 1)) {
      const present = this.forms[slot];
      if (present === form && this.stands[slot] === stand && this.looks[slot] === look) return slot * MASK_NUMBERS;
      if (present === FREE) return -1;
    }
  }

  /** Makes a row for a mask that is not there yet. */
  add(form: number, stand: number, look: number): number {
    let slot = hash(form, stand, look);
    while (this.forms[slot] !== FREE) slot = (slot + 1) & (SLOTS - 1);
    this.forms[slot] = form;
    this.stands[slot] = stand;
    this.looks[slot] = look;
    this.count++;
    return slot * MASK_NUMBERS;
  }

  get full(): boolean {
    return this.count >= MOST;
  }

  clear(): void {
    this.forms.fill(FREE);
    this.count = 0;
  }
}

function hash(form: number, stand: number, look: number): number {
  let h = Math.imul(Math.imul(stand, 0x9e3779b1) ^ form, 0x85ebca77) ^ Math.imul(look + 1, 0xc2b2ae3d);
  h ^= h >>> 15;
  return (Math.imul(h, 0x2c1b3c6d) >>> 13) & (SLOTS - 1);
}
