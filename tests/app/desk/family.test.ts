import { planeOf } from "@core/desk/plane";
import type { TipSheet } from "@core/desk/tip/sheet";
import { expect, test } from "vitest";
import { change, newMember, travel } from "~/desk/tip/family";
import { closedBecause, firstLayers, newOwnLayer } from "~/engine/own-layers";

const sheet = (value: number): TipSheet => ({ strength: planeOf(2, 2, () => value) });
/** A sheet that says it is as large as that. */
const large = (bytes: number): TipSheet => ({
  strength: { width: 1, height: 1, data: { byteLength: bytes } as Float32Array<ArrayBuffer> },
});

test("what was done to a tip is taken back and done again, step by step, until something else is done", () => {
  const member = newMember("tip", sheet(0));
  for (const [n, name] of ["blur", "grow", "stroke"].entries()) change(member, sheet((n + 1) / 4), name);
  travel(member, "undo");
  travel(member, "undo");
  expect([member.sheet.strength.data[0], member.undo.at(-1)?.step, member.redo.at(-1)?.step]).toEqual([
    0.25,
    "blur",
    "grow",
  ]);
  travel(member, "redo");
  expect([member.sheet.strength.data[0], member.undo.at(-1)?.step, member.redo.at(-1)?.step]).toEqual([
    0.5,
    "grow",
    "stroke",
  ]);
  change(member, sheet(1), "invert");
  expect(member.redo).toEqual([]);
  for (let n = 0; n < 9; n++) travel(member, "undo");
  expect(member.sheet.strength.data[0], "not beyond the beginning").toBe(0);
});

test("old steps are forgotten when all together take more than 400 MB", () => {
  const member = newMember("tip", large(100 << 20));
  for (let n = 0; n < 8; n++) change(member, large((100 << 20) + n), "step");
  expect(member.undo.length).toBeLessThanOrEqual(4);
  expect(member.undo.at(-1)?.sheet.strength.data.byteLength, "the newest is there").toBe((100 << 20) + 6);
});

test("a layer that is locked, hidden or gone takes no strokes, and says why", () => {
  expect(closedBecause(firstLayers)).toBeUndefined();
  const [layer] = firstLayers.layers;
  expect(closedBecause({ ...firstLayers, layers: [{ ...layer, locked: true }] })).toBe("layer 1 is locked");
  expect(closedBecause({ ...firstLayers, layers: [{ ...layer, visible: false }] })).toBe("layer 1 is hidden");
  expect(closedBecause({ ...firstLayers, layers: [newOwnLayer(2)] })).toBe("no layer is chosen");
});
