import { blurredWide } from "../grain/even-light";
import { type Plane, planeOf } from "../plane";
import { grown } from "./edges";
import { cutTo } from "./place";
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
  const opened = blurredWide(grown(grown(goingOn(small, REACH), -REACH), REACH), REACH / 4);
  const paper = resized(
    cutTo(opened, { left: REACH, top: REACH, right: REACH + small.width, bottom: REACH + small.height }),
    width,
    height,
  ).data;
  const above = data.map((v, i) => Math.max(0, (v - paper[i]) / Math.max(0.05, 1 - paper[i])));
  const strongest = [...above.filter((_, i) => i % Math.max(1, Math.floor(above.length / 20_000)) === 0)].sort(
    (a, b) => b - a,
  );
  const full = Math.max(0.1, strongest[Math.floor(strongest.length * STRONGEST)] ?? 1);
  return { width, height, data: above.map((v) => Math.min(1, Math.max(0, (v / full - HAZE) / (1 - HAZE)))) };
}

/** A plane with a border around it on which its slopes go on: each px is mirrored at the edge, across and in value. */
function goingOn({ width, height, data }: Plane, border: number): Plane {
  const inner = (i: number, side: number) => Math.min(side - 1, Math.max(0, i));
  const mirrored = (i: number, side: number) => inner(i < 0 ? -i : i >= side ? 2 * (side - 1) - i : i, side);
  return planeOf(width + 2 * border, height + 2 * border, (px, py) => {
    const [x, y] = [px - border, py - border];
    const edge = data[inner(y, height) * width + inner(x, width)];
    const within = x >= 0 && y >= 0 && x < width && y < height;
    return within ? edge : Math.min(1, Math.max(0, 2 * edge - data[mirrored(y, height) * width + mirrored(x, width)]));
  });
}
