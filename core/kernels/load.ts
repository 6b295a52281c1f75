import { kernelBytes, relaxedBytes } from "./built/bytes";
import { Heap } from "./memory/heap";
import type { LayerKernels } from "./signatures/layers";
import type { MarkKernels } from "./signatures/marks";
import type { MixingKernels } from "./signatures/mixing";
import type { TipKernels } from "./signatures/tips";
import type { WaterKernels } from "./signatures/water";

/** Everything that the kernels do. */
interface KernelExports extends MarkKernels, TipKernels, MixingKernels, WaterKernels, LayerKernels {
  memory: WebAssembly.Memory;
  heapBase(): number;
}

/** One instance of the kernels with its own memory. Everything it computes is the same on every host. */
export interface Kernels {
  readonly run: KernelExports;
  readonly heap: Heap;
  /** Sets what is called when marks reach a tile that does not exist yet; it answers with the tile's address. */
  onTile(make: (index: number) => number): void;
  /** Sets what opens a tile for mixing: 0 of the stroke's own table, 1 of what lies below. */
  onOpen(open: (table: number, index: number) => number): void;
  /** Sets what is called when marks meet a tile of the ground that does not exist yet. */
  onGround(make: (index: number) => number): void;
}

let compiled: WebAssembly.Module | undefined;

/** The kernels with relaxed products where the host has them: the same numbers in less time. */
function compile(): WebAssembly.Module {
  const relaxed = decode(relaxedBytes);
  return new WebAssembly.Module(WebAssembly.validate(relaxed) ? relaxed : decode(kernelBytes));
}

function decode(bytes: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0));
}

/** Instantiates the kernels. Synchronous, so call it in a worker or in Node, not on a page's main thread. */
export function createKernels(): Kernels {
  compiled ??= compile();
  let make: (index: number) => number = () => {
    throw new Error("marks were laid with nowhere to put tiles");
  };
  let makeGround = make;
  let open: (table: number, index: number) => number = make;
  const instance = new WebAssembly.Instance(compiled, {
    tiles: { make: (index: number) => make(index) },
    ground: { make: (index: number) => makeGround(index) },
    mixing: { open: (table: number, index: number) => open(table, index) },
  });
  const run = instance.exports as unknown as KernelExports;
  return {
    run,
    heap: new Heap(run.memory, run.heapBase()),
    onTile: (maker) => {
      make = maker;
    },
    onOpen: (opener) => {
      open = opener;
    },
    onGround: (maker) => {
      makeGround = maker;
    },
  };
}
