import { chance } from "../chance/counter";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import type { DrawnGrain } from "./grain";

/** The side of a grain, px. */
export const GRAIN_SIDE = 512;

type Height = (u: number, v: number) => number;

/** Draws a grain: heights 0 (valley) … 1 (peak), row by row, a square that tiles. */
export function drawGrain(grain: DrawnGrain): Float32Array {
  const height = heightOf(grain);
  const out = new Float32Array(GRAIN_SIDE * GRAIN_SIDE);
  for (let y = 0; y < GRAIN_SIDE; y++) {
    for (let x = 0; x < GRAIN_SIDE; x++) {
      const h = height((x + 0.5) / GRAIN_SIDE, (y + 0.5) / GRAIN_SIDE);
      out[y * GRAIN_SIDE + x] = h < 0 ? 0 : h > 1 ? 1 : h;
    }
  }
  return out;
}

/** The height at u, v of 0…1, periodic in both. */
function heightOf(grain: DrawnGrain): Height {
  switch (grain.kind) {
    case "noise":
      return fractal(grain.octaves, grain.seed);
    case "paper": {
      const hills = fractal(3, grain.seed, 40);
      const fine = fractal(2, grain.seed + 1, 128);
      return (u, v) => {
        const hill = hills(u, v);
        // Hills are rounded, valleys narrow.
        return (
          0.15 +
          0.85 * Math.sqrt(Math.max(0, hill * 1.3 - 0.15)) * (1 - 0.5 * grain.roughness) +
          0.5 * grain.roughness * (fine(u, v) - 0.4)
        );
      };
    }
    case "weave":
      return weave(grain.threads, grain.thickness, grain.unevenness, grain.seed);
    case "laid": {
      const cloud = fractal(3, grain.seed, 8);
      return (u, v) =>
        0.5 +
        0.28 * cosDegrees(360 * grain.wires * v) +
        0.1 * cosDegrees(360 * grain.chains * u) +
        0.3 * (cloud(u, v) - 0.5);
    }
    case "board": {
      const bend = fractal(2, grain.seed, 3);
      const fibre = fractal(2, grain.seed + 1, 4, 128);
      return (u, v) => {
        const ring = grain.rings * v + grain.wander * 3 * bend(u, v);
        const place = ring - Math.floor(ring);
        // Late wood is hard and stands out: a slow rise and a sudden fall.
        return 0.2 + 0.45 * place * place + 0.55 * (fibre(u, v) - 0.25);
      };
    }
    case "sand":
      return sand(grain.corns, grain.seed);
    case "fibres":
      return fibres(grain.fibres, grain.length, grain.seed);
    case "plaster":
      return plaster(grain.plates, grain.roughness, grain.seed);
    case "hatch": {
      const along = hatch(grain.lines, grain.unevenness, grain.seed);
      const across = hatch(grain.lines, grain.unevenness, grain.seed + 1);
      // Between the lines the sheet is high: paint fills it, and the lines stay.
      return (u, v) => 1 - Math.max(along(u, v), grain.crossed ? across(v, u) : 0);
    }
    case "crosses":
      return (u, v) => 0.5 + 0.5 * Math.max(cosDegrees(360 * grain.across * u), cosDegrees(360 * grain.across * v));
    case "dots":
      return (u, v) => 0.5 + 0.25 * (cosDegrees(360 * grain.across * u) + cosDegrees(360 * grain.across * v));
    case "lines":
      return (_, v) => 0.5 + 0.5 * cosDegrees(360 * grain.across * v);
  }
}

/** Sums of value noise, each half as high and twice as fine; about 0…1. */
function fractal(octaves: number, seed: number, across = 6, down = across): Height {
  const high = 1 / (2 - 2 ** (1 - octaves));
  return (u, v) => {
    let sum = 0;
    for (let k = 0; k < octaves; k++) sum += noise(u, v, across << k, down << k, seed + k * 101) / (1 << k);
    // The sum of even numbers crowds around its middle.
    return 0.5 + (sum * high - 0.5) * 1.5;
  };
}

/** Value noise with `across`×`down` cells that repeat, eased between them. */
function noise(u: number, v: number, across: number, down: number, seed: number): number {
  const x = u * across;
  const y = v * down;
  const left = Math.floor(x);
  const top = Math.floor(y);
  const fx = ease(x - left);
  const fy = ease(y - top);
  const at = (i: number, j: number) =>
    chance(seed, (((top + j) % down) + down) % down, (((left + i) % across) + across) % across);
  const upper = at(0, 0) + fx * (at(1, 0) - at(0, 0));
  return upper + fy * (at(0, 1) + fx * (at(1, 1) - at(0, 1)) - upper);
}

function ease(t: number): number {
  return t * t * (3 - 2 * t);
}

function weave(threads: number, thickness: number, unevenness: number, seed: number): Height {
  // An even number of threads, so that over and under meet at the seam.
  const count = threads + (threads % 2);
  const wide = 0.25 + 0.25 * thickness;
  const thread = (across: number, along: number, stream: number) => {
    const n = Math.floor(across);
    const off = (across - n - 0.5) / wide;
    if (off <= -1 || off >= 1) return 0;
    const height = 1 - unevenness * 0.6 * chance(seed, n, stream);
    // A thread goes over its neighbours and under them by turns.
    const wave = 0.62 + 0.38 * sinDegrees(180 * along + 180 * (n % 2));
    return Math.sqrt(1 - off * off) * wave * height;
  };
  return (u, v) => Math.max(thread(u * count, v * count, 1), thread(v * count, u * count + 1, 2));
}

