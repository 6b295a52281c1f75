import { groundQualities } from "../../ground/model";

const MM_PER_INCH = 25.4;

/**
 * The scale at which a grain has its true size on paper, within what a ground may have.
 * @param pxPerMm px of the grain's picture to a mm of what it shows @param dpi of the painting when it is printed
 */
export function printScale(pxPerMm: number, dpi: number): number {
  const { low, high } = groundQualities.grainScale;
  return Math.min(high, Math.max(low, dpi / MM_PER_INCH / pxPerMm));
}
