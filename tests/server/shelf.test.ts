import { MAX_BRUSHES } from "@core/formats/package";
import { traitNames } from "@core/measure/traits";
import { addBrushes, findBrush, listBrushes, listRevisions, saveBrush } from "@server/brushes/repository";
import { valuesHash } from "@server/brushes/values-hash";
import { measureBrush } from "@server/measures/measure-brush";
import { findJudgements } from "@server/measures/repository";
import { createSet, findSet } from "@server/sets/repository";
import type { ShelfAct } from "@server/shelf/act";
import { readShelfAsk } from "@server/shelf/ask";
import { doShelfAct } from "@server/shelf/do-act";
import { countOnShelf, facetsOf, findOnShelf } from "@server/shelf/find";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";
import { onServer } from "./on-server";

const { database, pool, open } = onServer();

const owner = async () => (await open()).id;

/** The names that a search finds, in its order. */
async function found(account: string, search: string): Promise<string[]> {
  return (await findOnShelf(database, account, readShelfAsk(new URLSearchParams(search)), 0, 100)).map(
    ({ brush }) => brush.name,
  );
}

describe("finding", () => {
  test("by name, note, tag, origin, set, revision note and trait; every word must be there, and means itself", async () => {
    const me = await owner();
    const [quill] = await addBrushes(database, me, [
      brushOf({ name: "Quill, long", notes: "Casts letters with 50% swell", tags: ["letters", "hair"] }),
      brushOf({ name: "Sponge", notes: "For stone", tags: ["texture"] }),
    ]);
    await addBrushes(database, me, [brushOf({ name: "Guest" })], "Harbour signs 1.2.0, Tar and Twine");
    await createSet(database, me, {
      name: "Gilding week",
      licence: "CC0-1.0",
      notes: "",
      credits: "",
      brushes: [{ id: quill, group: "" }],
    });
    await saveBrush(
      database,
      me,
      quill,
      1,
      brushOf({ name: "Quill, long", notes: "Casts letters with 50% swell", tags: ["letters"] }),
      "lighter at the start",
    );
    await measureBrush({ database, pool }, brushOf({ name: "Sponge" }), me);
    expect(await found(me, "find=quill")).toEqual(["Quill, long"]);
    // A name that begins with the words, a name that has them, a note that has them: in this order where that is asked for.
    const named = await owner();
    await addBrushes(database, named, [
      brushOf({ name: "Rag", notes: "Wash it after" }),
      brushOf({ name: "Thin wash" }),
      brushOf({ name: "Wash" }),
    ]);
    expect(await found(named, "find=wash&named=1")).toEqual(["Wash", "Thin wash", "Rag"]);
    expect(await found(named, "find=wash")).toEqual(["Rag", "Thin wash", "Wash"]);
    expect(await found(me, "find=SWELL+casts")).toEqual(["Quill, long"]);
    expect(await found(me, "find=swell+stone")).toEqual([]);
    expect(await found(me, "find=50%25")).toEqual(["Quill, long"]);
    expect(await found(me, "find=%25")).toEqual(["Quill, long"]);
    expect(await found(me, "find=_")).toEqual([]);
    expect(await found(me, "find=textu")).toEqual(["Sponge"]);
    expect(await found(me, "find=hair")).toEqual([]);
    expect(await found(me, "find=twine+harbour")).toEqual(["Guest"]);
    expect(await found(me, "find=gilding")).toEqual(["Quill, long"]);
    expect(await found(me, "find=lighter")).toEqual(["Quill, long"]);
    // The plain hard round was measured, whatever its name.
    expect((await found(me, "find=covers")).sort()).toEqual(["Guest", "Quill, long", "Sponge"]);
  });

  test("sifted by tags, traits, set, category and favourites, which are counted", async () => {
    const me = await owner();
    const soft = { tip: { size: 60, hardness: 0 }, trail: { spacing: 0.05 }, paint: { flow: 0.06 } };
    const [a, b] = await addBrushes(database, me, [
      brushOf({ name: "a", tags: ["one", "two"], ...soft }),
      brushOf({ name: "b", tags: ["one"] }),
      brushOf({ name: "c" }),
    ]);
    expect((await facetsOf(database, me)).unmeasured).toBe(
      2 + 1 - (await findJudgements(database, [valuesHash(brushOf())])).size * 2,
    );
    for (const { brush } of await listBrushes(database, me)) await measureBrush({ database, pool }, brush, "a");
    await doShelfAct(database, me, { act: "favour", which: { ids: [b] }, on: true });
    await doShelfAct(database, me, { act: "categorise", into: [{ category: "Walls", which: { ids: [a, b] } }] });
    expect(await found(me, "tag=one")).toEqual(["a", "b"]);
    expect(await found(me, "tag=one&tag=two")).toEqual(["a"]);
    expect(await found(me, "trait=soft")).toEqual(["a"]);
    expect(await found(me, "trait=soft&trait=covers")).toEqual([]);
    expect(await found(me, "category=Walls&favourite=1")).toEqual(["b"]);
    const facets = await facetsOf(database, me);
    expect(facets).toMatchObject({
      total: 3,
      unmeasured: 0,
      favourites: 1,
      tags: [
        ["one", 2],
        ["two", 1],
      ],
      categories: [["Walls", 2]],
    });
    expect(facets.traits).toContainEqual(["soft", 1]);
    expect(facets.traits.map(([name]) => name)).toEqual(
      traitNames.filter((name) => facets.traits.some(([other]) => other === name)),
    );
  });

  test("ordered by name, by change, by measures and by hand; what was not measured comes last", async () => {
    const me = await owner();
    const [wide] = await addBrushes(database, me, [
      brushOf({ name: "wide", tip: { size: 90 } }),
      brushOf({ name: "thin", tip: { size: 7.25 } }),
      brushOf({ name: "new", tip: { size: 31.125 } }),
    ]);
    for (const { brush } of (await listBrushes(database, me)).slice(0, 2))
      await measureBrush({ database, pool }, brush, "a");
    await saveBrush(database, me, wide, 1, brushOf({ name: "wide", tip: { size: 90 }, notes: "x" }));
    expect(await found(me, "")).toEqual(["wide", "thin", "new"]);
    expect(await found(me, "order=name")).toEqual(["new", "thin", "wide"]);
    expect(await found(me, "order=name&down=1")).toEqual(["wide", "thin", "new"]);
    expect((await found(me, "order=changed"))[0]).toBe("wide");
    expect(await found(me, "order=width")).toEqual(["thin", "wide", "new"]);
    expect(await found(me, "order=width&down=1")).toEqual(["wide", "thin", "new"]);
    expect(await found(me, "order=nonsense&trait=none")).toEqual(["wide", "thin", "new"]);
  });

  test("another's shelf is another's: nothing is found there and nothing done", async () => {
    const [me, other] = [await owner(), await owner()];
    const [id] = await addBrushes(database, me, [brushOf({ name: "mine", tags: ["t"] })]);
    expect(await found(other, "")).toEqual([]);
    const acts: ShelfAct[] = [
      { act: "tag", which: { ids: [id] }, tag: "x" },
      { act: "untag", which: { ids: [id] }, tag: "t" },
      { act: "favour", which: { ids: [id] }, on: true },
      { act: "categorise", into: [{ category: "c", which: { ids: [id] } }] },
      { act: "bin", which: { ids: [id] } },
      { act: "duplicate", which: { ids: [id] } },
      { act: "rename", id, name: "theirs" },
      { act: "move", ids: [id], before: null },
    ];
    for (const act of acts) expect((await doShelfAct(database, other, act)).count, act.act).toBe(0);
    expect((await findBrush(database, me, id))?.brush).toMatchObject({ name: "mine", tags: ["t"] });
    expect(await countOnShelf(database, me, readShelfAsk(new URLSearchParams()))).toBe(1);
  });
});

