import { createKernels } from "@core/kernels/load";
import { Heap } from "@core/kernels/memory/heap";
import { Tiles } from "@core/kernels/memory/tiles";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const heapOf = (most = 400) => new Heap(new WebAssembly.Memory({ initial: 1, maximum: most }), 1000);

describe("the kernels' memory", () => {
  test("blocks never overlap, are aligned, and what was given back is handed out again", () => {
    const act = fc.oneof(fc.record({ take: fc.integer({ min: 1, max: 5000 }) }), fc.record({ give: fc.nat(30) }));
    fc.assert(
      fc.property(fc.array(act, { maxLength: 60 }), (acts) => {
        const heap = heapOf();
        const held: { at: number; bytes: number }[] = [];
        for (const one of acts) {
          if ("take" in one) {
            const at = heap.take(one.take);
            expect(at % 16).toBe(0);
            for (const other of held) expect(at >= other.at + other.bytes || at + one.take <= other.at).toBe(true);
            held.push({ at, bytes: one.take });
          } else if (held.length > 0) {
            const [given] = held.splice(one.give % held.length, 1);
            heap.give(given.at, given.bytes);
          }
        }
        const before = heap.bytes;
        for (const { at, bytes } of held) heap.give(at, bytes);
        for (const { bytes } of held) heap.take(bytes);
        expect(heap.bytes, "nothing new is needed for the same blocks").toBe(before);
      }),
    );
  });

  test("a cleared block is empty also where something lay before, and views follow when the memory grows", () => {
    const heap = heapOf();
    const first = heap.take(64);
    heap.u8.fill(7, first, first + 64);
    heap.give(first, 64);
    expect(heap.takeCleared(64)).toBe(first);
    expect([...heap.u8.subarray(first, first + 64)]).toEqual(Array.from({ length: 64 }, () => 0));
    heap.u16[first / 2] = 4321;
    const large = heap.take(3_000_000);
    heap.u8[large + 2_999_999] = 9;
    expect([heap.u16[first / 2], heap.u8[large + 2_999_999]]).toEqual([4321, 9]);
  });

  test("more than there may be is refused, and what is held stays", () => {
    const heap = heapOf(4);
    const kept = heap.take(100);
    heap.u8[kept] = 5;
    expect(() => heap.take(10 << 20)).toThrow(RangeError);
    expect(heap.u8[kept]).toBe(5);
  });
});

describe("tiles", () => {
  test("exist only where they were made, come empty, and are all given back", () => {
    const kernels = createKernels();
    const tiles = new Tiles(kernels, 5, 4, 1);
    const painted = [3, 7, 19];
    for (const index of painted) kernels.heap.u16[tiles.make(index) / 2] = 9;
    expect(tiles.present()).toEqual(painted);
    expect(tiles.at(4)).toBe(0);
    expect(tiles.make(7), "made once").toBe(tiles.at(7));
    const before = kernels.heap.bytes;
    tiles.clear();
    expect(tiles.present()).toEqual([]);
    for (const index of painted) expect(kernels.heap.u16[tiles.make(index) / 2]).toBe(0);
    expect(kernels.heap.bytes).toBe(before);
  });
});
