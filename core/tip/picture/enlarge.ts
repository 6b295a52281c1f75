import type { Kernels } from "../../kernels/load";
import { toQ15 } from "../../kernels/memory/q15";

/**
 * Writes a plane larger into the kernels' memory, linearly between its pixels' middles; beyond the outermost ones it stays as
 * they are. A plane of the same size is copied.
 * @param to the address of the first row's first pixel @param stride px from row to row there
 */
export function enlargeInto(
  { heap, run }: Kernels,
  plane: Uint16Array,
  width: number,
  height: number,
  to: number,
  stride: number,
  toWidth: number,
  toHeight: number,
): void {
  if (width === toWidth && height === toHeight) {
    for (let y = 0; y < height; y++) heap.u16.set(plane.subarray(y * width, (y + 1) * width), to / 2 + y * stride);
    return;
  }
  const across = places(width, toWidth);
  const down = places(height, toHeight);
  // Each row of the plane is stretched once, and lies between the rows that need it. Rows are mixed eight px at a time.
  const bytes = Math.ceil(toWidth / 8) * 16;
  const room = heap.take(2 * bytes);
  let [above, below] = [room, room + bytes];
  let [aboveRow, belowRow] = [-1, -1];
  const words = heap.u16;
  const stretch = (at: number, y: number) => {
    const from = y * width;
    for (let x = 0; x < toWidth; x++) {
      const left = plane[from + across.first[x]];
      words[at / 2 + x] = left + across.share[x] * (plane[from + across.second[x]] - left) + 0.5;
    }
  };
  for (let y = 0; y < toHeight; y++) {
    const [upper, lower] = [down.first[y], down.second[y]];
    if (upper === belowRow && upper !== aboveRow) {
      [above, below] = [below, above];
      [aboveRow, belowRow] = [belowRow, aboveRow];
    }
    if (upper !== aboveRow) stretch(above, upper);
    if (lower !== belowRow) stretch(below, lower);
    aboveRow = upper;
    belowRow = lower;
    run.mixRows(to + y * stride * 2, above, below, toQ15(down.share[y]), toWidth);
  }
  heap.give(room, 2 * bytes);
}

/** For each place of a longer side, the two pixels of the shorter one around it, and how far it lies towards the second. */
function places(
  side: number,
  toSide: number,
): { readonly first: Int32Array; readonly second: Int32Array; readonly share: Float64Array } {
  const first = new Int32Array(toSide);
  const second = new Int32Array(toSide);
  const share = new Float64Array(toSide);
  for (let i = 0; i < toSide; i++) {
    const inside = Math.min(side - 1, Math.max(0, (i + 0.5) * (side / toSide) - 0.5));
    first[i] = Math.floor(inside);
    second[i] = Math.min(side - 1, first[i] + 1);
    share[i] = inside - first[i];
  }
  return { first, second, share };
}
