import type { Sample } from "@core/hand/sample";
import { describe, expect, test } from "vitest";
import { rampAt, StandInHand, usualStandInPen } from "~/paper/stand-in/stand-in-pen";

const mouse: Sample[] = [0, 100, 200, 300, 400].map((x) => ({ x, y: 0, time: x }));
const pen = { ...usualStandInPen, on: true, pressure: 0.8, tilt: 0.3, lean: 90, twist: 45, over: 400 };

describe("the stand-in pen", () => {
  test("gives a mouse what it lacks, leaves a pen alone, and does nothing while it is off", () => {
    expect(new StandInHand(() => usualStandInPen).dress(mouse)).toBe(mouse);
    const [first] = new StandInHand(() => pen).dress(mouse);
    expect(first).toEqual({ x: 0, y: 0, time: 0, pressure: 0.8, tilt: 0.3, lean: 90, twist: 45 });
    const own = [{ x: 1, y: 2, time: 3, pressure: 0.1 }];
    expect(new StandInHand(() => pen).dress(own)).toEqual(own);
  });

  test("pressure goes along the stroke, however its readings come, and begins anew with each", () => {
    const hand = new StandInHand(() => ({ ...pen, ramp: "rises" }));
    const whole = hand.dress(mouse).map(({ pressure }) => pressure);
    hand.begin();
    const pieces = mouse.flatMap((sample) => hand.dress([sample])).map(({ pressure }) => pressure);
    expect(pieces).toEqual(whole);
    expect(whole.map((p) => Number(p?.toFixed(3)))).toEqual([0, 0.2, 0.4, 0.6, 0.8]);
  });

  test("a change while one draws holds from the next reading on", () => {
    let now = pen;
    const hand = new StandInHand(() => now);
    expect(hand.dress(mouse.slice(0, 1))[0].pressure).toBe(0.8);
    now = { ...pen, pressure: 0.2 };
    expect(hand.dress(mouse.slice(1))[0].pressure).toBe(0.2);
  });

  test("ramps begin and end where their names say", () => {
    const ends = (ramp: "rises" | "falls" | "swells" | "even") =>
      [0, 200, 400, 900].map((way) => Number(rampAt({ ramp, over: 400 }, way).toFixed(3)));
    expect(ends("rises")).toEqual([0, 0.5, 1, 1]);
    expect(ends("falls")).toEqual([1, 0.5, 0, 0]);
    expect(ends("swells")).toEqual([0, 1, 0, 0]);
    expect(ends("even")).toEqual([1, 1, 1, 1]);
  });
});
