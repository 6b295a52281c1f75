// Sine, cosine and arc tangent from +, −, ×, ÷ and √ alone. Those five are exact to the last bit in IEEE 754, while the
// built-in functions may differ between JavaScript engines: a stroke must come out the same in all of them.

const RADIANS = Math.PI / 180;

/** sin of an angle in degrees; error below 1e-15. */
export function sinDegrees(degrees: number): number {
  return quadrant(degrees, 0);
}

/** cos of an angle in degrees; error below 1e-15. */
export function cosDegrees(degrees: number): number {
  return quadrant(degrees, 1);
}

function quadrant(degrees: number, shift: number): number {
  const turns = Math.round(degrees / 90);
  const x = (degrees - turns * 90) * RADIANS;
  const q = (((turns + shift) % 4) + 4) % 4;
  const value = q & 1 ? cosSeries(x) : sinSeries(x);
  return q & 2 ? -value : value;
}

// Taylor series, enough terms for |x| ≤ π/4.
function sinSeries(x: number): number {
  const z = x * x;
  return (
    x *
    (1 -
      z *
        (1 / 6) *
        (1 - z * (1 / 20) * (1 - z * (1 / 42) * (1 - z * (1 / 72) * (1 - z * (1 / 110) * (1 - z * (1 / 156)))))))
  );
}

function cosSeries(x: number): number {
  const z = x * x;
  return (
    1 -
    z *
      (1 / 2) *
      (1 -
        z *
          (1 / 12) *
          (1 - z * (1 / 30) * (1 - z * (1 / 56) * (1 - z * (1 / 90) * (1 - z * (1 / 132) * (1 - z * (1 / 182)))))))
  );
}

/** The angle of the direction (x, y) in degrees, 0 ≤ angle < 360, 0 for no direction. */
export function atan2Degrees(y: number, x: number): number {
  const ax = Math.abs(x);
  const ay = Math.abs(y);
  if (!(ax > 0 || ay > 0)) return 0;
  let angle = ay <= ax ? arcTangent(ay / ax) : 90 - arcTangent(ax / ay);
  if (x < 0) angle = 180 - angle;
  if (y < 0) angle = 360 - angle;
  return angle >= 360 ? 0 : angle;
}

/** Up to this tangent, five terms of the series are enough for 1e-15. */
const NEARBY = 0.03;

/**
 * The angle of a direction on screen (y downward) that turns little from one time to the next, as on a path: between
 * wider turns it is told from the last direction that was worked out in full, for a third of the work. The error stays
 * below 1e-12 degrees. Directions are read from and angles written into rows of numbers: what a row holds needs no box on its way.
 */
export class HeadingFollower {
  /** The direction worked out in full, and its angle. */
  private readonly full = new Float64Array(3);

  /** Writes the angle of (from[dx], from[dy]), 0 ≤ angle < 360 degrees, to `to[at]`. */
  into(to: Float64Array, at: number, from: Float64Array, dx: number, dy: number): void {
    const { full } = this;
    const x = from[dx];
    const y = -from[dy];
    const along = full[0] * x + full[1] * y;
    const across = full[0] * y - full[1] * x;
    if (along > 0 && Math.abs(across) < NEARBY * along) {
      const t = across / along;
      const z = t * t;
      const angle = full[2] + (t * (1 - z * (1 / 3 - z * (1 / 5 - z * (1 / 7 - z * (1 / 9)))))) / RADIANS;
      const whole = angle < 0 ? angle + 360 : angle;
      // Just below 0, a whole turn more may round to 360.
      to[at] = whole >= 360 ? whole - 360 : whole;
      return;
    }
    full[0] = x;
    full[1] = y;
    full[2] = atan2Degrees(y, x);
    to[at] = full[2];
  }
}

// Halving the angle twice leaves |x| ≤ tan(π/16), where nine terms of the series are enough for 1e-14.
function arcTangent(x: number): number {
  const half = x / (1 + Math.sqrt(1 + x * x));
  const quarter = half / (1 + Math.sqrt(1 + half * half));
  const z = quarter * quarter;
  const sum =
    1 -
    z * (1 / 3 - z * (1 / 5 - z * (1 / 7 - z * (1 / 9 - z * (1 / 11 - z * (1 / 13 - z * (1 / 15 - z * (1 / 17))))))));
  return (4 * quarter * sum) / RADIANS;
}
