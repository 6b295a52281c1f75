import { leanFromStance, stanceFromLean, stanceFromTilt, tiltFromStance } from "@core/hand/orient";
import fc from "fast-check";
import { expect, test } from "vitest";

/** The conversion as the listing in W3C Pointer Events Level 3 has it, in radians; written down from memory of it. */
function standard(tiltX: number, tiltY: number): { altitude: number; azimuth: number } {
  const x = (tiltX * Math.PI) / 180;
  const y = (tiltY * Math.PI) / 180;
  let azimuth = 0;
  if (tiltX === 0) azimuth = tiltY > 0 ? Math.PI / 2 : tiltY < 0 ? (3 * Math.PI) / 2 : 0;
  else if (tiltY === 0) azimuth = tiltX < 0 ? Math.PI : 0;
  else if (Math.abs(tiltX) === 90 || Math.abs(tiltY) === 90) azimuth = 0;
  else {
    azimuth = Math.atan2(Math.tan(y), Math.tan(x));
    if (azimuth < 0) azimuth += 2 * Math.PI;
  }
  let altitude = 0;
  if (Math.abs(tiltX) === 90 || Math.abs(tiltY) === 90) altitude = 0;
  else if (tiltX === 0) altitude = Math.PI / 2 - Math.abs(y);
  else if (tiltY === 0) altitude = Math.PI / 2 - Math.abs(x);
  else altitude = Math.atan(1 / Math.sqrt(Math.tan(x) ** 2 + Math.tan(y) ** 2));
  return { altitude: (altitude * 180) / Math.PI, azimuth: (azimuth * 180) / Math.PI };
}

test("altitude and azimuth from tilt are the standard's for all whole degrees", () => {
  for (let x = -89; x <= 89; x += 7) {
    for (let y = -89; y <= 89; y += 5) {
      const ours = stanceFromTilt(x, y);
      const wanted = standard(x, y);
      expect(ours.altitude).toBeCloseTo(wanted.altitude, 9);
      expect(Math.abs(((ours.azimuth - wanted.azimuth + 540) % 360) - 180)).toBeLessThan(1e-9);
    }
  }
});

test("a flat pen is flat, and an upright one upright", () => {
  expect(stanceFromTilt(90, 0)).toEqual({ altitude: 0, azimuth: 0 });
  expect(stanceFromTilt(0, -90).altitude).toBe(0);
  expect(stanceFromTilt(0, 0)).toEqual({ altitude: 90, azimuth: 0 });
});

test("tilt, stance and lean turn into each other and back", () => {
  fc.assert(
    fc.property(fc.integer({ min: -80, max: 80 }), fc.integer({ min: -80, max: 80 }), (tiltX, tiltY) => {
      const { tilt, lean } = leanFromStance(stanceFromTilt(tiltX, tiltY));
      const back = tiltFromStance(stanceFromLean(tilt, lean));
      expect(back.tiltX).toBeCloseTo(tiltX, 7);
      expect(back.tiltY).toBeCloseTo(tiltY, 7);
    }),
  );
});
