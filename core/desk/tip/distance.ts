import { type Plane, planeOf } from "../plane";

const FAR = 1e20;

/**
 * How far each px is from the nearest one that is not `inside`, px between middles; 0 outside. What lies beyond the border is
 * outside. The exact transform of P. F. Felzenszwalb and D. P. Huttenlocher, "Distance transforms of sampled functions" (2012).
 */
export function depthWithin(width: number, height: number, inside: (i: number) => boolean): Plane {
  // One px of outside all around.
  const [w, h] = [width + 2, height + 2];
  const squares = new Float64Array(w * h);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (inside(y * width + x)) squares[(y + 1) * w + x + 1] = FAR;
  const most = Math.max(w, h);
  const line = new Float64Array(most);
  const parabolas = new Int32Array(most);
  const bounds = new Float64Array(most + 1);
  for (let x = 0; x < w; x++) alongLine(squares, x, w, h, line, parabolas, bounds);
  for (let y = 0; y < h; y++) alongLine(squares, y * w, 1, w, line, parabolas, bounds);
  return planeOf(width, height, (x, y) => Math.sqrt(squares[(y + 1) * w + x + 1]));
}

/** The lower envelope of parabolas along one line: each place's least f(q) + (p − q)². */
function alongLine(
  f: Float64Array,
  base: number,
  step: number,
  count: number,
  line: Float64Array,
  parabolas: Int32Array,
  bounds: Float64Array,
): void {
  for (let i = 0; i < count; i++) line[i] = f[base + i * step];
  let k = 0;
  parabolas[0] = 0;
  bounds[0] = Number.NEGATIVE_INFINITY;
  bounds[1] = Number.POSITIVE_INFINITY;
  for (let q = 1; q < count; q++) {
    let cut = meet(line, q, parabolas[k]);
    while (cut <= bounds[k]) {
      k--;
      cut = meet(line, q, parabolas[k]);
    }
    k++;
    parabolas[k] = q;
    bounds[k] = cut;
    bounds[k + 1] = Number.POSITIVE_INFINITY;
  }
  k = 0;
  for (let p = 0; p < count; p++) {
    while (bounds[k + 1] < p) k++;
    f[base + p * step] = (p - parabolas[k]) ** 2 + line[parabolas[k]];
  }
}

function meet(line: Float64Array, q: number, v: number): number {
  return (line[q] + q * q - (line[v] + v * v)) / (2 * q - 2 * v);
}
