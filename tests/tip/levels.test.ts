import { createKernels } from "@core/kernels/load";
import { BORDER, Levels } from "@core/tip/picture/mip-levels";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const kernels = createKernels();

/** A sheet with a disc in it, Q15. */
function disc(width: number, height: number) {
  const plane = Uint16Array.from({ length: width * height }, (_, i) => {
    const [u, v] = [((i % width) + 0.5) / width - 0.5, (Math.floor(i / width) + 0.5) / height - 0.5];
    return Math.hypot(u, v) < 0.4 ? 30_000 : 0;
  });
  return { width, height, planes: [plane] };
}

describe("the sizes of a sheet", () => {
  test("each has at least as many pixels as its mask, keeps the sheet's weight, and has an empty border", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 6, max: 300 }),
        fc.integer({ min: 6, max: 300 }),
        fc.double({ min: 2, max: 700, noNaN: true }),
        (width, height, size) => {
          const sheet = disc(width, height);
          const levels = new Levels(kernels, sheet);
          const longer = Math.max(width, height);
          const [across, down] = [(size * width) / longer, (size * height) / longer];
          const level = levels.for(across, down);
          expect(level.width).toBeGreaterThanOrEqual(Math.min(across, width));
          const stride = level.width + 2 * BORDER;
          const at = (x: number, y: number) => kernels.heap.u16[level.at / 2 + (y + BORDER) * stride + x + BORDER];
          let weight = 0;
          for (let y = -BORDER; y < level.height + BORDER; y++)
            for (let x = -BORDER; x < level.width + BORDER; x++) weight += at(x, y);
          const own = sheet.planes[0].reduce((sum, v) => sum + v, 0) / (width * height);
          expect(Math.abs(weight / (level.width * level.height) - own)).toBeLessThan(32767 * 0.03);
          for (let x = -BORDER; x < level.width + BORDER; x++)
            expect(at(x, -BORDER) + at(x, level.height + BORDER - 1)).toBe(0);
          levels.release();
        },
      ),
      { numRuns: 60 },
    );
  });

  test("the same size is the same level, made once; released, its memory is used again", () => {
    const levels = new Levels(kernels, disc(120, 90));
    const first = levels.for(40, 30);
    levels.for(11, 8);
    expect(levels.for(40, 30)).toBe(first);
    expect(levels.for(40.2, 30.1), "sizes near one another share a level").toBe(first);
    levels.release();
    const before = kernels.heap.bytes;
    const again = new Levels(kernels, disc(120, 90));
    again.for(40, 30);
    again.for(11, 8);
    expect(kernels.heap.bytes).toBe(before);
    again.release();
  });
});
