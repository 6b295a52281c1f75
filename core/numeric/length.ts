/** The length of (x, y), from exact operations alone: see trig.ts. */
export function length(x: number, y: number): number {
  return Math.sqrt(x * x + y * y);
}
