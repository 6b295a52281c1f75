import type { Brush } from "@core/brush";
import { addBrushes, findBrush, listBrushes, saveBrush } from "@server/brushes/repository";
import { publish } from "@server/editions/publish";
import { editionPackage, findEdition, packageBytes } from "@server/editions/repository";
import { takePackage } from "@server/editions/take";
import { planRenewal } from "@server/renewals/plan";
import { findRenewal } from "@server/renewals/record";
import { renew } from "@server/renewals/renew";
import { undoRenewal } from "@server/renewals/undo";
import { createSet, findSet, saveSet } from "@server/sets/repository";
import { expect, test } from "vitest";
import { brushOf } from "../helpers";
import { onServer } from "./on-server";

const { database, pool, open } = onServer();

const quill = (tip: object = {}, paint: object = {}) =>
  brushOf({ name: "Quill", tip: { size: 20, hardness: 0.5, ...tip }, paint: { flow: 0.5, ...paint } });
const rag = brushOf({ name: "Rag", tip: { size: 60 } });

/** A set with two brushes of which a painter has taken the first edition and changed the quill; the maker has published a second one. */
async function met(mine: Brush, theirs: Brush) {
  const [maker, painter] = [await open(), await open()];
  const ids = await addBrushes(database, maker.id, [quill(), rag]);
  const setId = await createSet(database, maker.id, {
    name: "Quay",
    licence: "CC-BY-4.0",
    notes: "",
    credits: "",
    brushes: ids.map((id) => ({ id, group: "" })),
  });
  const publishNow = async (version: string) => {
    const set = await findSet(database, maker.id, setId);
    const made = set && (await publish(database, pool, maker, set, { version }));
    if (!made || "fault" in made) throw new Error(JSON.stringify(made));
    return made.id;
  };
  const first = await publishNow("1.0.0");
  await takePackage({ database, pool }, painter.id, (await packageBytes(database, first)) ?? new Uint8Array(), first);
  const own = (await listBrushes(database, painter.id)).find(({ brush }) => brush.name === "Quill");
  if (!own) throw new Error("the quill was not taken");
  await saveBrush(database, painter.id, own.id, 1, mine);
  await saveBrush(database, maker.id, ids[0], 1, theirs);
  await saveBrush(database, maker.id, ids[1], 1, brushOf({ name: "Rag", tip: { size: 66 } }));
  const [mop] = await addBrushes(database, maker.id, [brushOf({ name: "Mop" })]);
  const set = await findSet(database, maker.id, setId);
  if (!set) throw new Error("the set is gone");
  await saveSet(database, maker.id, setId, set.revision, {
    ...set,
    brushes: [...set.brushes, { id: mop, group: "" }],
  });
  const second = await publishNow("1.1.0");
  const shelf = async () =>
    Object.fromEntries((await listBrushes(database, painter.id)).map(({ brush }) => [brush.name, brush]));
  return { painter, maker, setId, publishNow, second, first, quillId: own.id, shelf };
}

test("what one side changed is taken from there; where both did, mine stays and is named", async () => {
  const { painter, second, first, quillId, shelf } = await met(
    quill({ size: 30 }, { flow: 0.9 }),
    quill({ size: 24, hardness: 0.8 }),
  );
  const edition = await findEdition(database, second);
  if (!edition) throw new Error("the edition is gone");
  const plan = await planRenewal(database, painter.id, edition, await editionPackage(database, edition));
  expect(plan.has).toEqual(["1.0.0"]);
  expect(plan.added.map(({ brush }) => brush.name)).toEqual(["Mop"]);
  const line = plan.lines.find(({ id }) => id === quillId);
  expect(line).toMatchObject({ kind: "changed", taken: { editionId: first } });
  expect(line?.merge?.changes.map(({ label, by, has }) => [label, by, has])).toEqual([
    ["Size", "both", "mine"],
    ["Hardness", "theirs", "theirs"],
    ["Flow", "mine", "mine"],
  ]);
  const done = await renew({ database, pool }, painter.id, second);
  expect(done).toMatchObject({ merged: ["Quill"], replaced: ["Rag"], added: ["Mop"], kept: [], gone: [] });
  const now = await shelf();
  expect([now.Quill.tip.size, now.Quill.tip.hardness, now.Quill.paint.flow]).toEqual([30, 0.8, 0.9]);
  expect(now.Rag.tip.size).toBe(66);
});

