// Logarithm, exponential and power from exact operations alone, for the reason given in trig.ts. Errors below 1e-14.

const LN2 = Math.LN2;

/** The natural logarithm of a finite x > 0. */
export function ln(x: number): number {
  let mantissa = x;
  let twos = 0;
  while (mantissa > 1.5) {
    mantissa /= 2;
    twos++;
  }
  while (mantissa < 0.75) {
    mantissa *= 2;
    twos--;
  }
  const t = (mantissa - 1) / (mantissa + 1);
  const z = t * t;
  let sum = 0;
  for (let n = 21; n >= 1; n -= 2) sum = 1 / n + z * sum;
  return 2 * t * sum + twos * LN2;
}

/** e to the power x, for |x| ≤ 700. */
export function exp(x: number): number {
  let twos = Math.round(x / LN2);
  const r = x - twos * LN2;
  let value = 1;
  for (let n = 15; n >= 1; n--) value = 1 + (r / n) * value;
  for (; twos > 0; twos--) value *= 2;
  for (; twos < 0; twos++) value /= 2;
  return value;
}

/** x to the power y for x ≥ 0; 0 stays 0 and, as usual, anything to the power 0 is 1. */
export function power(x: number, y: number): number {
  if (y === 0) return 1;
  return x > 0 ? exp(y * ln(x)) : 0;
}
