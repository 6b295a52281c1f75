import type { GroundLaw } from "../ground-laws";

// What the kernels mean, in plain float64: numbers 0…1 instead of Q15, one pixel instead of eight. The tests hold the
// kernels against these.

/** One pixel of premultiplied red, green, blue, alpha, 0…1. */
export type Pixel = [number, number, number, number];

/** Coverage after one more mark of strength `m·flow` under a ceiling. */
export function coverBuild(coverage: number, m: number, flow: number, opacity: number): number {
  return coverage + m * flow * Math.max(0, opacity - coverage);
}

/** Coverage after one more mark where the strongest counts. */
export function coverEven(coverage: number, m: number, flow: number, opacity: number): number {
  return Math.max(coverage, m * flow * opacity);
}

/** As `coverBuild`, with the mark's own colour. */
export function tintBuild(
  stroke: Pixel,
  m: number,
  flow: number,
  opacity: number,
  colour: readonly [number, number, number],
): Pixel {
  const reach = Math.max(stroke[3], opacity);
  const goal: Pixel = [colour[0] * reach, colour[1] * reach, colour[2] * reach, reach];
  return stroke.map((now, i) => now + m * flow * (goal[i] - now)) as Pixel;
}

/** As `coverEven`, with the mark's own colour. */
export function tintEven(
  stroke: Pixel,
  m: number,
  flow: number,
  opacity: number,
  colour: readonly [number, number, number],
): Pixel {
  const strength = m * flow * opacity;
  return strength > stroke[3] ? [colour[0] * strength, colour[1] * strength, colour[2] * strength, strength] : stroke;
}

/** A mark of a picture: `p` is the picture's colour times its strength `m`, premultiplied already. */
export function pictureBuild(
  stroke: Pixel,
  m: number,
  p: readonly [number, number, number],
  flow: number,
  opacity: number,
): Pixel {
  const reach = Math.max(stroke[3], opacity);
  const goal: Pixel = [p[0] * reach, p[1] * reach, p[2] * reach, m * reach];
  return stroke.map((now, i) => now + flow * (goal[i] - m * now)) as Pixel;
}

/** As `pictureBuild`, where the strongest mark counts. */
export function pictureEven(
  stroke: Pixel,
  m: number,
  p: readonly [number, number, number],
  flow: number,
  opacity: number,
): Pixel {
  const most = flow * opacity;
  return m * most > stroke[3] ? [p[0] * most, p[1] * most, p[2] * most, m * most] : stroke;
}

/** Colour times strength of a picture with a lightness map: `dark` and `light` are shares of m. */
export function toned(
  m: number,
  dark: number,
  light: number,
  colour: number,
  darkColour: number,
  lightColour: number,
): number {
  return m * colour + dark * (darkColour - colour) + light * (lightColour - colour);
}

/**
 * How much of a pixel of height g one stroke can cover: its ceiling, 0…1, however many marks meet there.
 * peaks: heights are ranked, so that the share that is covered is the reach, `press·(least + (1 − least)·m)`; print: always
 * in proportion to the height; pool: to the depth of the valley.
 * @param m the mark's mask there @param d how deep the ground shows @param press how hard the mark presses
 * @param sharpness 1 ÷ the part of all heights over which it goes from untouched to full
 */
export function groundCeiling(
  law: GroundLaw,
  m: number,
  g: number,
  d: number,
  press: number,
  least: number,
  sharpness: number,
): number {
  const over = g + press * (least + (1 - least) * m) - 1;
  const reached = law === "print" ? g : law === "pool" ? 1 - g : Math.min(1, Math.max(0, over * sharpness + 0.5));
  return 1 - d * (1 - reached);
}

/** Source-over of premultiplied pixels: W3C Compositing and Blending Level 1, §5.1 "Simple alpha compositing". */
export function sourceOver(backdrop: Pixel, source: Pixel): Pixel {
  return backdrop.map((b, i) => source[i] + b * (1 - source[3])) as Pixel;
}
