import type { Sample } from "@core/hand/sample";
import { listMarks } from "@core/stroke/make-marks";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const drive = (source: string, more: object = {}) =>
  brushOf({ tip: { size: 20 }, trail: { spacing: 1 }, responses: [{ quality: "flow", source, ...more }] });
const flows = (brush: ReturnType<typeof brushOf>, samples: readonly Sample[]) =>
  listMarks(brush, samples, 1).map((m) => m.flow);

describe("each source", () => {
  const line = lineSamples(0, 0, 400, 0, 41, 0.5);

  test("pressure, tilt, lean and twist follow the pen between samples", () => {
    const ramp = line.map((s, i) => ({
      ...s,
      pressure: i / 40,
      tilt: i / 40,
      lean: (i / 40) * 350,
      twist: (i / 40) * 350,
    }));
    for (const source of ["pressure", "tilt"])
      for (const mark of listMarks(drive(source), ramp, 1)) expect(mark.flow).toBeCloseTo(mark.distance / 400, 6);
    for (const source of ["lean", "twist"]) {
      const along = flows(drive(source, { low: 0.5 }), ramp);
      expect(along[0]).toBeCloseTo(0.5, 6);
      expect(along[along.length - 1]).toBeCloseTo(0.5 + 0.5 * (350 / 360), 1);
    }
  });

  test("lean and twist take the shorter way past 0°", () => {
    const across = [
      { x: 0, y: 0, time: 0, lean: 350, twist: 350 },
      { x: 400, y: 0, time: 80, lean: 10, twist: 10 },
    ];
    for (const mark of listMarks(drive("twist", { low: 0.5 }), across, 1))
      expect(Math.abs((mark.flow - 0.5) * 720 - 180)).toBeGreaterThan(169);
  });

  test("speed is the share of the brush's full speed", () => {
    const brush = brushOf({
      tip: { size: 20 },
      trail: { spacing: 1, fullSpeed: 2.5 },
      responses: [{ quality: "flow", source: "speed" }],
    });
    const even = flows(brush, line).slice(3);
    for (const flow of even) expect(flow).toBeCloseTo(10 / 8 / 2.5, 3);
  });

  test("heading is counter-clockwise from the right as seen on screen", () => {
    const heading = (x: number, y: number) =>
      listMarks(brushOf({ trail: { spacing: 1 } }), lineSamples(200, 200, 200 + x, 200 + y), 1)[2].heading;
    expect(heading(100, 0)).toBeCloseTo(0, 6);
    expect(heading(0, -100)).toBeCloseTo(90, 6);
    expect(heading(-100, 0)).toBeCloseTo(180, 6);
    expect(heading(0, 100)).toBeCloseTo(270, 6);
  });

  test("distance and time reach 1 after what the response says, and stay", () => {
    const far = listMarks(drive("distance", { over: 200, low: 0.5 }), line, 1);
    for (const mark of far) expect(mark.flow).toBeCloseTo(0.5 + 0.5 * Math.min(1, mark.distance / 200), 9);
    const long = listMarks(drive("time", { over: 100, low: 0.5 }), line, 1);
    for (const mark of long) expect(mark.flow).toBeCloseTo(0.5 + 0.5 * Math.min(1, mark.time / 100), 9);
    expect(long[long.length - 1].flow).toBe(1);
  });

  test("stroke chance is one number a stroke, drift changes slowly, chance at every mark", () => {
    const brush = (source: string) =>
      brushOf({
        tip: { size: 20 },
        trail: { spacing: 0.1 },
        responses: [{ quality: "flow", source, low: 0.5, period: 5 }],
      });
    const change = (source: string) => {
      const all = flows(brush(source), lineSamples(0, 0, 2000, 0, 100));
      return Math.max(...all.slice(1).map((flow, i) => Math.abs(flow - all[i])));
    };
    expect(change("strokeChance")).toBe(0);
    expect(change("drift")).toBeLessThan(0.03);
    expect(change("chance")).toBeGreaterThan(0.3);
  });
});

test("several responses multiply on what multiplies and add on what adds", () => {
  const half = { source: "pressure", low: 0.5, high: 0.5 };
  const marks = listMarks(
    brushOf({
      tip: { size: 40, angle: 10 },
      responses: [
        { quality: "size", ...half },
        { quality: "size", ...half },
        { quality: "angle", source: "pressure", low: 30, high: 30 },
        { quality: "angle", source: "tilt", low: 5, high: 5 },
      ],
    }),
    lineSamples(0, 0, 50, 0),
    1,
  );
  expect(marks[0].size).toBe(10);
  expect(marks[0].angle).toBe(45);
});

test("qualities stay in their range whatever drives them", () => {
  const wild = listMarks(
    brushOf({
      tip: { size: 1500 },
      responses: [
        { quality: "size", source: "pressure", low: 9, high: 9 },
        { quality: "flow", source: "pressure", low: 5, high: 5 },
        { quality: "roundness", source: "pressure", low: 0, high: 0 },
      ],
    }),
    lineSamples(0, 0, 50, 0),
    1,
  );
  expect([wild[0].size, wild[0].flow, wild[0].roundness]).toEqual([2000, 1, 0.01]);
});

test("a muted response does nothing, to marks and to paint", () => {
  const response = { quality: "size", source: "pressure", low: 0.1 } as const;
  const muted = brushOf({ tip: { size: 30 }, responses: [{ ...response, muted: true }] });
  const line = lineSamples(0, 0, 100, 0, 20, 0.5);
  expect(listMarks(muted, line, 1)).toEqual(listMarks(brushOf({ tip: { size: 30 } }), line, 1));
  expect(listMarks(brushOf({ tip: { size: 30 }, responses: [response] }), line, 1)[3].size).toBeCloseTo(30 * 0.55, 9);
});
