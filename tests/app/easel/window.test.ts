import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { Halves } from "~/easel/window/halves";
import {
  type Framing,
  fitted,
  LEAST_ZOOM,
  MOST_ZOOM,
  panned,
  toPicture,
  toWindow,
  zoomed,
} from "~/paper/window/framing";
import { onPicture } from "~/paper/window/pen-on-picture";

const anyFraming: fc.Arbitrary<Framing> = fc.record({
  width: fc.integer({ min: 100, max: 3000 }),
  height: fc.integer({ min: 100, max: 2000 }),
  x: fc.double({ min: -500, max: 4500, noNaN: true }),
  y: fc.double({ min: -500, max: 3500, noNaN: true }),
  zoom: fc.double({ min: LEAST_ZOOM, max: MOST_ZOOM, noNaN: true }),
  turn: fc.double({ min: -180, max: 180, noNaN: true }),
  mirrored: fc.boolean(),
});
const anyPlace = fc.record({
  x: fc.double({ min: -900, max: 3900, noNaN: true }),
  y: fc.double({ min: -900, max: 2900, noNaN: true }),
});
const near = (a: { x: number; y: number }, b: { x: number; y: number }, within = 1e-5) =>
  expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(within);

test("from the window to the picture and back is the same place", () => {
  fc.assert(
    fc.property(anyFraming, anyPlace, (framing, place) => {
      near(toWindow(framing, toPicture(framing, place)), place);
    }),
  );
});

test("what one looks at nearer or farther stays where it is, and what is moved goes along with the hand", () => {
  fc.assert(
    fc.property(anyFraming, anyPlace, fc.double({ min: 0.2, max: 5, noNaN: true }), (framing, place, factor) => {
      const still = toPicture(framing, place);
      near(toWindow(zoomed(framing, factor, place), still), place, 1e-3);
      near(toWindow(panned(framing, 30, -20), still), { x: place.x + 30, y: place.y - 20 });
    }),
  );
});

test("all of a picture is in its window", () => {
  fc.assert(
    fc.property(
      anyFraming,
      fc.integer({ min: 16, max: 4000 }),
      fc.integer({ min: 16, max: 3000 }),
      (framing, width, height) => {
        const whole = fitted(framing, { width, height });
        for (const corner of [
          { x: 0, y: 0 },
          { x: width, y: height },
        ]) {
          const { x, y } = toWindow(whole, corner);
          if (whole.zoom === LEAST_ZOOM) return;
          expect(x).toBeGreaterThanOrEqual(0);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(framing.width);
          expect(y).toBeLessThanOrEqual(framing.height);
        }
      },
    ),
  );
});

describe("a pen on a picture that is turned or mirrored", () => {
  test("leans on the picture as it leans over the window", () => {
    fc.assert(
      fc.property(anyFraming, fc.double({ min: 0, max: 359, noNaN: true }), (framing, lean) => {
        const at = { x: framing.width / 2, y: framing.height / 2, time: 0, lean, tilt: 0.5 };
        const there = onPicture(framing, at);
        // A step along the lean, in the window and on the picture: counter-clockwise from the right, y downward.
        const step = (degrees: number) => ({
          x: Math.cos((degrees * Math.PI) / 180),
          y: -Math.sin((degrees * Math.PI) / 180),
        });
        const { x, y } = step(there.lean ?? 0);
        const seen = toWindow(framing, { x: there.x + x / framing.zoom, y: there.y + y / framing.zoom });
        near(seen, { x: at.x + step(lean).x, y: at.y + step(lean).y }, 1e-6);
      }),
    );
  });
});

test("a halved picture is the mean of four px, wherever a part was refreshed", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 40 }),
      fc.integer({ min: 3, max: 40 }),
      fc.integer(),
      (width, height, seed) => {
        const data = new Uint8ClampedArray(width * height * 4).map((_, i) => ((i * 2654435761 + seed) >>> 7) & 255);
        const whole = { width, height, stride: width, data };
        const once = new Halves(width, height);
        once.refresh(whole, { left: 0, top: 0, right: width, bottom: height });
        const half = once.at(1);
        const px = (x: number, y: number) => data[(Math.min(height - 1, y) * width + Math.min(width - 1, x)) * 4];
        for (let y = 0; y < half.height; y++)
          for (let x = 0; x < half.width; x++)
            expect(half.data[(y * half.stride + x) * 4]).toBe(
              (px(2 * x, 2 * y) + px(2 * x + 1, 2 * y) + px(2 * x, 2 * y + 1) + px(2 * x + 1, 2 * y + 1) + 2) >> 2,
            );
        const inParts = new Halves(width, height);
        const [mx, my] = [Math.floor(width / 2), Math.floor(height / 3)];
        for (const area of [
          { left: 0, top: 0, right: mx, bottom: my },
          { left: mx, top: 0, right: width, bottom: my },
          { left: 0, top: my, right: width, bottom: height },
        ])
          inParts.refresh(whole, area);
        for (const level of [1, 2, 3]) expect(inParts.at(level).data).toEqual(once.at(level).data);
      },
    ),
  );
});
