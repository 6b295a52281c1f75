import { createKernels } from "@core/kernels/load";
import { noPictures } from "@core/picture/picture";
import { type Act, actSchema, type Doing } from "@core/study/act";
import { packChange, StudySheet } from "@core/study/sheet";
import { putSnapshot, takeSnapshot } from "@core/study/snapshot";
import { nothingDone, standingActs, standingAfter, standingOf } from "@core/study/standing";
import { Timeline } from "@core/study/timeline";
import { samplesOfTrace, TraceWriter } from "@core/study/trace";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anySamples, lineSamples } from "../helpers";
import { anyDoing, newSheet, seen, strokeOf } from "./any-acts";

const acts = fc.array(anyDoing, { minLength: 1, maxLength: 12 });
const few = { numRuns: 40 };

/** What is seen after these acts. */
function after(doings: readonly Doing[]): string {
  const sheet = newSheet(false);
  for (const act of doings) sheet.do(act);
  const picture = seen(sheet);
  sheet.release();
  return picture;
}

test("replay from any snapshot is the whole", () => {
  fc.assert(
    fc.property(acts, fc.nat(12), (all, at) => {
      const sheet = newSheet(false);
      for (const act of all.slice(0, at)) sheet.do(act);
      const half = seen(sheet);
      const snapshot = takeSnapshot(sheet);
      for (const act of all.slice(at)) sheet.do(act);
      const whole = seen(sheet);
      // Onto a sheet that is used and onto a new one.
      for (const target of [sheet, newSheet(false)]) {
        putSnapshot(target, snapshot);
        expect(seen(target)).toBe(half);
        for (const act of all.slice(at)) target.do(act);
        expect(seen(target)).toBe(whole);
        target.release();
      }
      expect(after(all)).toBe(whole);
    }),
    few,
  );
});

test("a snapshot shares with the one before what has not changed, and is what one alone would be", () => {
  const sheet = newSheet(false);
  sheet.do(
    strokeOf([
      { x: 20, y: 20, time: 0 },
      { x: 40, y: 24, time: 50 },
    ]),
  );
  const first = takeSnapshot(sheet);
  sheet.do(
    strokeOf([
      { x: 150, y: 100, time: 0 },
      { x: 152, y: 104, time: 50 },
    ]),
  );
  const second = takeSnapshot(sheet, first);
  const alone = takeSnapshot(sheet);
  expect(second.bytes).toBeLessThan(alone.bytes);
  expect([...second.layers]).toEqual([...alone.layers]);
});

test("undo then redo is the identity, of one act and of all", () => {
  fc.assert(
    fc.property(acts, (all) => {
      const sheet = newSheet();
      const seenAt = [seen(sheet)];
      const changes = all.map((act) => {
        const change = sheet.do(act);
        seenAt.push(seen(sheet));
        if (!change) throw new Error("a change is recorded");
        sheet.exchange(change, "before");
        expect(seen(sheet)).toBe(seenAt.at(-2));
        sheet.exchange(change, "after");
        expect(seen(sheet)).toBe(seenAt.at(-1));
        return change;
      });
      // Packed or not, what leads back leads to the same.
      for (const [i, change] of changes.entries()) if (i % 2 === 0) packChange(change);
      for (let i = changes.length - 1; i >= 0; i--) {
        sheet.exchange(changes[i], "before");
        expect(seen(sheet)).toBe(seenAt[i]);
      }
      for (const [i, change] of changes.entries()) {
        sheet.exchange(change, "after");
        expect(seen(sheet)).toBe(seenAt[i + 1]);
      }
      sheet.release();
    }),
    few,
  );
});

test("a stroke sent in any batches is the same, and the same as when it is replayed", () => {
  fc.assert(
    fc.property(anySamples, fc.array(fc.integer({ min: 1, max: 7 }), { minLength: 1 }), (samples, batches) => {
      fc.pre(samples.length > 0);
      const writer = new TraceWriter(500);
      const sheet = newSheet(false);
      const whole = strokeOf(samples, { at: 500 });
      expect(sheet.begin(whole)).toBe(true);
      for (let at = 0, n = 0; at < samples.length; n++) {
        const size = batches[n % batches.length];
        sheet.push(writer.push(samples.slice(at, at + size)));
        at += size;
      }
      sheet.end();
      expect(writer.trace()).toEqual(whole.trace);
      expect(seen(sheet)).toBe(after([whole]));
      sheet.release();
    }),
    few,
  );
});