function sand(corns: number, seed: number): Height {
  return (u, v) => {
    const x = u * corns;
    const y = v * corns;
    let highest = 0;
    for (let j = -1; j <= 1; j++) {
      for (let i = -1; i <= 1; i++) {
        const cx = Math.floor(x) + i;
        const cy = Math.floor(y) + j;
        const column = ((cx % corns) + corns) % corns;
        const key = ((((cy % corns) + corns) % corns) * corns + column) | 0;
        const radius = 0.35 + 0.5 * chance(seed, key, 3);
        const dx = (x - cx - chance(seed, key, 1)) / radius;
        const dy = (y - cy - chance(seed, key, 2)) / radius;
        const square = dx * dx + dy * dy;
        if (square < 1) highest = Math.max(highest, (0.3 + 0.7 * chance(seed, key, 4)) * Math.sqrt(1 - square));
      }
    }
    return highest;
  };
}

/** Bent strands, the later ones over the earlier; drawn once on a sheet that wraps. */
function fibres(count: number, long: number, seed: number): Height {
  const sheet = new Float32Array(GRAIN_SIDE * GRAIN_SIDE).fill(0.25);
  const steps = Math.round(30 + 170 * long);
  for (let n = 0; n < count; n++) {
    let x = chance(seed, n, 1) * GRAIN_SIDE;
    let y = chance(seed, n, 2) * GRAIN_SIDE;
    let way = chance(seed, n, 3) * 360;
    const bend = (chance(seed, n, 4) - 0.5) * 3;
    const wide = 1 + 2 * chance(seed, n, 5);
    const high = 0.45 + 0.55 * chance(seed, n, 6);
    for (let step = 0; step < steps; step++) {
      const fromMiddle = (2 * step) / steps - 1;
      const thin = wide * Math.sqrt(Math.max(0, 1 - fromMiddle * fromMiddle));
      stampStrand(sheet, x, y, thin, high);
      x += cosDegrees(way);
      y += sinDegrees(way);
      way += bend;
    }
  }
  return (u, v) =>
    sheet[(Math.floor(v * GRAIN_SIDE) % GRAIN_SIDE) * GRAIN_SIDE + (Math.floor(u * GRAIN_SIDE) % GRAIN_SIDE)];
}

/** Raises a small round place of a sheet that wraps. */
function stampStrand(sheet: Float32Array, x: number, y: number, radius: number, high: number): void {
  for (let j = Math.floor(-radius); j <= radius; j++) {
    for (let i = Math.floor(-radius); i <= radius; i++) {
      const square = (i * i + j * j) / (radius * radius + 0.01);
      if (square > 1) continue;
      const at =
        ((Math.floor(y) + j + GRAIN_SIDE * 4) % GRAIN_SIDE) * GRAIN_SIDE +
        ((Math.floor(x) + i + GRAIN_SIDE * 4) % GRAIN_SIDE);
      sheet[at] = Math.max(sheet[at] * 0.97, high * Math.sqrt(1 - square));
    }
  }
}

/** Cells about random points: flat inside, with a ridge where two meet. */
function plaster(plates: number, roughness: number, seed: number): Height {
  const rough = fractal(4, seed + 5, 12);
  const wrap = (i: number) => ((i % plates) + plates) % plates;
  return (u, v) => {
    const x = u * plates;
    const y = v * plates;
    let first = 9;
    let second = 9;
    let tilt = 0;
    for (let j = -2; j <= 2; j++) {
      for (let i = -2; i <= 2; i++) {
        const [cx, cy] = [Math.floor(x) + i, Math.floor(y) + j];
        const key = (wrap(cy) * plates + wrap(cx)) | 0;
        const dx = x - cx - chance(seed, key, 1);
        const dy = y - cy - chance(seed, key, 2);
        const far = Math.sqrt(dx * dx + dy * dy);
        if (far < first) {
          second = first;
          first = far;
          tilt = 0.25 * (chance(seed, key, 3) - 0.5) + 0.3 * dx * (chance(seed, key, 4) - 0.5);
        } else if (far < second) second = far;
      }
    }
    const ridge = Math.max(0, 1 - (second - first) * 5);
    return 0.45 + tilt + 0.35 * ridge * ridge + roughness * 0.6 * (rough(u, v) - 0.5);
  };
}

/** Lines along u whose strength and place waver. */
function hatch(lines: number, unevenness: number, seed: number): Height {
  return (u, v) => {
    const place = v * lines + 0.25 * unevenness * (noise(u, v, 5, lines, seed + 9) - 0.5);
    const n = ((Math.floor(place) % lines) + lines) % lines;
    const off = Math.abs(place - Math.floor(place) - 0.5) * 2;
    const strength =
      1 - unevenness * (0.5 * chance(seed, n, 1) + 0.5 * noise(u, (n + 0.5) / lines, 9, lines, seed + 3));
    return Math.max(0, 1 - off * (1.4 + unevenness)) * strength;
  };
}
