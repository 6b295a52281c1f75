/**
 * A counter-based generator: the same key gives the same number, whatever was asked before. Two rounds of a 32-bit
 * finaliser with full avalanche, the key's words mixed in between.
 *
 * @param seed the stroke's seed, any 32-bit integer
 * @param counter the mark's number, or another running number
 * @param stream what the number is for, so that two uses of one mark are independent
 * @returns a 32-bit signed integer: unlike a fraction, it is handed on without a box around it
 */
export function chanceBits(seed: number, counter: number, stream: number): number {
  let h = mix((seed ^ Math.imul(stream + 1, 0x9e3779b1)) | 0);
  h = mix((h + Math.imul(counter | 0, 0x85ebca77)) | 0);
  return mix((h ^ Math.imul(stream + 0x3c6ef372, 0xc2b2ae3d)) | 0);
}

/** Bits of chance as a number 0 ≤ n < 1. */
export function share(bits: number): number {
  return (bits >>> 0) / 4294967296;
}

/** As `chanceBits`, as a number 0 ≤ n < 1. */
export function chance(seed: number, counter: number, stream: number): number {
  return share(chanceBits(seed, counter, stream));
}

function mix(value: number): number {
  let h = value;
  h = Math.imul(h ^ (h >>> 16), 0x21f0aaad);
  h = Math.imul(h ^ (h >>> 15), 0x735a2d97);
  return h ^ (h >>> 15);
}

/** Smooth noise: cubic-eased values at the integers of `position`, 0…1, continuous in value and slope. */
export function drift(seed: number, position: number, stream: number): number {
  const cell = Math.floor(position);
  const t = position - cell;
  const from = chance(seed, cell, stream);
  return from + (chance(seed, cell + 1, stream) - from) * t * t * (3 - 2 * t);
}
