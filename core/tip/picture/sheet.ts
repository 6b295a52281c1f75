/**
 * A tip's picture at its full size: planes of Q15 numbers. The first is strength. Three further ones hold the picture's
 * own red, green and blue; two further ones the shares of the dark and of the light colour. All are multiplied by the
 * strength, so that they can be averaged.
 */
export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly planes: readonly Uint16Array[];
}
