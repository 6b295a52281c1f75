import { CAPTIONS_TOP, proofsOn } from "@core/hand/proof";
import { crossings, dots, flicks, lightToHeavy, slowSwell, wave } from "@core/hand/simulate";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const room = { left: 100, top: 50, width: 400, height: 120 };

describe.each(Object.entries({ slowSwell, flicks, crossings, wave, lightToHeavy, dots }))(
  "the simulated hand %s",
  (_, simulate) => {
    const { name, strokes } = simulate(room);

    test("stays in its room, with time that grows and pressure within 0…1", () => {
      expect(name).not.toBe("");
      for (const stroke of strokes) {
        stroke.forEach((s, i) => {
          expect(s.x).toBeGreaterThanOrEqual(room.left);
          expect(s.x).toBeLessThanOrEqual(room.left + room.width);
          expect(s.y).toBeGreaterThanOrEqual(room.top - 1);
          expect(s.y).toBeLessThanOrEqual(room.top + room.height + 1);
          expect(s.pressure).toBeGreaterThan(0);
          expect(s.pressure).toBeLessThanOrEqual(1);
          if (i > 0) expect(s.time).toBeGreaterThan(stroke[i - 1].time);
        });
      }
    });

    test("is the same every time", () => {
      expect(simulate(room).strokes).toEqual(strokes);
    });
  },
);

test("light to heavy goes from nearly nothing to full, and the swell leaves as it came", () => {
  const pressures = lightToHeavy(room).strokes[0].map((s) => s.pressure ?? 0);
  expect([pressures[0], pressures[pressures.length - 1]]).toEqual([0.02, 1]);
  const swell = slowSwell(room).strokes[0].map((s) => s.pressure ?? 0);
  expect(Math.max(...swell)).toBeGreaterThan(0.9);
  expect(Math.max(swell[0], swell[swell.length - 1])).toBeLessThan(0.1);
});

test.each([
  [360, 500],
  [900, 420],
  [1246, 470],
  [2520, 900],
])("proofs on a paper of %s×%s px lie on it and beside one another", (width, height) => {
  const proofs = proofsOn(width, height);
  expect(proofs.length).toBeGreaterThanOrEqual(2);
  const small = proofs.slice(1);
  for (const { room: r } of proofs) {
    expect(r.left).toBeGreaterThanOrEqual(0);
    expect(r.left + r.width).toBeLessThanOrEqual(width);
    expect(r.top + r.height).toBeLessThanOrEqual(height);
  }
  for (let i = 1; i < small.length; i++)
    expect(small[i].room.left).toBeGreaterThan(small[i - 1].room.left + small[i - 1].room.width);
  expect(proofs[0].room.top + proofs[0].room.height).toBeLessThan(small[0].room.top);
});

test("a brush that is too large for a proof’s room is drawn smaller there, and the name says so", () => {
  const plain = proofsOn(1246, 304);
  expect(proofsOn(1246, 304, undefined, undefined, 50).map(({ label }) => label)).toEqual(
    plain.map(({ label }) => label),
  );
  const large = proofsOn(1246, 304, undefined, undefined, 400);
  for (const [n, { scale, label, bed }] of large.entries()) {
    expect(scale * 400).toBeLessThanOrEqual(bed.height);
    expect(label).toMatch(new RegExp(`^${plain[n].label}, at \\d+ % of its size$`));
  }
});

test("with a brush of any size strokes keep clear of the tools above, of one another’s rows and of their names", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 600, max: 3000 }),
      fc.integer({ min: 256, max: 1600 }),
      fc.double({ min: 0.5, max: 2000, noNaN: true }),
      (width, height, size) => {
        const [main, ...small] = proofsOn(width, height, undefined, undefined, size);
        const reach = (proof: typeof main) => {
          const ys = proof.strokes.flat().map(({ y }) => y);
          const half = (size * proof.scale) / 2;
          return [Math.min(...ys) - half, Math.max(...ys) + half];
        };
        const [top, bottom] = reach(main);
        expect(top).toBeGreaterThanOrEqual(0.13 * height);
        for (const proof of small) {
          const [above, below] = reach(proof);
          expect(above).toBeGreaterThan(bottom);
          expect(below).toBeLessThanOrEqual(CAPTIONS_TOP * height);
        }
      },
    ),
  );
});
