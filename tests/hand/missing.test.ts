import { handProfileSchema, withProfile } from "@core/hand/profile";
import { listMarks } from "@core/stroke/make-marks";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const mouse = (x: number, y: number) =>
  lineSamples(0, 0, x, y).map(({ x: px, y: py, time }) => ({ x: px, y: py, time }));
const last = (part: object, samples: Parameters<typeof listMarks>[1]) =>
  listMarks(brushOf(part), samples, 1).at(-1) ?? {};

describe("stand-ins for what a pen does not have", () => {
  const bySize = { tip: { size: 100 }, responses: [{ quality: "size", source: "pressure" }] };

  test("without one, missing pressure is half", () => {
    expect(last(bySize, mouse(300, 0)).size).toBe(50);
  });

  // 39 steps of 8 ms: 468 px are half of the full 3 px/ms.
  test("speed presses, or lifts", () => {
    expect(last({ ...bySize, standIns: { pressure: "speed" } }, mouse(468, 0)).size).toBeCloseTo(50, 6);
    expect(last({ ...bySize, standIns: { pressure: "speed" } }, mouse(93.6, 0)).size).toBeCloseTo(10, 6);
    expect(last({ ...bySize, standIns: { pressure: "slowness" } }, mouse(93.6, 0)).size).toBeCloseTo(90, 6);
  });

  test("at an even speed the first mark is as heavy as the last", () => {
    const marks = listMarks(brushOf({ ...bySize, standIns: { pressure: "slowness" } }), mouse(300, 0), 1);
    expect(marks[0].size).toBeCloseTo(marks[marks.length - 1].size, 6);
  });

  test("heading turns what lean or twist would", () => {
    for (const source of ["lean", "twist"]) {
      const brush = { responses: [{ quality: "angle", source, low: 0, high: 360 }], standIns: { [source]: "heading" } };
      expect(last(brush, mouse(0, -200)).angle).toBeCloseTo(90, 6);
      expect(last({ ...brush, standIns: {} }, mouse(0, -200)).angle).toBe(0);
    }
  });

  test("leave alone what the pen has", () => {
    const pen = lineSamples(0, 0, 300, 0, 40, 0.3);
    expect(last({ ...bySize, standIns: { pressure: "speed" } }, pen).size).toBeCloseTo(30, 9);
  });
});

describe("a painter's profile", () => {
  const profile = (part: object) => withProfile(handProfileSchema.parse(part));
  const sample = { x: 1, y: 2, time: 3, pressure: 0.5, tilt: 0.4, lean: 100, twist: 20 };

  test("by itself changes nothing", () => {
    expect(profile({})(sample)).toEqual(sample);
  });

  test("bends the pressure by the painter's curve", () => {
    const firm: [number, number][] = [
      [0, 0],
      [0.5, 0.25],
      [1, 1],
    ];
    expect(profile({ pressure: firm })(sample).pressure).toBe(0.25);
  });

  // Common practice, no source: "tilt-driven angle needs an offset for the hand: about 45°, mirrored for the left hand".
  test("an offset of 45° sets a tip that follows the lean upright in both hands", () => {
    const angle = (lean: number, handed: string) => {
      const held = lineSamples(0, 0, 100, 0).map((s) =>
        profile({ tiltOffset: 45, handed })({ ...s, tilt: 0.5, lean, twist: 0 }),
      );
      return (last({ responses: [{ quality: "angle", source: "lean", low: 0, high: 360 }] }, held).angle + 360) % 180;
    };
    // A right hand's pen leans down to the right (315°), a left hand's down to the left (225°).
    expect(angle(315, "right")).toBeCloseTo(0, 9);
    expect(angle(225, "left")).toBeCloseTo(0, 9);
  });

  test("leaves out what the pen does not have, so that stand-ins take over", () => {
    expect(profile({ has: { pressure: false, tilt: false, twist: false } })(sample)).toEqual({ x: 1, y: 2, time: 3 });
  });

  test("that is nonsense is refused", () => {
    expect(handProfileSchema.safeParse({ tiltOffset: 999 }).success).toBe(false);
    expect(handProfileSchema.safeParse({ pressure: [[0.2, 0]] }).success).toBe(false);
  });
});
