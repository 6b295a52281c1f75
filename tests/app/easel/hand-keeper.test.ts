import type { Act, StrokeHead } from "@core/study/act";
import { expect, test } from "vitest";
import { HandKeeper } from "~/easel/keeping/hand-keeper";
import { lineSamples } from "../../helpers";

const head = (at: number): StrokeHead => ({
  kind: "stroke",
  at,
  layer: 1,
  part: "paint",
  brush: "a".repeat(64),
  values: {},
  use: "paint",
  colour: "#112233",
  second: "#445566",
  seed: at,
});

/** A hand whose clock is set, and what is kept of it: the beginning of each stroke and its readings, by its place. */
function hand() {
  const kept = new Map<number, readonly [number, number]>();
  const clock = { now: 0 };
  const keeper = new HandKeeper(
    {
      hand: (place: number, act: Act | undefined) => {
        if (act?.kind === "stroke") kept.set(place, [act.at, act.trace.x.length]);
        else for (const one of [...kept.keys()]) if (one >= place) kept.delete(one);
      },
    },
    () => clock.now,
  );
  return { keeper, kept, clock };
}

const readings = lineSamples(0, 0, 90, 0, 10);

test("a stroke under way is kept as far as it was half a second ago, and whole when the pen leaves", () => {
  const { keeper, kept, clock } = hand();
  keeper.down(head(1));
  keeper.move(readings);
  expect([...kept]).toEqual([]);
  clock.now = 500;
  keeper.move(readings);
  expect([...kept]).toEqual([[0, [1, 20]]]);
  clock.now = 999;
  keeper.move(readings);
  expect([...kept], "not yet again").toEqual([[0, [1, 20]]]);
  keeper.up();
  expect([...kept]).toEqual([[0, [1, 30]]]);
});

test("strokes that the engine has not finished lie behind one another, and move up as it does", () => {
  const { keeper, kept } = hand();
  for (const at of [1, 2, 3]) {
    keeper.down(head(at));
    keeper.move(readings);
    keeper.up();
  }
  expect([...kept.values()].map(([at]) => at)).toEqual([1, 2, 3]);
  // The first is in the log: what follows is counted from after it. The second was none.
  keeper.entered();
  kept.clear();
  keeper.none();
  expect([...kept]).toEqual([[0, [3, 10]]]);
  keeper.none();
  expect([...kept]).toEqual([]);
});

test("what was none leaves nothing, nor does what is begun twice", () => {
  const { keeper, kept } = hand();
  keeper.down(head(1));
  keeper.down(head(2));
  keeper.move(readings);
  keeper.flush();
  expect([...kept.values()]).toEqual([[1, 10]]);
  keeper.none();
  keeper.move(readings);
  keeper.up();
  keeper.flush();
  expect([...kept]).toEqual([]);
});
