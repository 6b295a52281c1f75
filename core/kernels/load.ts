import { kernelBytes } from "./built/bytes";
import { Heap } from "./heap";

/** Addresses are byte offsets into the kernels' memory; strengths and colours are Q15 (0…32767). */
interface KernelExports {
  memory: WebAssembly.Memory;
  heapBase(): number;
  coverBuild(marks: number, count: number, table: number, columns: number, rows: number, dirty: number): void;
  coverEven(marks: number, count: number, table: number, columns: number, rows: number, dirty: number): void;
  tintBuild(marks: number, count: number, table: number, columns: number, rows: number, dirty: number): void;
  tintEven(marks: number, count: number, table: number, columns: number, rows: number, dirty: number): void;
  mergeCover(layer: number, cover: number, red: number, green: number, blue: number): void;
  mergeTint(layer: number, stroke: number): void;
  showOpaque(out: number, stride: number, groups: number, rows: number, layer: number, red: number, green: number, blue: number): void;
  showWet(
    out: number,
    stride: number,
    groups: number,
    rows: number,
    layer: number,
    cover: number,
    red: number,
    green: number,
    blue: number,
    paperRed: number,
    paperGreen: number,
    paperBlue: number,
  ): void;
  showClear(out: number, stride: number, columns: number, rows: number, layer: number): void;
  maskSample(
    mask: number,
    spans: number,
    stride: number,
    width: number,
    height: number,
    cx: number,
    cy: number,
    ux: number,
    uy: number,
    vx: number,
    vy: number,
    fine: number,
    fineSide: number,
    coarse: number,
    coarseSide: number,
    share: number,
    taps: number,
    tv: number,
  ): void;
  maskEllipse(
    mask: number,
    spans: number,
    stride: number,
    width: number,
    height: number,
    cx: number,
    cy: number,
    rx: number,
    ry: number,
    cos: number,
    sin: number,
    hardness: number,
  ): void;
}

/** One instance of the kernels with its own memory. Everything it computes is the same on every host. */
export interface Kernels {
  readonly run: KernelExports;
  readonly heap: Heap;
  /** Sets what is called when marks reach a tile that does not exist yet; it answers with the tile's address. */
  onTile(make: (index: number) => number): void;
}

let compiled: WebAssembly.Module | undefined;

/** Instantiates the kernels. Synchronous, so call it in a worker or in Node, not on a page's main thread. */
export function createKernels(): Kernels {
  compiled ??= new WebAssembly.Module(Uint8Array.from(atob(kernelBytes), (c) => c.charCodeAt(0)));
  let make: (index: number) => number = () => {
    throw new Error("marks were laid with nowhere to put tiles");
  };
  const instance = new WebAssembly.Instance(compiled, { tiles: { make: (index: number) => make(index) } });
  const run = instance.exports as unknown as KernelExports;
  return {
    run,
    heap: new Heap(run.memory, run.heapBase()),
    onTile: (maker) => {
      make = maker;
    },
  };
}
