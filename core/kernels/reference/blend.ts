import type { Blend } from "../blend-modes";
import type { Pixel } from "./laws";

type Colour = readonly [number, number, number];

/** B(Cb, Cs) of W3C Compositing and Blending Level 1, §10.1: one channel at a time. */
const separable: Partial<Record<Blend, (b: number, s: number) => number>> = {
  "source-over": (_, s) => s,
  multiply: (b, s) => b * s,
  screen,
  overlay: (b, s) => hardLight(s, b),
  darken: Math.min,
  lighten: Math.max,
  "color-dodge": (b, s) => (b === 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))),
  "color-burn": (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  "hard-light": hardLight,
  "soft-light": (b, s) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
    return b + (2 * s - 1) * (d - b);
  },
  difference: (b, s) => Math.abs(b - s),
  exclusion: (b, s) => b + s - 2 * b * s,
};

/** §10.2: the modes that look at a colour as a whole. */
const whole: Partial<Record<Blend, (b: Colour, s: Colour) => Colour>> = {
  hue: (b, s) => setLum(setSat(s, sat(b)), lum(b)),
  saturation: (b, s) => setLum(setSat(b, sat(s)), lum(b)),
  color: (b, s) => setLum(s, lum(b)),
  luminosity: (b, s) => setLum(b, lum(s)),
};

function screen(b: number, s: number): number {
  return b + s - b * s;
}

function hardLight(b: number, s: number): number {
  return s <= 0.5 ? b * 2 * s : screen(b, 2 * s - 1);
}

function lum([r, g, b]: Colour): number {
  return 0.3 * r + 0.59 * g + 0.11 * b;
}

function sat(c: Colour): number {
  return Math.max(...c) - Math.min(...c);
}

function setLum(c: Colour, l: number): Colour {
  const d = l - lum(c);
  return clipColour([c[0] + d, c[1] + d, c[2] + d]);
}

function clipColour(c: Colour): Colour {
  const l = lum(c);
  const n = Math.min(...c);
  const x = Math.max(...c);
  let out: readonly number[] = c;
  if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n));
  if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l));
  return out as unknown as Colour;
}

/** The recommendation's SetSat: the greatest channel becomes s, the least 0, the middle one in proportion. */
function setSat(c: Colour, s: number): Colour {
  const order = [0, 1, 2].sort((i, j) => c[i] - c[j]);
  const [min, mid, max] = order;
  const out: [number, number, number] = [0, 0, 0];
  if (c[max] > c[min]) {
    out[mid] = ((c[mid] - c[min]) * s) / (c[max] - c[min]);
    out[max] = s;
  }
  return out;
}

/** A source blended and composited over a backdrop, both premultiplied: §5.1 and §10, plus-lighter as in Level 2. */
export function blendOver(blend: Blend, backdrop: Pixel, source: Pixel): Pixel {
  if (blend === "plus-lighter") return backdrop.map((b, i) => Math.min(1, b + source[i])) as Pixel;
  const [sa, ba] = [source[3], backdrop[3]];
  const cs = source.slice(0, 3).map((v) => (sa > 0 ? v / sa : 0)) as unknown as Colour;
  const cb = backdrop.slice(0, 3).map((v) => (ba > 0 ? v / ba : 0)) as unknown as Colour;
  const channel = separable[blend];
  const mixed = channel ? cs.map((s, i) => channel(cb[i], s)) : whole[blend]?.(cb, cs);
  if (!mixed) throw new RangeError(`${blend} is no blend mode`);
  const out = [0, 1, 2].map((i) => source[i] * (1 - ba) + backdrop[i] * (1 - sa) + sa * ba * mixed[i]);
  return [...out, sa + ba - sa * ba] as Pixel;
}
