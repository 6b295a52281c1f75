import { expect, test } from "vitest";
import { keptView, usualView } from "~/bench/state/view-settings";

test("settings that were kept come back", () => {
  const view = { ...usualView, grain: "paper" as const };
  expect(keptView(() => JSON.stringify(view))).toEqual(view);
});

test.each([
  ["nothing", null],
  ["half a text", '{"colours":{"pap'],
  ["an empty text", ""],
  ["a number", "12"],
  ["another shape", '{"zoom":3}'],
  ["a grain that there is not", JSON.stringify({ ...usualView, grain: "moss" })],
])("%s is forgotten", (_, text) => {
  expect(keptView(() => text)).toBeUndefined();
});

test("a browser that forbids reading has kept nothing", () => {
  const forbids = () => {
    throw new DOMException("denied", "SecurityError");
  };
  expect(keptView(forbids)).toBeUndefined();
});
