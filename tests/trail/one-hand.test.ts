import type { Sample } from "@core/hand/sample";
import { pictureDifference } from "@core/measure/picture-difference";
import { listMarks } from "@core/stroke/make-marks";
import { renderHand } from "@core/stroke/render";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";

const LASTS = 1100;

/** A hand as it truly moves: a wave with a slow and a quick part, pressed and let go. */
function truth(time: number): Sample {
  const u = time / LASTS;
  const along = u + 0.09 * Math.sin(2 * Math.PI * u);
  return {
    x: 40 + 420 * along,
    y: 150 + 80 * Math.sin(7 * along),
    time,
    pressure: 0.25 + 0.7 * Math.sin(Math.PI * u) ** 2,
  };
}

function readAt(rate: number, late: (n: number) => number = () => 0): Sample[] {
  const count = Math.round((LASTS * rate) / 1000);
  return Array.from({ length: count + 1 }, (_, n) => {
    const time = Math.min(LASTS, (n * 1000) / rate);
    return { ...truth(time), time: time + (n > 0 && n < count ? late(n) : 0) };
  });
}

const brushes = {
  plain: { tip: { size: 18 }, trail: { spacing: 0.05 } },
  "size by speed": {
    tip: { size: 30 },
    trail: { spacing: 0.05, fullSpeed: 1.2 },
    responses: [{ quality: "size", source: "speed", low: 0.2, high: 1 }],
  },
  "steadied by the filter": {
    tip: { size: 18 },
    trail: { spacing: 0.05, steady: { kind: "filter", cutoff: 1, beta: 0.01 } },
  },
  "on a string": { tip: { size: 18 }, trail: { spacing: 0.05, steady: { kind: "string", length: 40 } } },
  "laid by time": { tip: { size: 12 }, trail: { spacing: 10, perSecond: 120 } },
} as const;

const shown = {
  width: 500,
  height: 300,
  ink: { colour: [0, 0, 0], second: [0, 0, 0] },
  paper: [1, 1, 1],
  seed: 1,
} as const;

function painted(part: object, samples: readonly Sample[]) {
  const data = renderHand({ ...shown, brush: brushOf(part), strokes: [samples] });
  return data;
}

/** Readings whose clock is up to 3 ms early or late, in no order. */
const jitter = (n: number) => (((n * 7919) % 61) / 30 - 1) * 3;

describe.each(Object.entries(brushes))("a stroke %s", (_, part) => {
  test.each([60, 125, 240, 1000])("read at %i Hz is that read at 480 Hz, mean CIEDE2000 below 1.5", (rate) => {
    expect(pictureDifference(painted(part, readAt(rate)), painted(part, readAt(480)), shown.paper).mean).toBeLessThan(
      1.5,
    );
  });

  test("whose readings come twice is the same to the px", () => {
    const twice = readAt(240).flatMap((sample) => [sample, sample]);
    expect(painted(part, twice)).toEqual(painted(part, readAt(240)));
  });
});

describe("speed", () => {
  const speedsOf = (samples: readonly Sample[]) =>
    listMarks(
      brushOf({
        tip: { size: 100 },
        trail: { spacing: 0.05, fullSpeed: 2 },
        responses: [{ quality: "size", source: "speed", low: 0, high: 1 }],
      }),
      samples,
      1,
    ).map((mark) => (mark.size / 100) * 2);

  test.each([60, 125, 240, 480, 1000])(
    "of a steady hand at %i Hz is within 12 %% whatever its clock's jitter",
    (rate) => {
      const steady = Array.from({ length: rate }, (_, n) => {
        const time = (n * 1000) / rate;
        return { x: time, y: 0, time: n ? time + jitter(n) : 0, pressure: 1 };
      });
      for (const speed of speedsOf(steady)) expect(Math.abs(speed - 1)).toBeLessThan(0.12);
    },
  );

  test.each([60, 125, 240, 1000])(
    "reaches nine tenths of a step at %i Hz when it does at 480 Hz, within a reading",
    (rate) => {
      const reached = (hz: number) => {
        const samples = Array.from({ length: hz }, (_, n) => {
          const time = (n * 1000) / hz;
          return { x: time < 500 ? time / 2 : 250 + (time - 500) * 1.5, y: 0, time, pressure: 1 };
        });
        const marks = listMarks(
          brushOf({
            tip: { size: 100 },
            trail: { spacing: 0.02, fullSpeed: 2 },
            responses: [{ quality: "size", source: "speed", low: 0, high: 1 }],
          }),
          samples,
          1,
        );
        return (marks.find((mark) => (mark.size / 100) * 2 >= 1.4)?.time ?? 0) - 500;
      };
      expect(Math.abs(reached(rate) - reached(480))).toBeLessThan(1000 / rate + 2);
    },
  );
});

test.each([60, 125, 240, 1000])("a steadied line at %i Hz lags behind the hand as at 480 Hz, within 15 %%", (rate) => {
  const lag = (hz: number) => {
    const samples = Array.from({ length: hz }, (_, n) => ({
      x: (n * 1000) / hz,
      y: 0,
      time: (n * 1000) / hz,
      pressure: 1,
    }));
    const marks = listMarks(
      brushOf({ tip: { size: 4 }, trail: { spacing: 0.5, steady: { kind: "filter", cutoff: 1, beta: 0.01 } } }),
      samples,
      1,
    );
    const late = marks.filter((mark) => mark.time > 600 && mark.time < 900).map((mark) => mark.time - mark.x);
    return late.reduce((sum, one) => sum + one, 0) / late.length;
  };
  expect(Math.abs(lag(rate) / lag(480) - 1)).toBeLessThan(0.15);
});