describe("what is done to several is taken back by what it answers", () => {
  const shelf = async (me: string) => {
    const rows = await findOnShelf(database, me, readShelfAsk(new URLSearchParams()), 0, 200);
    return rows.map(({ id, brush, favourite, category }) => ({
      id,
      name: brush.name,
      tags: brush.tags,
      favourite,
      category,
    }));
  };

  test("tags, favourites, categories, bin, copies, names, order", async () => {
    const me = await owner();
    const ids = await addBrushes(
      database,
      me,
      ["a", "b", "c", "d", "e"].map((name, n) =>
        brushOf({ name, tip: { size: 10 + n }, tags: n === 1 ? ["x"] : undefined }),
      ),
    );
    await doShelfAct(database, me, { act: "categorise", into: [{ category: "old", which: { ids: [ids[0]] } }] });
    const before = await shelf(me);
    const all = { search: "" };
    const acts: [ShelfAct, number][] = [
      [{ act: "tag", which: all, tag: "x" }, 4],
      [{ act: "untag", which: { ids: [ids[1], ids[2]] }, tag: "x" }, 1],
      [{ act: "favour", which: { ids: [ids[0], ids[3]] }, on: true }, 2],
      [{ act: "categorise", into: [{ category: "new", which: all }] }, 5],
      [{ act: "bin", which: { ids: [ids[1], ids[4]] } }, 2],
      [{ act: "duplicate", which: { search: "find=a" } }, 1],
      [{ act: "rename", id: ids[2], name: "sea" }, 1],
      [{ act: "move", ids: [ids[3], ids[1]], before: ids[0] }, 2],
      [{ act: "move", ids: [ids[0]], before: null }, 1],
    ];
    for (const [act, told] of acts) {
      const { count: changed, back } = await doShelfAct(database, me, act);
      expect(changed, act.act).toBe(told);
      const after = await shelf(me);
      expect(after, act.act).not.toEqual(before);
      if (!back) throw new Error("it cannot be taken back");
      const again = (await doShelfAct(database, me, back)).back;
      if (act.act !== "move" || act.ids.length === 1) expect(await shelf(me), `${act.act} taken back`).toEqual(before);
      // Several that were moved from apart come back together.
      if (act.act === "move" && act.ids.length > 1)
        await doShelfAct(database, me, { act: "move", ids: [ids[1]], before: ids[2] });
      expect(await shelf(me)).toEqual(before);
      expect(again).toBeDefined();
    }
  });

  test("a set takes many at once, no more than it holds and none twice, and its makers' newer revision is no loss", async () => {
    const me = await owner();
    const ids = await addBrushes(
      database,
      me,
      Array.from({ length: MAX_BRUSHES + 3 }, (_, n) => brushOf({ name: `n${n}` })),
    );
    const set = await createSet(database, me, {
      name: "s",
      licence: "CC0-1.0",
      notes: "",
      credits: "",
      brushes: [{ id: ids[5], group: "g" }],
    });
    const done = await doShelfAct(database, me, { act: "gather", which: { search: "" }, set });
    expect(done).toMatchObject({ count: MAX_BRUSHES - 1, says: expect.stringContaining("3 were left out") });
    const full = await findSet(database, me, set);
    expect(full?.brushes.map(({ id }) => id)).toEqual([
      ids[5],
      ...ids.filter((id) => id !== ids[5]).slice(0, MAX_BRUSHES - 1),
    ]);
    expect(full?.revision).toBe(2);
    if (done.back) await doShelfAct(database, me, done.back);
    expect((await findSet(database, me, set))?.brushes).toMatchObject([{ id: ids[5], group: "g" }]);
  });

  test("a tag is a revision of its own, and a copy says what it was made from", async () => {
    const me = await owner();
    const [id] = await addBrushes(database, me, [brushOf({ name: "a" })]);
    await doShelfAct(database, me, { act: "tag", which: { ids: [id] }, tag: "x" });
    expect((await listRevisions(database, me, id)).map(({ brush }) => brush.tags)).toEqual([["x"], undefined]);
    const { made } = await doShelfAct(database, me, { act: "duplicate", which: { ids: [id] } });
    const [copy] = await findOnShelf(database, me, readShelfAsk(new URLSearchParams()), 0, 1);
    expect([copy.id, copy.brush.name, copy.madeFrom]).toEqual([made?.[0], "a (copy)", { id, name: "a" }]);
  });
});
