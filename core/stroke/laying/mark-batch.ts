import { MARK_BYTES, MARK_WORDS, markWord } from "../../kernels/mark-record";
import type { Heap } from "../../kernels/memory/heap";
import { maskField } from "../../tip/mask/mask-table";
import type { Inking } from "./ink";

/** The most marks that wait to be laid together. */
export const BATCH = 512;

const word = markWord;

/** Marks waiting to be laid, as the kernels take them. */
export class MarkBatch {
  readonly words = new Int32Array(BATCH * MARK_WORDS);
  count = 0;
  /** Where the kernels find the first record after `upload`. */
  readonly address: number;

  constructor(private readonly heap: Heap) {
    this.address = heap.take(BATCH * MARK_BYTES);
  }

  get full(): boolean {
    return this.count === BATCH;
  }

  /** Adds a record and says where it begins; its words are an earlier mark's until they are set. */
  append(): number {
    return this.count++ * MARK_WORDS;
  }

  /** Sets which mask a record has and where on the surface it lies. @param rows @param mask where the table of masks has its numbers */
  setMask(at: number, rows: Int32Array, mask: number, left: number, top: number): void {
    const { words } = this;
    words[at + word.mask] = rows[mask + maskField.mask];
    words[at + word.spans] = rows[mask + maskField.spans];
    words[at + word.stride] = rows[mask + maskField.stride];
    words[at + word.x] = left + rows[mask + maskField.left];
    words[at + word.y] = top + rows[mask + maskField.top];
    words[at + word.width] = rows[mask + maskField.width];
    words[at + word.height] = rows[mask + maskField.height];
    words[at + word.planes] = rows[mask + maskField.planes];
  }

  /** Sets a record's colour and its tones to those that were settled last. */
  setColours(at: number, inking: Inking): void {
    const { words } = this;
    words[at + word.red] = inking.red;
    words[at + word.green] = inking.green;
    words[at + word.blue] = inking.blue;
    words[at + word.darkRed] = inking.darkRed;
    words[at + word.darkGreen] = inking.darkGreen;
    words[at + word.darkBlue] = inking.darkBlue;
    words[at + word.lightRed] = inking.lightRed;
    words[at + word.lightGreen] = inking.lightGreen;
    words[at + word.lightBlue] = inking.lightBlue;
  }

  /** Copies all waiting records to the kernels' memory. */
  upload(): void {
    this.heap.i32.set(this.full ? this.words : this.words.subarray(0, this.count * MARK_WORDS), this.address / 4);
  }

  /** Copies one record to the beginning of the kernels' room, for a kernel that looks at it alone. */
  uploadOne(at: number): void {
    this.heap.i32.set(this.words.subarray(at, at + MARK_WORDS), this.address / 4);
  }

  clear(): void {
    this.count = 0;
  }

  release(): void {
    this.heap.give(this.address, BATCH * MARK_BYTES);
  }
}
