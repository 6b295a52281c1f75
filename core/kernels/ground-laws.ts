/**
 * How a grain takes paint, by the kernels' numbers (1 is the first). peaks: what stands out takes paint first; print: the
 * valleys always stay thinner; pool: the paint settles in the valleys.
 */
export const groundLaws = ["peaks", "print", "pool"] as const;

/** Over which part of all heights a natural ground goes from untouched to full: 1 ÷ this. */
export const NATURAL_SHARPNESS = 8;

export type GroundLaw = (typeof groundLaws)[number];
