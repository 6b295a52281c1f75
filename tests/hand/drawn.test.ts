import { drawnHand, handOf } from "@core/hand/drawn";
import { slowSwell } from "@core/hand/simulate";
import fc from "fast-check";
import { expect, test } from "vitest";

const place = fc.record({ x: fc.integer({ min: -900, max: 900 }), y: fc.integer({ min: -900, max: 900 }) });
const strokes = fc.array(fc.array(place, { minLength: 1, maxLength: 12 }), { minLength: 1, maxLength: 4 });
const room = { left: 12, top: 30, width: 300, height: 80 };
const hand = (drawn: readonly (readonly { x: number; y: number }[])[]) => ({
  name: "own",
  strokes: drawn.map((stroke) => stroke.map((at, n) => ({ ...at, time: n * 8, pressure: 0.4 }))),
});

test("lies within the room, in its middle, not stretched; times and pressure stay", () => {
  fc.assert(
    fc.property(strokes, (drawn) => {
      const all = drawn.flat();
      const laid = drawnHand(hand(drawn))(room).strokes.flat();
      const span = (values: readonly number[]) => [Math.min(...values), Math.max(...values)];
      const [x, y] = [span(laid.map((one) => one.x)), span(laid.map((one) => one.y))];
      const [fromX, fromY] = [span(all.map((one) => one.x)), span(all.map((one) => one.y))];
      expect(x[0]).toBeGreaterThanOrEqual(room.left - 1e-6);
      expect(x[1]).toBeLessThanOrEqual(room.left + room.width + 1e-6);
      expect(y[0]).toBeGreaterThanOrEqual(room.top - 1e-6);
      expect(y[1]).toBeLessThanOrEqual(room.top + room.height + 1e-6);
      expect((x[0] + x[1]) / 2).toBeCloseTo(room.left + room.width / 2, 6);
      expect((y[0] + y[1]) / 2).toBeCloseTo(room.top + room.height / 2, 6);
      expect((x[1] - x[0]) * (fromY[1] - fromY[0])).toBeCloseTo((y[1] - y[0]) * (fromX[1] - fromX[0]), 4);
      expect(laid.map(({ time }) => time)).toEqual(drawn.flatMap((stroke) => stroke.map((_, n) => n * 8)));
      expect(laid.every(({ pressure }) => pressure === 0.4)).toBe(true);
    }),
  );
});

test("where and how large it was drawn does not matter", () => {
  fc.assert(
    fc.property(strokes, place, fc.integer({ min: 2, max: 5 }), (drawn, by, times) => {
      const [xs, ys] = [drawn.flat().map(({ x }) => x), drawn.flat().map(({ y }) => y)];
      fc.pre(Math.max(...xs) - Math.min(...xs) > 1 && Math.max(...ys) - Math.min(...ys) > 1);
      const moved = drawn.map((stroke) => stroke.map(({ x, y }) => ({ x: x * times + by.x, y: y * times + by.y })));
      const [a, b] = [drawn, moved].map((one) => drawnHand(hand(one))(room).strokes.flat());
      a.forEach((sample, n) => {
        expect(b[n].x).toBeCloseTo(sample.x, 6);
        expect(b[n].y).toBeCloseTo(sample.y, 6);
      });
    }),
  );
});

test("a name is the simulated hand of that name", () => {
  expect(handOf("slow-swell")).toBe(slowSwell);
});