test("one part, or all of one side, can be chosen", async () => {
  const parts = await met(quill({ size: 30 }), quill({ size: 24, hardness: 0.8 }));
  await renew({ database, pool }, parts.painter.id, parts.second, {
    [parts.quillId]: { parts: { "tip.size": "theirs", "tip.hardness": "mine" } },
  });
  const { Quill } = await parts.shelf();
  expect([Quill.tip.size, Quill.tip.hardness]).toEqual([24, 0.5]);
  const whole = await met(quill({ size: 30 }), quill({ size: 24, hardness: 0.8 }));
  const done = await renew({ database, pool }, whole.painter.id, whole.second, {
    [whole.quillId]: { whole: "theirs" },
  });
  expect(done?.replaced).toEqual(["Quill", "Rag"]);
  expect((await whole.shelf()).Quill.tip.size).toBe(24);
});

test("all of it is taken back in one step, but for what was changed since; once only, and by nobody else", async () => {
  const { painter, second, quillId, shelf } = await met(quill({ size: 30 }), quill({ hardness: 0.8 }));
  const before = await shelf();
  const done = await renew({ database, pool }, painter.id, second);
  if (!done) throw new Error("nothing was renewed");
  const stranger = await open();
  expect(await undoRenewal(database, stranger.id, done.id)).toBeUndefined();
  const undone = await undoRenewal(database, painter.id, done.id);
  expect([...(undone?.back ?? [])].sort()).toEqual(["Mop", "Quill", "Rag"]);
  expect(await shelf()).toEqual(before);
  expect(await findRenewal(database, painter.id, done.id)).toMatchObject({ undone: true });
  expect(await undoRenewal(database, painter.id, done.id)).toBeUndefined();
  // It is as if it had never been: renewing does the same again.
  const again = await renew({ database, pool }, painter.id, second);
  expect(again).toMatchObject({ merged: ["Quill"], replaced: ["Rag"], added: ["Mop"] });
  const kept = await findBrush(database, painter.id, quillId);
  await saveBrush(database, painter.id, quillId, kept?.revision ?? 0, quill({ size: 77 }));
  expect(await undoRenewal(database, painter.id, again?.id ?? "")).toEqual({ back: ["Rag", "Mop"], left: ["Quill"] });
  expect((await shelf()).Quill.tip.size).toBe(77);
});

test("a brush that was left as it is keeps being merged from what it came from", async () => {
  const { painter, second, quillId } = await met(quill({ size: 30 }), quill({ size: 24 }));
  expect(await renew({ database, pool }, painter.id, second)).toMatchObject({ kept: ["Quill"] });
  expect(await renew({ database, pool }, painter.id, second)).toMatchObject({ kept: [], replaced: [], merged: [] });
  expect((await findBrush(database, painter.id, quillId))?.taken).toMatchObject({ editionId: second, changed: true });
});

test("renewed, taken back and renewed again: what was new comes anew, and lies on the shelf and not in the bin", async () => {
  const { painter, second, shelf } = await met(quill(), quill({ size: 30 }));
  const first = await renew({ database, pool }, painter.id, second);
  expect(first?.added).toEqual(["Mop"]);
  await undoRenewal(database, painter.id, first?.id ?? "");
  expect(await shelf()).not.toHaveProperty("Mop");
  const again = await renew({ database, pool }, painter.id, second);
  expect(again?.added).toEqual(["Mop"]);
  expect(await shelf()).toHaveProperty("Mop");
});

test("a brush that its maker renamed is the same brush: it is renewed, and neither gone nor new", async () => {
  const { painter, maker, setId, publishNow, shelf } = await met(quill(), quill({ size: 30 }));
  const set = await findSet(database, maker.id, setId);
  const id = set?.brushes[1].id ?? "";
  await saveBrush(database, maker.id, id, 2, brushOf({ name: "Cloth, folded", tip: { size: 66 } }));
  const third = await publishNow("1.2.0");
  const edition = await findEdition(database, third);
  if (!edition) throw new Error("the edition is gone");
  const plan = await planRenewal(database, painter.id, edition, await editionPackage(database, edition));
  expect(plan.added.map(({ brush }) => brush.name)).toEqual(["Mop"]);
  expect(plan.lines.map(({ kind }) => kind)).not.toContain("gone");
  await renew({ database, pool }, painter.id, third);
  expect(Object.keys(await shelf()).sort()).toEqual(["Cloth, folded", "Mop", "Quill"]);
});
