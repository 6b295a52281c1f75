import { planeOf } from "@core/desk/plane";
import type { TipSheet } from "@core/desk/tip/sheet";
import { MOST_PICTURES } from "@core/tip/shape/shape";
import { describe, expect, test } from "vitest";
import { changed, MOST_ASIDE, newMember, TipFamily, travelled } from "~/desk/tip/family";

const sheet = (value: number): TipSheet => ({ strength: planeOf(2, 2, () => value) });
/** A sheet that says it is as large as that. */
const large = (bytes: number): TipSheet => ({
  strength: { width: 1, height: 1, data: { byteLength: bytes } as Float32Array<ArrayBuffer> },
});

describe("what was done to a tip", () => {
  test("is taken back and done again, step by step, until something else is done", () => {
    const names = ["blur", "grow", "stroke"];
    let member = names.reduce((now, name, n) => changed(now, sheet((n + 1) / 4), name), newMember("tip", sheet(0)));
    const says = () => [
      member.sheet.strength.data[0],
      member.history.done.at(-1)?.label,
      member.history.undone[0]?.label,
    ];
    member = travelled(travelled(member, "undo"), "undo");
    expect(says()).toEqual([0.25, "blur", "grow"]);
    member = travelled(member, "redo");
    expect(says()).toEqual([0.5, "grow", "stroke"]);
    member = changed(member, sheet(1), "invert");
    expect(member.history.undone).toEqual([]);
    for (let n = 0; n < 9; n++) member = travelled(member, "undo");
    expect(member.sheet.strength.data[0], "not beyond the beginning").toBe(0);
  });

  test("is forgotten, the oldest first, when all together takes more than 400 MB", () => {
    let member = newMember("tip", large(100 << 20));
    for (let n = 0; n < 8; n++) member = changed(member, large((100 << 20) + n), "step");
    expect(member.history.done.length).toBeLessThanOrEqual(4);
    expect(member.history.done.at(-1)?.step.before.strength.data.byteLength, "the newest is there").toBe(
      (100 << 20) + 6,
    );
  });
});

describe("a family of tips", () => {
  const members = (...names: string[]) => names.map((name, n) => newMember(name, sheet((n + 1) / 10)));
  const names = (family: TipFamily) => family.members.map(({ name }) => name);

  test("what is put on the desk is chosen, alone or beside what is there", () => {
    const family = new TipFamily();
    family.put(members("a"), "alone");
    family.put(members("b", "c"), "beside");
    expect([names(family), family.chosen?.name]).toEqual([["a", "b", "c"], "b"]);
    family.put(members("d"), "alone");
    expect([names(family), family.chosenPlace]).toEqual([["d"], 0]);
  });

  test("has no more tips than a brush can have pictures, and is as it was when more are put", () => {
    const family = new TipFamily();
    family.put(members(...Array.from({ length: MOST_PICTURES }, (_, n) => `${n}`)), "alone");
    expect(() => family.put(members("one more"), "beside")).toThrow(`${MOST_PICTURES} tips at most`);
    expect(family.members).toHaveLength(MOST_PICTURES);
  });

  test("what lay on the desk before is laid aside, and brought back by turns; nothing of it is lost", () => {
    const family = new TipFamily();
    for (const name of ["a", "b", "c"]) family.put(members(name), "alone");
    const seen = [0, 1, 2, 3].map(() => {
      family.bringBack();
      return names(family).join();
    });
    expect(seen).toEqual(["b", "a", "c", "b"]);
  });

  test("what was left there is taken up; what was put there meanwhile stays, and the other lies aside", () => {
    const [free, taken] = [new TipFamily(), new TipFamily()];
    free.takeUp(members("left"), [members("aside")]);
    expect(names(free)).toEqual(["left"]);
    taken.put(members("carried here"), "alone");
    taken.takeUp(members("left"), [members("aside")]);
    expect(names(taken)).toEqual(["carried here"]);
    taken.bringBack();
    expect(names(taken)).toEqual(["left"]);
    taken.bringBack();
    expect(names(taken)).toEqual(["aside"]);
  });

  test("so many lie aside and no more: those go first that nothing was done to", () => {
    const family = new TipFamily();
    family.put(members("worked on"), "alone");
    family.alter(family.chosen?.id ?? 0, (member) => changed(member, sheet(1), "stroke"));
    for (let n = 0; n <= MOST_ASIDE + 2; n++) family.put(members(`blank ${n}`), "alone");
    expect(family.aside).toHaveLength(MOST_ASIDE);
    expect(family.aside[0][0].name).toBe("worked on");
  });

  test("its tips are moved, weighed and taken off; the last one stays, and one is always chosen", () => {
    const family = new TipFamily();
    family.put(members("a", "b", "c"), "alone");
    family.move(0, 2);
    expect([names(family), family.chosen?.name]).toEqual([["b", "c", "a"], "a"]);
    family.weigh(1, 4);
    expect(family.members.map(({ weight }) => weight)).toEqual([1, 4, 1]);
    family.remove(2);
    expect(family.chosen?.name).toBe("c");
    family.remove(0);
    family.remove(0);
    expect([names(family), family.chosenPlace]).toEqual([["c"], 0]);
    family.choose(7);
    expect(family.chosenPlace).toBe(0);
  });

  test("work that takes long reaches its tip, however it was moved or weighed meanwhile; nothing where it is gone", () => {
    const family = new TipFamily();
    family.put(members("a", "b"), "alone");
    const id = family.members[0].id;
    family.move(0, 1);
    family.weigh(1, 3);
    family.alter(id, (member) => changed(member, sheet(0.9), "blur"));
    expect(family.members.map(({ name, weight, history }) => [name, weight, history.done.length])).toEqual([
      ["b", 1, 0],
      ["a", 3, 1],
    ]);
    family.remove(1);
    family.alter(id, (member) => changed(member, sheet(0.1), "grow"));
    expect(family.members[0].history.done).toHaveLength(0);
  });

  test("evening out is a step of its own for each tip that it changes", () => {
    const family = new TipFamily();
    const spot = (side: number) => ({ strength: planeOf(16, 16, (x, y) => (Math.max(x, y) < side ? 1 : 0)) });
    family.put([newMember("small", spot(3)), newMember("large", spot(12))], "alone");
    family.evenOut();
    const labels = family.members.map(({ history }) => history.done.map(({ label }) => label));
    expect(labels.flat()).toContain("even out the family");
    const alone = family.members.map((member) => travelled(member, "undo").sheet.strength.data.reduce((a, b) => a + b));
    expect(alone).toEqual([9, 144]);
  });

  test("a picture is read again in another way, and the way is remembered", () => {
    const picture = { width: 2, height: 1, channels: 1, data: new Uint8Array([0, 255]), full: 255 } as const;
    const family = new TipFamily();
    family.put([newMember("photo", sheet(0), { picture, source: "darkness" })], "alone");
    family.readAgain("lightness");
    expect([...(family.chosen?.sheet.strength.data ?? [])]).toEqual([0, 1]);
    expect(family.chosen?.source).toBe("lightness");
    family.put(members("drawn"), "alone");
    family.readAgain("darkness");
    expect(family.chosen?.history.done).toEqual([]);
  });
});
