import { atan2Degrees, cosDegrees, sinDegrees } from "../numeric/trig";

// The relation of tilt and angles after W3C Pointer Events Level 3, "Converting between tiltX / tiltY and
// altitudeAngle / azimuthAngle": tan(tilt) = cos or sin(azimuth) / tan(altitude). Angles here are degrees, azimuth
// clockwise from the right as the standard has it; `lean` of a sample turns the other way.

/** How a pen stands: altitude 90° upright … 0° flat, azimuth where its upper end points. */
export interface Stance {
  readonly altitude: number;
  readonly azimuth: number;
}

/** Altitude and azimuth from tiltX and tiltY, each −90…90°. */
export function stanceFromTilt(tiltX: number, tiltY: number): Stance {
  if (tiltX === 0 && tiltY === 0) return { altitude: 90, azimuth: 0 };
  if (Math.abs(tiltX) >= 90 || Math.abs(tiltY) >= 90) return { altitude: 0, azimuth: flatAzimuth(tiltX, tiltY) };
  const x = sinDegrees(tiltX) / cosDegrees(tiltX);
  const y = sinDegrees(tiltY) / cosDegrees(tiltY);
  return { altitude: atan2Degrees(1, Math.sqrt(x * x + y * y)), azimuth: atan2Degrees(y, x) };
}

// A flat pen: the standard's special cases, where a tangent is infinite.
function flatAzimuth(tiltX: number, tiltY: number): number {
  if (tiltX === 0) return tiltY > 0 ? 90 : 270;
  if (tiltY === 0) return tiltX < 0 ? 180 : 0;
  if (Math.abs(tiltX) >= 90 && Math.abs(tiltY) >= 90) return atan2Degrees(tiltY, tiltX);
  return Math.abs(tiltX) >= 90 ? (tiltX < 0 ? 180 : 0) : tiltY > 0 ? 90 : 270;
}

/** tiltX and tiltY in degrees from altitude and azimuth. */
export function tiltFromStance({ altitude, azimuth }: Stance): { tiltX: number; tiltY: number } {
  const x = cosDegrees(azimuth) * cosDegrees(altitude);
  const y = sinDegrees(azimuth) * cosDegrees(altitude);
  const up = sinDegrees(altitude);
  return { tiltX: signed(x, up), tiltY: signed(y, up) };
}

function signed(side: number, up: number): number {
  if (Math.abs(side) < 1e-12) return 0;
  const angle = atan2Degrees(side, up);
  return angle > 180 ? angle - 360 : angle;
}

/** A sample's tilt and lean from a stance. */
export function leanFromStance({ altitude, azimuth }: Stance): { tilt: number; lean: number } {
  return { tilt: 1 - altitude / 90, lean: (360 - azimuth) % 360 };
}

/** The stance of a sample's tilt and lean. */
export function stanceFromLean(tilt: number, lean: number): Stance {
  return { altitude: (1 - tilt) * 90, azimuth: (360 - lean) % 360 };
}
