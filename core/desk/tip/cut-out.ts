import type { Plane } from "../plane";

/** Lines that each row of px is cut along. */
const LINES = 4;

/** What of a plane lies within an outline, by the even–odd rule; px at its edge by how much of them does. @param outline px */
export function keptWithin({ width, height, data }: Plane, outline: readonly (readonly [number, number])[]): Plane {
  const out = new Float32Array(data.length);
  const covered = new Float32Array(width);
  for (let y = 0; y < height; y++) {
    covered.fill(0);
    for (let n = 0; n < LINES; n++) {
      const cuts = crossings(outline, y + (n + 0.5) / LINES);
      for (let i = 0; i + 1 < cuts.length; i += 2) cover(covered, cuts[i], cuts[i + 1]);
    }
    for (let x = 0; x < width; x++) out[y * width + x] = data[y * width + x] * Math.min(1, covered[x]);
  }
  return { width, height, data: out };
}

/** Where a level line crosses the outline, from left to right. */
function crossings(outline: readonly (readonly [number, number])[], y: number): number[] {
  const found: number[] = [];
  outline.forEach(([x1, y1], i) => {
    const [x2, y2] = outline[(i + 1) % outline.length];
    if (y1 <= y !== y2 <= y) found.push(x1 + ((y - y1) / (y2 - y1)) * (x2 - x1));
  });
  return found.sort((a, b) => a - b);
}

function cover(row: Float32Array, from: number, to: number): void {
  const [a, b] = [Math.max(0, from), Math.min(row.length, to)];
  for (let x = Math.floor(a); x < b; x++) row[x] += (Math.min(x + 1, b) - Math.max(x, a)) / LINES;
}
