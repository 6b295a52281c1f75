import fc from "fast-check";
import { expect, test } from "vitest";
import { bestOf, bestOfTurns, percentile } from "../../perf/timing";

test("works take turns, each after what is put in order for it, and once more to warm up", () => {
  const said: string[] = [];
  const times = bestOfTurns(2, [
    { before: () => said.push("order a"), run: () => said.push("a") },
    { run: () => said.push("b") },
  ]);
  expect(said).toEqual(["order a", "a", "b", "order a", "a", "b", "order a", "a", "b"]);
  expect(times).toHaveLength(2);
  for (const ms of times) expect(ms).toBeGreaterThanOrEqual(0);
});

test("what is put in order before is not timed, and the best of several counts", () => {
  const wait = (ms: number) => {
    const until = performance.now() + ms;
    while (performance.now() < until);
  };
  let turn = 0;
  const [ordered] = bestOfTurns(2, [{ before: () => wait(40), run: () => undefined }]);
  expect(ordered).toBeLessThan(35);
  const best = bestOf(3, () => wait(turn++ === 2 ? 0 : 40));
  expect(best).toBeLessThan(35);
});

test("a percentile is one of the numbers, and so many are not larger", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ noNaN: true }), { minLength: 1 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (values, share) => {
        const found = percentile(values, share);
        expect(values).toContain(found);
        expect(values.filter((v) => v <= found).length).toBeGreaterThanOrEqual(
          Math.min(values.length, Math.floor(values.length * share)),
        );
      },
    ),
  );
});
