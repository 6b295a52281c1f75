import { blurredWide } from "../even-light";
import type { Plane } from "../plane";
import { grown } from "./edges";
import { resized } from "./transform";

/** The side at which the background is looked for, px, and how wide the tip's own parts may be there. */
const SIDE = 96;
const REACH = 14;
/** What is so little darker than the background is background. */
const HAZE = 0.06;
/** The share of px that may be stronger than full. */
const STRONGEST = 0.005;

/**
 * Takes an uneven background from a photograph of something dark on light paper: what is left is how much darker each px is
 * than the paper around it, the darkest becoming full. @param strength the photograph's darkness
 */
export function withoutBackground(strength: Plane): Plane {
  const { width, height, data } = strength;
  const scale = Math.min(1, SIDE / Math.max(width, height));
  const small = resized(strength, Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
  // What is left of it when everything narrower than the reach is taken away (a morphological opening) is the paper.
  const paper = resized(blurredWide(grown(grown(small, -REACH), REACH), REACH / 4), width, height).data;
  const above = data.map((v, i) => Math.max(0, (v - paper[i]) / Math.max(0.05, 1 - paper[i])));
  const strongest = [...above.filter((_, i) => i % Math.max(1, Math.floor(above.length / 20_000)) === 0)].sort((a, b) => b - a);
  const full = Math.max(0.1, strongest[Math.floor(strongest.length * STRONGEST)] ?? 1);
  return { width, height, data: above.map((v) => Math.min(1, Math.max(0, (v / full - HAZE) / (1 - HAZE)))) };
}
