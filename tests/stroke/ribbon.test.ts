import type { Picture } from "@core/picture/picture";
import { renderHand } from "@core/stroke/render";
import { expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const WIDTH = 500;
const HEIGHT = 260;

/** A picture of upright bands: each px column one of the given greys, opaque. */
function bands(greys: readonly number[], height = 20): Picture {
  const data = new Uint8Array(greys.length * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < greys.length; x++) data.set([greys[x], greys[x], greys[x], 255], (y * greys.length + x) * 4);
  return { width: greys.length, height, channels: 4, data, full: 255 };
}

const pictures = new Map([
  ["tips/body.png", bands(Array.from({ length: 40 }, (_, x) => (x < 20 ? 60 : 180)))],
  ["tips/head.png", bands(Array.from({ length: 30 }, () => 10))],
  ["tips/tail.png", bands(Array.from({ length: 30 }, () => 240))],
]);

function laid(
  shape: object,
  strokes = [lineSamples(50, 100, 450, 100, 60)],
  size = 20,
): (x: number, y: number) => [grey: number, alpha: number] {
  const brush = brushOf({
    tip: {
      shape: { kind: "image", laid: "bent", colour: "own", pictures: [{ file: "tips/body.png" }], ...shape },
      size,
    },
    trail: { spacing: 0.2 },
  });
  const pixels = renderHand({
    brush,
    strokes,
    width: WIDTH,
    height: HEIGHT,
    ink: { colour: [0, 0, 0], second: [1, 1, 1] },
    paper: null,
    seed: 1,
    pictures,
  });
  return (x, y) => [pixels[(y * WIDTH + x) * 4], pixels[(y * WIDTH + x) * 4 + 3]];
}

test("a bent picture is repeated at its own proportions, as wide as the brush, and covers evenly", () => {
  const at = laid({});
  // 40 px of picture for 20 px of width: 20 dark, 20 light, and again.
  for (const [x, grey] of [
    [60, 60],
    [80, 180],
    [100, 60],
    [300, 60],
    [320, 180],
  ])
    expect(Math.abs(at(x, 100)[0] - grey)).toBeLessThanOrEqual(3);
  for (let x = 54; x < 446; x++) expect(at(x, 100)[1]).toBeGreaterThan(250);
  expect(at(200, 92)[1]).toBeGreaterThan(250);
  expect(at(200, 88)[1]).toBe(0);
});

test("begins and ends with pieces of its own, though the end is only known at pen-up", () => {
  const at = laid({ start: "tips/head.png", end: "tips/tail.png", pictures: [{ file: "tips/body.png" }] });
  expect(at(60, 100)[0]).toBeLessThan(14);
  expect(at(77, 100)[0]).toBeLessThan(14);
  expect(Math.abs(at(90, 100)[0] - 60)).toBeLessThanOrEqual(3);
  expect(at(440, 100)[0]).toBeGreaterThan(236);
  expect(at(425, 100)[0]).toBeGreaterThan(236);
  expect(at(410, 100)[0]).toBeLessThan(200);
});

test("bends with the path: on a circle it has its width everywhere and no gaps", () => {
  const circle = Array.from({ length: 200 }, (_, i) => ({
    x: 250 + 80 * Math.cos((i / 199) * 6.2),
    y: 130 + 80 * Math.sin((i / 199) * 6.2),
    time: i * 8,
    pressure: 1,
  }));
  const at = laid({}, [circle], 30);
  for (let turn = 0.05; turn < 6.08; turn += 0.02) {
    const on = (radius: number) =>
      at(Math.floor(250 + radius * Math.cos(turn)), Math.floor(130 + radius * Math.sin(turn)))[1];
    expect(on(80)).toBeGreaterThan(250);
    expect(on(92)).toBeGreaterThan(200);
    expect(on(68)).toBeGreaterThan(200);
    expect(on(98)).toBe(0);
    expect(on(62)).toBe(0);
  }
});

test("a tap is one picture, and a colour of the stroke's is taken where the picture has none", () => {
  const tap = laid({}, [[{ x: 250, y: 100, time: 0, pressure: 1 }]]);
  expect(tap(235, 100)[1]).toBeGreaterThan(250);
  expect(tap(268, 100)[1]).toBeGreaterThan(250);
  expect(tap(225, 100)[1]).toBe(0);
  const inked = laid({ colour: "ink" });
  expect(inked(80, 100)).toEqual([0, 255]);
});
