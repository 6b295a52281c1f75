const PAGE = 65536;
const ALIGN = 16;

/**
 * Hands out blocks of the kernels' memory. Freed blocks are kept by their size and handed out again, which suits
 * tiles and planes: there are few sizes. Views are made anew after the memory has grown.
 */
export class Heap {
  private next: number;
  private readonly free = new Map<number, number[]>();
  private held:
    | {
        u8: Uint8Array<ArrayBuffer>;
        u16: Uint16Array<ArrayBuffer>;
        i32: Int32Array<ArrayBuffer>;
        u32: Uint32Array<ArrayBuffer>;
        f32: Float32Array<ArrayBuffer>;
        f64: Float64Array<ArrayBuffer>;
      }
    | undefined;

  constructor(
    private readonly memory: WebAssembly.Memory,
    base: number,
  ) {
    this.next = align(base);
  }

  /** A block of `bytes` bytes, not cleared. Throws a RangeError when 4 GiB are spent. */
  take(bytes: number): number {
    const size = align(bytes);
    const used = this.free.get(size)?.pop();
    if (used !== undefined) return used;
    const at = this.next;
    this.next += size;
    const missing = this.next - this.memory.buffer.byteLength;
    if (missing > 0) this.grow(missing);
    return at;
  }

  /** A block of `bytes` zero bytes. */
  takeCleared(bytes: number): number {
    const at = this.take(bytes);
    this.u8.fill(0, at, at + bytes);
    return at;
  }

  /** Gives back a block that was taken with the same number of bytes. */
  give(at: number, bytes: number): void {
    const size = align(bytes);
    const list = this.free.get(size);
    if (list) list.push(at);
    else this.free.set(size, [at]);
  }

  /** Bytes handed out or kept for handing out again. */
  get bytes(): number {
    return this.next;
  }

  get u8() {
    return this.views().u8;
  }
  get u16() {
    return this.views().u16;
  }
  get i32() {
    return this.views().i32;
  }
  get u32() {
    return this.views().u32;
  }
  get f32() {
    return this.views().f32;
  }
  get f64() {
    return this.views().f64;
  }

  private views() {
    const buffer = this.memory.buffer as ArrayBuffer;
    if (this.held?.u8.buffer !== buffer)
      this.held = {
        u8: new Uint8Array(buffer),
        u16: new Uint16Array(buffer),
        i32: new Int32Array(buffer),
        u32: new Uint32Array(buffer),
        f32: new Float32Array(buffer),
        f64: new Float64Array(buffer),
      };
    return this.held as NonNullable<typeof this.held>;
  }

  private grow(missing: number): void {
    const pages = Math.ceil(missing / PAGE);
    const spare = Math.ceil(this.memory.buffer.byteLength / PAGE / 16);
    try {
      this.memory.grow(pages + spare);
    } catch {
      this.memory.grow(pages);
    }
  }
}

function align(bytes: number): number {
  return Math.ceil(bytes / ALIGN) * ALIGN;
}
