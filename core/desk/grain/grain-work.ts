import { z } from "zod";
import { rangesOf } from "../../numeric/range";
import { inverted, keptApart, levelled } from "../levels";
import { crop, type Plane } from "../plane";
import { sharpened } from "../tip/edges";
import { aboutMiddle, moved } from "../tip/transform";
import { evenlyLit } from "./even-light";
import { tiled } from "./tile";

const share = z.number().min(0).max(1);
const partSchema = z.strictObject({
  left: share,
  top: share,
  width: z.number().min(0.02).max(1),
  height: z.number().min(0.02).max(1),
});

/** What is done to a picture to make a grain of it, in this order. */
export const grainWorkSchema = z.strictObject({
  /** Straightens a photograph taken askew: degrees, counter-clockwise as seen. What would have nothing in its corners is cut off. */
  turn: z.number().min(-45).max(45).default(0),
  /** The part that is used, in shares of the picture's sides. */
  part: partSchema.prefault({ left: 0, top: 0, width: 1, height: 1 }),
  /** The light is evened out over distances above this share of the shorter side; 1 leaves it. */
  even: z.number().min(0.05).max(1).default(1),
  black: share.default(0),
  white: share.default(1),
  gamma: z.number().min(0.2).max(5).default(1),
  invert: z.boolean().default(false),
  /** How much of what a blur of 2 px takes away is added. */
  sharpen: z.number().min(0).max(4).default(0),
  tile: z.enum(["none", "blend", "cut"]).default("cut"),
  /** How wide borders are laid over one another, as a share of the shorter side. */
  overlap: z.number().min(0.02).max(0.5).default(0.15),
});

/** Ranges of the work's numbers, and of those of the part that is used. */
export const workRanges = rangesOf(grainWorkSchema);
export const partRanges = rangesOf(partSchema);

export type GrainWork = z.infer<typeof grainWorkSchema>;

/** A plane turned about its middle, cut to the largest part of its own proportions that has px all over. */
export function straightened(plane: Plane, degrees: number): Plane {
  const { width, height } = plane;
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const turned = moved(plane, aboutMiddle([c, -s, s, c, 0, 0], width, height));
  const inner = 1 / (Math.abs(c) + Math.abs(s) * Math.max(width / height, height / width));
  // A px less on each side: cubic mixing looks a little beyond.
  const [w, h] = [width, height].map((side) => Math.max(1, Math.floor(side * inner) - 4));
  return crop(turned, Math.floor((width - w) / 2), Math.floor((height - h) / 2), w, h);
}

/** The least side of a part, px. */
const LEAST = 8;
/** Nothing is evened out. */
const UNTOUCHED = 1;

/** Makes a grain of a picture. */
export function grainOfPlane(opened: Plane, work: GrainWork): Plane {
  const { part } = work;
  const plane = work.turn === 0 ? opened : straightened(opened, work.turn);
  const place = (from: number, length: number, side: number): readonly [number, number] => {
    const size = Math.min(side, Math.max(Math.min(LEAST, side), Math.round(length * side)));
    return [Math.min(side - size, Math.round(from * side)), size];
  };
  const [left, width] = place(part.left, part.width, plane.width);
  const [top, height] = place(part.top, part.height, plane.height);
  const cut = width === plane.width && height === plane.height ? plane : crop(plane, left, top, width, height);
  const shorter = Math.min(width, height);
  const lit = work.even < UNTOUCHED ? evenlyLit(cut, Math.max(2, (work.even * shorter) / 2)) : cut;
  const plain = work.black === 0 && work.white === 1 && work.gamma === 1;
  const toned = plain ? lit : levelled(lit, keptApart(work));
  const sharp = work.sharpen > 0 ? sharpened(toned, work.sharpen) : toned;
  const turned = work.invert ? inverted(sharp) : sharp;
  const overlap = Math.round(work.overlap * shorter);
  return work.tile === "none" || overlap < 2
    ? turned
    : tiled(turned, Math.min(overlap, Math.floor(shorter / 2)), work.tile);
}
