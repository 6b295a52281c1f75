/** A box filter with fractional ends: pixels within `radius` count fully, the next one on both sides `ends`. */
export interface ExtendedBox {
  readonly radius: number;
  readonly ends: number;
}

/**
 * The box of which four in a row blur like a Gaussian of this standard deviation, px (Gwosdek, Grewenig, Bruhn and Weickert,
 * "Theoretical foundations of Gaussian convolution by extended box filtering", 2011).
 */
export function boxFor(sigma: number): ExtendedBox {
  const variance = (sigma * sigma) / 4;
  const radius = Math.floor((Math.sqrt(12 * variance + 1) - 1) / 2);
  const ends =
    ((2 * radius + 1) * (radius * (radius + 1) - 3 * variance)) / (6 * (variance - (radius + 1) * (radius + 1)));
  return { radius, ends };
}
