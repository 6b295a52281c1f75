import type { Lab } from "./lab";

const DEGREES = 180 / Math.PI;
const POW25 = 25 ** 7;

/**
 * How different two colours look: CIEDE2000 with all weights 1, as in G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000
 * color-difference formula: implementation notes, supplementary test data, and mathematical observations" (2005).
 */
export function ciede2000([l1, a1, b1]: Lab, [l2, a2, b2]: Lab): number {
  const meanC = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
  const g = 0.5 * (1 - Math.sqrt(meanC ** 7 / (meanC ** 7 + POW25)));
  const [p1, p2] = [(1 + g) * a1, (1 + g) * a2];
  const [c1, c2] = [Math.hypot(p1, b1), Math.hypot(p2, b2)];
  const [h1, h2] = [hueOf(p1, b1), hueOf(p2, b2)];
  const grey = c1 * c2 === 0;
  const turn = h2 - h1;
  const dh = grey ? 0 : turn > 180 ? turn - 360 : turn < -180 ? turn + 360 : turn;
  const dL = l2 - l1;
  const dC = c2 - c1;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin(dh / 2 / DEGREES);
  const meanL = (l1 + l2) / 2;
  const c = (c1 + c2) / 2;
  const h = grey
    ? h1 + h2
    : Math.abs(turn) <= 180
      ? (h1 + h2) / 2
      : h1 + h2 < 360
        ? (h1 + h2 + 360) / 2
        : (h1 + h2 - 360) / 2;
  const t = 1 - 0.17 * cos(h - 30) + 0.24 * cos(2 * h) + 0.32 * cos(3 * h + 6) - 0.2 * cos(4 * h - 63);
  const sL = 1 + (0.015 * (meanL - 50) ** 2) / Math.sqrt(20 + (meanL - 50) ** 2);
  const sC = 1 + 0.045 * c;
  const sH = 1 + 0.015 * c * t;
  const turning = 30 * Math.exp(-(((h - 275) / 25) ** 2));
  const rT = -2 * Math.sqrt(c ** 7 / (c ** 7 + POW25)) * Math.sin((2 * turning) / DEGREES);
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH));
}

function hueOf(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const degrees = Math.atan2(b, a) * DEGREES;
  return degrees < 0 ? degrees + 360 : degrees;
}

function cos(degrees: number): number {
  return Math.cos(degrees / DEGREES);
}
