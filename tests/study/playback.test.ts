import { lengthOf, Playback } from "@core/study/playback";
import { Timeline } from "@core/study/timeline";
import fc from "fast-check";
import { expect, test } from "vitest";
import { anyDoing, newSheet, seen, strokeOf } from "./any-acts";

test("played in any steps it is the whole, and stopped anywhere it is a row of whole acts", () => {
  fc.assert(
    fc.property(
      fc.array(anyDoing, { minLength: 1, maxLength: 10 }),
      fc.array(fc.integer({ min: 1, max: 60_000 }), { minLength: 1, maxLength: 12 }),
      (all, steps) => {
        const sheet = newSheet(false);
        const timeline = new Timeline(sheet, all);
        const playback = new Playback(sheet, timeline, all);
        for (const ms of steps) playback.advance(ms, () => true);
        playback.stop();
        const other = newSheet(false);
        for (const act of all.slice(0, timeline.at)) other.do(act);
        expect(seen(sheet)).toBe(seen(other));
        playback.advance(1e9, () => true);
        expect(playback.over).toBe(true);
        for (const act of all.slice(timeline.at)) other.do(act);
        const whole = newSheet(false);
        for (const act of all) whole.do(act);
        expect(seen(sheet)).toBe(seen(whole));
        for (const one of [sheet, other, whole]) one.release();
      },
    ),
    { numRuns: 30 },
  );
});

test("a stroke is played in its own time, and what comes after waits for it", () => {
  const stroke = strokeOf(
    Array.from({ length: 16 }, (_, i) => ({ x: 20 + i * 5, y: 60, time: i * 20 })),
    { at: 1000 },
  );
  const sheet = newSheet(false);
  const all = [stroke, { ...stroke, at: 2000 }];
  expect(lengthOf(all)).toBe(2300);
  const timeline = new Timeline(sheet, all);
  const playback = new Playback(sheet, timeline, all);
  const empty = seen(sheet);
  playback.advance(999, () => true);
  expect(seen(sheet)).toBe(empty);
  playback.advance(200, () => true);
  const begun = seen(sheet);
  expect(begun).not.toBe(empty);
  expect(timeline.at).toBe(0);
  playback.advance(150, () => true);
  expect(timeline.at).toBe(1);
  expect(playback.now).toBe(1349);
  playback.advance(5000, () => false);
  expect(timeline.at).toBe(1);
});
