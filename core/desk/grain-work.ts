import { z } from "zod";
import { evenlyLit } from "./even-light";
import { inverted, levelled } from "./levels";
import { crop, type Plane } from "./plane";
import { tiled } from "./tile";

const share = z.number().min(0).max(1);

/** What is done to a picture to make a grain of it, in this order. */
export const grainWorkSchema = z.strictObject({
  /** The part that is used, in shares of the picture's sides. */
  part: z.strictObject({ left: share, top: share, width: z.number().min(0.02).max(1), height: z.number().min(0.02).max(1) }).prefault({ left: 0, top: 0, width: 1, height: 1 }),
  /** The light is evened out over distances above this share of the shorter side; 1 leaves it. */
  even: share.default(1),
  black: share.default(0),
  white: share.default(1),
  gamma: z.number().min(0.2).max(5).default(1),
  invert: z.boolean().default(false),
  tile: z.enum(["none", "blend", "cut"]).default("cut"),
  /** How wide borders are laid over one another, as a share of the shorter side. */
  overlap: z.number().min(0.02).max(0.5).default(0.15),
});

export type GrainWork = z.infer<typeof grainWorkSchema>;

/** The least side of a part, px. */
const LEAST = 8;
/** Nothing is evened out. */
const UNTOUCHED = 1;

/** Makes a grain of a picture. Black and white that meet are kept a hundredth apart. */
export function grainOfPlane(plane: Plane, work: GrainWork): Plane {
  const { part } = work;
  const place = (from: number, length: number, side: number): readonly [number, number] => {
    const size = Math.min(side, Math.max(Math.min(LEAST, side), Math.round(length * side)));
    return [Math.min(side - size, Math.round(from * side)), size];
  };
  const [left, width] = place(part.left, part.width, plane.width);
  const [top, height] = place(part.top, part.height, plane.height);
  const cut = width === plane.width && height === plane.height ? plane : crop(plane, left, top, width, height);
  const shorter = Math.min(width, height);
  const lit = work.even < UNTOUCHED ? evenlyLit(cut, Math.max(2, (work.even * shorter) / 2)) : cut;
  const white = Math.abs(work.white - work.black) < 0.01 ? work.black + 0.01 : work.white;
  const plain = work.black === 0 && white === 1 && work.gamma === 1;
  const toned = plain ? lit : levelled(lit, { black: work.black, white, gamma: work.gamma });
  const turned = work.invert ? inverted(toned) : toned;
  const overlap = Math.round(work.overlap * shorter);
  return work.tile === "none" || overlap < 2 ? turned : tiled(turned, Math.min(overlap, Math.floor(shorter / 2)), work.tile);
}