test("a trace gives back the readings that were painted, near those that came in", () => {
  fc.assert(
    fc.property(anySamples, (samples) => {
      fc.pre(samples.length > 0);
      const writer = new TraceWriter(1234);
      const painted = writer.push(samples);
      expect(samplesOfTrace(writer.trace(), 1234)).toEqual(painted);
      painted.forEach((one, i) => {
        expect(Math.abs(one.x - samples[i].x)).toBeLessThanOrEqual(1 / 64);
        expect(Math.abs((one.pressure ?? 0) - (samples[i].pressure ?? 0))).toBeLessThan(1 / 4096);
        expect(Math.abs(one.time - 1234 - (samples[i].time - samples[0].time))).toBeLessThanOrEqual(1 / 16);
      });
      expect(actSchema.parse(JSON.parse(JSON.stringify(strokeOf(samples)))).kind).toBe("stroke");
    }),
  );
});

test("a mouse has no pressure in a trace, and none afterwards", () => {
  const writer = new TraceWriter(0);
  writer.push([
    { x: 1, y: 2, time: 9 },
    { x: 3, y: 2, time: 17, pressure: 0.4 },
  ]);
  expect(Object.keys(writer.trace())).toEqual(["x", "y", "t"]);
  expect(samplesOfTrace(writer.trace(), 0)[1]).toEqual({ x: 3, y: 2, time: 8 });
});

describe("what stands", () => {
  const anyLog = fc.array(
    fc.oneof(
      { weight: 3, arbitrary: fc.constant<Act>({ kind: "fill", at: 0, layer: 1, colour: null }) },
      { weight: 2, arbitrary: fc.constant<Act>({ kind: "back", at: 0 }) },
      { weight: 1, arbitrary: fc.constant<Act>({ kind: "again", at: 0 }) },
    ),
    { maxLength: 40 },
  );
  test("is the same told at once and entry by entry", () => {
    fc.assert(
      fc.property(anyLog, (log) => {
        expect(log.reduce((now, act, n) => standingAfter(now, act, n), nothingDone)).toEqual(standingOf(log));
      }),
    );
  });
  test("what was taken back is gone once something else is done", () => {
    const fill = { kind: "fill", at: 0, layer: 1, colour: null } as const;
    const log: Act[] = [fill, fill, { kind: "back", at: 0 }, fill, { kind: "again", at: 0 }];
    expect(standingActs(log).map(({ n }) => n)).toEqual([0, 3]);
  });
});

test("a timeline comes to the same picture by any way, and stops where it is told to", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(anyDoing, { minLength: 5, maxLength: 90 }),
      fc.array(fc.nat(90), { minLength: 1, maxLength: 5 }),
      async (all, ways) => {
        const sheet = newSheet(false);
        const timeline = new Timeline(sheet, all);
        for (const to of ways) {
          await timeline.goTo(to);
          expect(timeline.at).toBe(Math.min(to, all.length));
          expect(seen(sheet)).toBe(after(all.slice(0, to)));
        }
        expect(await timeline.goTo(0)).toBe(true);
        expect(await timeline.goTo(all.length, async () => timeline.at < 3)).toBe(false);
        expect(timeline.at).toBe(3);
        sheet.release();
      },
    ),
    { numRuns: 12 },
  );
});

test("a snapshot is put on a sheet whose memory has to grow for it, and so is a change that is taken back", () => {
  const size = { width: 1400, height: 1000, paper: "#ffffff" };
  const filled: Doing = { kind: "fill", at: 0, layer: 1, colour: "#3355aa" };
  const painted = new StudySheet(createKernels(), size, { brush: () => undefined, pictures: () => noPictures }, true);
  const change = painted.do(filled);
  const snapshot = takeSnapshot(painted);
  const whole = seen(painted);
  const fresh = new StudySheet(createKernels(), size, { brush: () => undefined, pictures: () => noPictures }, true);
  putSnapshot(fresh, snapshot);
  expect(seen(fresh)).toBe(whole);
  // Led back, then forward again when another surface of the same kernels has taken all that was free.
  if (!change) throw new Error("nothing was recorded");
  painted.exchange(change, "before");
  const other = new StudySheet(
    painted.surface.kernels,
    { width: 3000, height: 2000 },
    { brush: () => undefined, pictures: () => noPictures },
    false,
  );
  other.do({ ...filled, colour: "#aa5533" });
  painted.exchange(change, "after");
  expect(seen(painted)).toBe(whole);
  for (const sheet of [painted, fresh, other]) sheet.release();
});

test("where paint stays inside nothing can be erased: to the last bit", () => {
  const sheet = newSheet(false);
  sheet.do({ kind: "fill", at: 0, layer: 1, colour: "#8a5a9b" });
  sheet.do({ kind: "look", at: 1, layer: 1, keepsAlpha: true });
  const before = seen(sheet);
  sheet.do(strokeOf(lineSamples(20, 60, 150, 60), { use: "erase", at: 2 }));
  expect(seen(sheet)).toBe(before);
  sheet.do({ kind: "look", at: 3, layer: 1, keepsAlpha: false });
  sheet.do(strokeOf(lineSamples(20, 60, 150, 60), { use: "erase", at: 4 }));
  expect(seen(sheet)).not.toBe(before);
  sheet.release();
});
