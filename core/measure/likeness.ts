import { type Brush, scaledBrush } from "../brush";
import { dots, lightToHeavy, type SimulatedHand, slowSwell, steadyLine, wave } from "../hand/simulate";
import { noPictures, type Pictures } from "../picture/picture";
import { type Bed, bedFor, bedRoom } from "../stroke/bed";
import { renderHand } from "../stroke/render";
import { stripScene } from "../stroke/strip-scene";
import type { Measured } from "./measured";
import { pictureDifference } from "./picture-difference";

/** The five proofs by which brushes are compared. */
const hands: readonly SimulatedHand[] = [slowSwell, lightToHeavy, dots, wave, steadyLine];
const WIDTH = 240;
const HEIGHT = 80;
const ink = { colour: [0.12, 0.16, 0.19], second: [0.99, 0.99, 0.99] } as const;
const paper = [0.99, 0.99, 0.99] as const;

/** Two brushes whose proofs differ by less, mean ΔE, are nearly alike. */
export const NEARLY_ALIKE = 3;

/** A brush as it is compared: its five proofs, all at one scale. */
export interface Proofed {
  readonly proofs: readonly Uint8ClampedArray[];
}

/** How many times as large as it is a brush can be shown in a proof, so that no mark is cut; 1 at most. */
export function proofScale(brush: Brush, pictures: Pictures = noPictures): number {
  const sizes = hands.map((hand) => stripScene(brush, WIDTH, HEIGHT, pictures, hand).brush.tip.size);
  return Math.min(1, ...sizes.map((size) => size / brush.tip.size));
}

/** What lies below the proofs of brushes that are compared. */
export function proofBed(brushes: readonly Brush[]): Bed | undefined {
  return bedFor(brushes, bedRoom(WIDTH, HEIGHT));
}

/** Paints a brush's five proofs at a scale, over a bed. */
export function proofed(
  brush: Brush,
  scale: number,
  pictures: Pictures = noPictures,
  bed: Bed | undefined = proofBed([brush]),
): Proofed {
  const shown = scaledBrush(brush, scale);
  return {
    proofs: hands.map((hand) =>
      renderHand({
        ...stripScene(shown, WIDTH, HEIGHT, pictures, hand),
        bed,
        width: WIDTH,
        height: HEIGHT,
        ink,
        paper,
        seed: 1,
        pictures,
      }),
    ),
  };
}

/** How far two brushes are from one another: mean CIEDE2000 where either has left paint, over the five proofs. */
export function apart(a: Proofed, b: Proofed): number {
  const means = a.proofs.map((one, n) => pictureDifference(one, b.proofs[n], paper).mean);
  return means.reduce((sum, mean) => sum + mean, 0) / means.length;
}

/** As `apart`, of brushes that are yet to be painted: both at the scale of the one that has to be smaller, and over the same. */
export function brushesApart(a: Brush, b: Brush, pictures: Pictures = noPictures): number {
  const scale = Math.min(proofScale(a, pictures), proofScale(b, pictures));
  const bed = proofBed([a, b]);
  return apart(proofed(a, scale, pictures, bed), proofed(b, scale, pictures, bed));
}

/** How far two brushes are from one another by what they measure, 0 for alike; 1 is as far as a whole measure goes. */
export function measuresApart(a: Measured, b: Measured): number {
  const way = (m: Measured) => [
    Math.log2(Math.max(0.5, m.width)) / 9,
    m.lightWidth,
    Math.min(1, m.edge * 2),
    m.coverage,
    Math.min(1, m.texture),
    (m.passes ?? 20) / 20,
    Math.min(1, m.carry / 200),
  ];
  const [p, q] = [way(a), way(b)];
  return Math.sqrt(p.reduce((sum, v, i) => sum + (v - q[i]) ** 2, 0));
}
