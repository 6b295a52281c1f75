import { brushText, parseBrush } from "@core/brush";
import { qualityNames, qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";
import { curveSchema } from "@core/response/model";
import fc from "fast-check";
import { expect, test } from "vitest";
import { addPoint, movePoint, removePoint } from "~/bench/responses/curve-editor";
import { type Command, isChanged, openBench, reduce } from "~/bench/state/bench-state";
import {
  addResponse,
  changeResponse,
  describe,
  markSaved,
  qualityValue,
  removeResponse,
  rename,
  setBuild,
  setQuality,
  takeNewest,
} from "~/bench/state/commands";
import { redo, seal, undo } from "~/bench/state/steps";
import { readValue } from "~/ui/settings/units";
import { brushOf } from "../../helpers";

const run = (commands: readonly Command[], state = openBench(brushOf(), 1)) => commands.reduce(reduce, state);

const anyCommand: fc.Arbitrary<Command> = fc.oneof(
  fc
    .tuple(fc.constantFrom(...qualityNames), fc.double({ min: -5, max: 2500, noNaN: true }))
    .map(([name, value]) => setQuality(name, value)),
  fc.constantFrom(
    setBuild("even"),
    setBuild("build-up"),
    seal,
    addResponse("size", "pressure"),
    addResponse("hue", "chance"),
    changeResponse(0, { low: 0.5 }),
    removeResponse(0),
    rename("other"),
  ),
);

test("undoing everything brings the first brush back, redoing everything the last", () => {
  fc.assert(
    fc.property(fc.array(anyCommand, { maxLength: 25 }), (commands) => {
      const start = openBench(brushOf(), 1);
      const after = run(commands, start);
      const back = run(new Array(30).fill(undo), after);
      expect(back.brush).toEqual(start.brush);
      expect(run(new Array(30).fill(redo), back).brush).toEqual(after.brush);
    }),
  );
});

test("a drag is one step, and the next drag another", () => {
  const drag = [10, 20, 30].map((v) => setQuality("size", v));
  const state = run([...drag, seal, setQuality("size", 50)]);
  expect(state.history.done).toHaveLength(2);
  expect(qualityValue(run([undo], state).brush, "size")).toBe(30);
  expect(run([undo, undo], state).brush.tip.size).toBe(40);
});

test("values are kept in their range and nonsense changes nothing", () => {
  expect(run([setQuality("size", 9999)]).brush.tip.size).toBe(2000);
  const state = openBench(brushOf(), 1);
  expect(reduce(state, setQuality("size", Number.NaN))).toBe(state);
  expect(reduce(state, undo)).toBe(state);
  expect(reduce(state, changeResponse(3, { low: 1 }))).toBe(state);
});

test("a response's curve that is not valid is refused", () => {
  const state = run([addResponse("size", "pressure")]);
  expect(
    reduce(
      state,
      changeResponse(0, {
        curve: [
          [0, 0],
          [0.5, 2],
          [1, 1],
        ],
      }),
    ),
  ).toBe(state);
});

test("saved and changed are told apart, and a newer version can be undone from", () => {
  const state = run([setQuality("flow", 0.5)]);
  expect(isChanged(state)).toBe(true);
  expect(isChanged(reduce(state, markSaved(state.brush, 2)))).toBe(false);
  expect(isChanged(run([undo], state))).toBe(false);
  const taken = reduce(state, takeNewest(brushOf({ name: "theirs" }), 5));
  expect(taken.brush.name).toBe("theirs");
  expect(reduce(taken, undo).brush.paint.flow).toBe(0.5);
});

test("values are read as painters write them", () => {
  expect(readValue("50%", "share")).toBe(0.5);
  expect(readValue("0.5", "share")).toBe(0.5);
  expect(readValue(" 50 ", "share")).toBe(0.5);
  expect(readValue("0,5", "share")).toBe(0.5);
  expect(readValue("12 px", "px")).toBe(12);
  expect(readValue("−18°", "degrees")).toBe(-18);
  for (const bad of ["", "a lot", "1 2", "--3"]) expect(readValue(bad, "px")).toBeUndefined();
});

test("every quality's written value reads back near itself", () => {
  fc.assert(
    fc.property(fc.constantFrom(...qualityNames), fc.double({ min: 0, max: 1, noNaN: true }), (name, t) => {
      const { low, high, unit } = qualityRow(name);
      const value = low + t * (high - low);
      // A spacing of 250 % and more is written with its sign, so it is read as one.
      const read = readValue(writeValue(value, unit), unit);
      const coarse = unit === "share" || unit === "shift" ? 0.0051 : unit === "ms" ? 510 : 0.51;
      expect(Math.abs((read ?? Number.NaN) - value)).toBeLessThanOrEqual(coarse);
    }),
  );
});

test("moving, adding and removing points keeps a curve valid", () => {
  const wild = fc.double({ min: -2, max: 3, noNaN: true });
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(15), wild, wild, fc.nat(2)), { maxLength: 30 }), (moves) => {
      let curve = brushOf({ responses: [{ quality: "size", source: "pressure" }] }).responses[0].curve;
      for (const [i, x, y, what] of moves) {
        const at = i % curve.length;
        curve =
          what === 0
            ? movePoint(curve, at, x, y)
            : what === 1
              ? addPoint(curve, Math.min(1, Math.max(0, x)))
              : removePoint(curve, at);
        expect(curveSchema.safeParse(curve).success).toBe(true);
      }
    }),
  );
});

test("what a brush is for: a sentence and tags, of which empty ones, doubles and too many fall away", () => {
  const first = openBench(brushOf({}), 1);
  const said = reduce(
    reduce(first, describe({ notes: "For script on smooth boards" })),
    describe({ tags: [" letters", "gold ", "", "letters", ...Array.from({ length: 20 }, (_, i) => `t${i}`)] }),
  );
  expect(said.brush.notes).toBe("For script on smooth boards");
  expect(said.brush.tags?.slice(0, 3)).toEqual(["letters", "gold", "t0"]);
  expect(said.brush.tags).toHaveLength(12);
  expect(parseBrush(JSON.parse(brushText(said.brush)))).toEqual(said.brush);
  // Without tags a brush is the text it was before there were any.
  expect(reduce(said, describe({ tags: [] })).brush).not.toHaveProperty("tags");
  expect(brushText(first.brush)).not.toContain("tags");
});
