import type { Measured } from "@core/measure/measured";
import { expect, test } from "vitest";
import { measureWords } from "~/measuring/measure-words";

const measured = { width: 12.34, coverage: 0.05, edge: 0.2, texture: 0, passes: 3 } as Measured;

test("a brush is told by its width, cover, edge, texture and passes, with bars no longer than full", () => {
  const words = measureWords(measured);
  expect(words.map(({ says, name }) => `${says} ${name}`)).toEqual([
    "12 px wide",
    "5.0 % cover",
    "20 % edge",
    "0 % texture",
    "3 passes",
  ]);
  for (const { share } of measureWords({ ...measured, width: 4000, coverage: 1, edge: 3, texture: 9, passes: 20 })) {
    expect(share).toBeGreaterThanOrEqual(0);
    expect(share).toBeLessThanOrEqual(1);
  }
});

test("of one that shows nothing on bare paper that alone is told, and no row of noughts", () => {
  const words = measureWords({ ...measured, width: 0, coverage: 0, edge: 0, passes: null });
  expect(words.map(({ says, name }) => `${says} ${name}`)).toEqual(["nothing alone"]);
});
