import { parseBrush } from "@core/brush";
import { packStudy, unpackStudy } from "@core/formats/study";
import type { Act } from "@core/study/act";
import { addAnswer, answersToSet, markRead } from "@server/answers/repository";
import { bringBack, listBin, putIntoBin } from "@server/bin/repository";
import { addBrushes, findBrush, listBrushes, saveBrush } from "@server/brushes/repository";
import { demonstrationPackage, demonstrationsOf } from "@server/editions/demonstrations";
import { publish } from "@server/editions/publish";
import { editionsOfSet, findEdition, packageBytes, samplerOf, withdraw } from "@server/editions/repository";
import { takePackage } from "@server/editions/take";
import { ANSWERS } from "@server/limits";
import { latestEditions } from "@server/outlet/latest";
import { newerEditions } from "@server/renewals/newer";
import { renew } from "@server/renewals/renew";
import { createSet, findSet, saveSet } from "@server/sets/repository";
import { actsOf, appendActs, partsFrom } from "@server/studies/acts";
import { brushesOfStudy } from "@server/studies/brushes";
import { partStudy } from "@server/studies/part";
import { createStudy, findStudy, saveNotes, setGoesOut } from "@server/studies/repository";
import { describe, expect, test } from "vitest";
import { lineSamples } from "../helpers";
import { strokeOf } from "../study/any-acts";
import { onServer } from "./on-server";

const { database, pool, open } = onServer();

const brush = (name: string, size = 20) => parseBrush({ level: 1, name, tip: { size } });

/** A maker with a set of two brushes and a study of it. */
async function workshop() {
  const account = await open();
  const ids = await addBrushes(database, account.id, [brush("Fitch"), brush("Quill", 12)]);
  const setId = await createSet(database, account.id, {
    name: "Awnings",
    licence: "CC-BY-4.0",
    notes: "",
    credits: "",
    brushes: [
      { id: ids[0], group: "", sampler: true },
      { id: ids[1], group: "" },
    ],
  });
  const id = await createStudy(database, account.id, {
    name: "Stripe",
    setId,
    width: 200,
    height: 120,
    paper: "#fdfdfd",
  });
  const study = id && (await findStudy(database, account.id, id));
  if (!study) throw new Error("the study is not there");
  const { tray } = await brushesOfStudy(database, account.id, study);
  const stroke = (at: number): Act => strokeOf(lineSamples(10, 20 + at / 100, 150, 80, 12), { at, brush: tray[0] });
  const publishNow = async (version: string) => {
    const set = await findSet(database, account.id, setId);
    if (!set) throw new Error("the set is not there");
    const publication = await publish(database, pool, account, set, { version });
    if ("fault" in publication) throw new Error(publication.fault);
    return publication.id;
  };
  return { account, ids, setId, study, tray, stroke, publishNow };
}

describe("a study's acts", () => {
  test("are kept in numbered parts, acknowledged, and given back from any number on", async () => {
    const { account, study, stroke } = await workshop();
    const acts = [0, 100, 200, 300, 400].map(stroke);
    expect(await appendActs(database, account.id, study.id, 0, acts.slice(0, 2))).toEqual({ kind: "kept", next: 2 });
    expect(await appendActs(database, account.id, study.id, 2, acts.slice(2))).toEqual({ kind: "kept", next: 5 });
    expect(await actsOf(database, study.id)).toEqual(acts);
    for (let from = 0; from <= 5; from++)
      expect((await partsFrom(database, study.id, from)).flatMap((part) => JSON.parse(part))).toEqual(acts.slice(from));
  });

  test("with a gap, or a number that is taken, change nothing and say which is wanted", async () => {
    const { account, study, stroke } = await workshop();
    await appendActs(database, account.id, study.id, 0, [stroke(0)]);
    for (const from of [0, 2, 7])
      expect(await appendActs(database, account.id, study.id, from, [stroke(9)])).toEqual({
        kind: "elsewhere",
        next: 1,
      });
    expect(await actsOf(database, study.id)).toEqual([stroke(0)]);
  });

  test("of two who send the same number at once one is kept", async () => {
    const { account, study, stroke } = await workshop();
    const answers = await Promise.all(
      [1, 2, 3].map((at) => appendActs(database, account.id, study.id, 0, [stroke(at)])),
    );
    expect(answers.map((answer) => answer?.kind).sort()).toEqual(["elsewhere", "elsewhere", "kept"]);
    expect(await actsOf(database, study.id)).toHaveLength(1);
  });

  test("with a brush that is none of the study's are refused, with which", async () => {
    const { account, study, stroke } = await workshop();
    const strange = { ...stroke(5), brush: "a".repeat(64) } as Act;
    expect(await appendActs(database, account.id, study.id, 0, [stroke(0), strange])).toEqual({
      kind: "refused",
      fault: "act 1: its brush is not one of the study’s",
    });
  });

  test("that make layer after layer are refused at some point, in one part and over many", async () => {
    const { account, study } = await workshop();
    const layers = (count: number, first: number): Act[] =>
      Array.from({ length: count }, (_, n) => ({
        kind: "layer",
        at: n,
        layer: first + n,
        above: 1,
        name: `"kind":"layer"`,
      }));
    const fault = "a study gets 1000 new layers at most";
    expect(await appendActs(database, account.id, study.id, 0, layers(1001, 2))).toEqual({ kind: "refused", fault });
    expect(await appendActs(database, account.id, study.id, 0, layers(600, 2))).toMatchObject({ kind: "kept" });
    expect(await appendActs(database, account.id, study.id, 600, layers(400, 602))).toMatchObject({ kind: "kept" });
    expect(await appendActs(database, account.id, study.id, 1000, layers(1, 1002))).toEqual({ kind: "refused", fault });
    expect(await appendActs(database, account.id, study.id, 1000, [{ kind: "back", at: 5 }])).toMatchObject({
      kind: "kept",
    });
  });

  test("of another's study are not there", async () => {
    const { study, stroke } = await workshop();
    const stranger = await open();
    expect(await findStudy(database, stranger.id, study.id)).toBeUndefined();
    expect(await appendActs(database, stranger.id, study.id, 0, [stroke(0)])).toBeUndefined();
    expect(await setGoesOut(database, stranger.id, study.id, true)).toBe(false);
    expect(await saveNotes(database, stranger.id, study.id, 1, { name: "x", notes: study.notes })).toBeUndefined();
  });

  test("name brushes that are kept as they were when their set has changed", async () => {
    const { account, ids, study, tray, stroke } = await workshop();
    await appendActs(database, account.id, study.id, 0, [stroke(0)]);
    await saveBrush(database, account.id, ids[0], 1, brush("Fitch", 44));
    const now = await brushesOfStudy(database, account.id, study);
    expect(now.tray).not.toContain(tray[0]);
    expect(now.known.find(({ hash }) => hash === tray[0])?.brush.tip.size).toBe(20);
  });
});

test("what was painted apart becomes a study of its own, and the other stays as it is", async () => {
  const { account, study, stroke } = await workshop();
  await appendActs(database, account.id, study.id, 0, [stroke(0), stroke(100)]);
  const id = await partStudy(database, account.id, study.id, 1, [stroke(7), stroke(8)]);
  const parted = await findStudy(database, account.id, id ?? "");
  expect(parted).toMatchObject({ name: "Stripe, apart", acts: 3, width: 200, goesOut: false });
  expect(await actsOf(database, id ?? "")).toEqual([stroke(0), stroke(7), stroke(8)]);
  expect(await appendActs(database, account.id, id ?? "", 3, [stroke(9)])).toEqual({ kind: "kept", next: 4 });
  expect(await actsOf(database, study.id)).toEqual([stroke(0), stroke(100)]);
  const stranger = await open();
  expect(await partStudy(database, stranger.id, study.id, 0, [stroke(7)])).toBeUndefined();
  expect(await partStudy(database, account.id, study.id, 9, [stroke(7)])).toBeUndefined();
});

test("notes are saved by revision: a stale save changes nothing", async () => {
  const { account, study } = await workshop();
  const notes = { chapters: [{ from: 0, name: "One" }], captions: [] };
  expect(await saveNotes(database, account.id, study.id, 1, { name: "Two", notes })).toEqual({
    saved: true,
    revision: 2,
  });
  const stale = await saveNotes(database, account.id, study.id, 1, { name: "Three", notes: study.notes });
  expect(stale).toMatchObject({ saved: false, newest: { name: "Two", notes } });
});

test("an edition goes out with what demonstrates it and a sampler beside it; withdrawn, it stays with those who have it", async () => {
  const { account, study, stroke, setId, publishNow, tray } = await workshop();
  await appendActs(database, account.id, study.id, 0, [stroke(0), stroke(500), { kind: "back", at: 900 }]);
  await setGoesOut(database, account.id, study.id, true);
  const id = await publishNow("1.0.0");
  const [shown] = await demonstrationsOf(database, id);
  expect(shown).toMatchObject({ name: "Stripe", acts: 1, brushFile: null, width: 200 });
  expect(shown.stages.map((stage) => stage.count)).toEqual([1]);
  const went = unpackStudy((await demonstrationPackage(database, id, 0))?.bytes ?? new Uint8Array());
  expect(went.acts).toEqual(await actsOf(database, study.id));
  expect([...went.brushes.keys()]).toEqual([tray[0]]);
  // Painting on does not change what went out.
  const before = packStudy(went);
  await appendActs(database, account.id, study.id, 3, [stroke(2000)]);
  expect(packStudy(unpackStudy((await demonstrationPackage(database, id, 0))?.bytes ?? new Uint8Array()))).toEqual(
    before,
  );

  const sampler = await samplerOf(database, id);
  expect(sampler).toMatchObject({ name: "Awnings, sampler", version: "1.0.0", kind: "sampler", samplerOf: id });

  const taker = await open();
  const bytes = await packageBytes(database, id);
  await takePackage({ database, pool }, taker.id, bytes ?? new Uint8Array(), id);
  expect(await withdraw(database, taker.id, id, "not mine")).toBe(false);
  expect(await withdraw(database, account.id, id, "a tip was not ours")).toBe(true);
  expect(await findEdition(database, id)).toMatchObject({ withdrawnWhy: "a tip was not ours" });
  expect((await findEdition(database, sampler?.id ?? ""))?.withdrawnAt).not.toBeNull();
  expect((await latestEditions(database)).map((edition) => edition.setId)).not.toContain(setId);
  expect(await listBrushes(database, taker.id)).toHaveLength(2);
  expect(await editionsOfSet(database, setId)).toHaveLength(2);
});

test("renewing replaces what was left untouched, keeps what was changed, brings what is new, and doubles nothing", async () => {
  const { account, ids, setId, publishNow } = await workshop();
  const first = await publishNow("1.0.0");
  const taker = await open();
  const context = { database, pool };
  await takePackage(context, taker.id, (await packageBytes(database, first)) ?? new Uint8Array(), first);
  expect(await newerEditions(database, taker.id)).toEqual([]);
  const shelf = await listBrushes(database, taker.id);
  const quill = shelf.find((kept) => kept.brush.name === "Quill");
  await saveBrush(database, taker.id, quill?.id ?? "", 1, brush("Quill", 99));

  await saveBrush(database, account.id, ids[0], 1, brush("Fitch", 33));
  await saveBrush(database, account.id, ids[1], 1, brush("Quill", 14));
  const [third] = await addBrushes(database, account.id, [brush("Mop", 60)]);
  const found = await findSet(database, account.id, setId);
  if (!found) throw new Error("the set is not there");
  const { name, licence, notes, credits, revision } = found;
  const save = (from: number, brushes: typeof found.brushes) =>
    saveSet(database, account.id, setId, from, { name, licence, notes, credits, brushes });
  await save(revision, [...found.brushes, { id: third, group: "" }]);
  const second = await publishNow("1.1.0");

  expect(await newerEditions(database, taker.id)).toMatchObject([{ edition: { id: second }, has: "1.0.0" }]);
  expect(await renew(context, taker.id, second)).toMatchObject({
    replaced: ["Fitch"],
    merged: [],
    kept: ["Quill"],
    added: ["Mop"],
    gone: [],
  });
  const now = await listBrushes(database, taker.id);
  expect(now.map((kept) => [kept.brush.name, kept.brush.tip.size, kept.revision, kept.taken?.changed])).toEqual(
    expect.arrayContaining([
      ["Fitch", 33, 2, false],
      ["Quill", 99, 2, true],
      ["Mop", 60, 1, false],
    ]),
  );
  expect(now).toHaveLength(3);
  // Once more changes nothing, and there is no news any more.
  expect(await renew(context, taker.id, second)).toMatchObject({
    replaced: [],
    merged: [],
    kept: [],
    added: [],
    gone: [],
  });
  expect(await newerEditions(database, taker.id)).toEqual([]);
  // What a painter has thrown away does not come back.
  await putIntoBin(database, taker.id, "brushes", now[0].id);
  expect(await renew(context, taker.id, second)).toMatchObject({ added: [] });
  // A brush that left the set stays with the painter.
  await save(revision + 1, found.brushes.slice(0, 1));
  const last = await publishNow("2.0.0");
  expect((await renew(context, taker.id, last))?.gone).toEqual(["Quill"]);
});

test("what lies in the bin is nowhere else, and comes back as it was, to its sets, too", async () => {
  const { account, ids, setId } = await workshop();
  const stranger = await open();
  expect(await putIntoBin(database, stranger.id, "brushes", ids[0])).toBe(false);
  expect(await putIntoBin(database, account.id, "brushes", ids[0])).toBe(true);
  expect(await putIntoBin(database, account.id, "brushes", ids[0])).toBe(false);
  expect(await findBrush(database, account.id, ids[0])).toBeUndefined();
  expect((await listBin(database, account.id)).map(({ what, name }) => [what, name])).toEqual([["brushes", "Fitch"]]);
  expect(await bringBack(database, account.id, "brushes", ids[0])).toBe(true);
  expect((await findSet(database, account.id, setId))?.brushes.map(({ id }) => id)).toEqual(ids);
  expect(await putIntoBin(database, account.id, "sets", setId)).toBe(true);
  expect(await findSet(database, account.id, setId)).toBeUndefined();
});

test("after thirty days in the bin things are gone, but a set of which an edition went out", async () => {
  const { account, ids, setId, publishNow } = await workshop();
  await publishNow("1.0.0");
  await putIntoBin(database, account.id, "brushes", ids[0]);
  await putIntoBin(database, account.id, "brushes", ids[1]);
  await putIntoBin(database, account.id, "sets", setId);
  const lain = (days: number) => ({ binned_at: new Date(Date.now() - days * 24 * 3_600_000) });
  await database("brushes").where({ id: ids[0] }).update(lain(29));
  await database("brushes").where({ id: ids[1] }).update(lain(31));
  await database("sets").where({ id: setId }).update(lain(31));
  expect((await listBin(database, account.id)).map(({ id }) => id).sort()).toEqual([ids[0], setId].sort());
  expect(await bringBack(database, account.id, "brushes", ids[1])).toBe(false);
  expect(await bringBack(database, account.id, "sets", setId)).toBe(true);
});

test("answers reach the maker alone, with their stroke, and one address cannot flood", async () => {
  const { account, setId, publishNow, stroke } = await workshop();
  const edition = await publishNow("1.0.0");
  const painter = await open();
  const drawn = stroke(0);
  if (drawn.kind !== "stroke") throw new Error("a stroke is wanted");
  const { colour, use, seed, trace } = drawn;
  const answer = {
    guest: "",
    kind: "not with my pen" as const,
    says: "it skips",
    brushFile: "brushes/fitch.json",
    stroke: { size: 20, colour, use, seed, trace },
  };
  const from = { accountId: painter.id, address: `10.0.0.1 ${Math.random()}` };
  expect(await addAnswer(database, edition, answer, from)).toBe(true);
  const [read] = await answersToSet(database, account.id, setId);
  expect(read).toMatchObject({ ...answer, from: "Tar and Twine", version: "1.0.0", read: false });
  expect(await answersToSet(database, painter.id, setId)).toEqual([]);
  await markRead(database, painter.id, setId);
  expect((await answersToSet(database, account.id, setId))[0].read).toBe(false);
  await markRead(database, account.id, setId);
  expect((await answersToSet(database, account.id, setId))[0].read).toBe(true);
  for (let n = 1; n < ANSWERS.anHour; n++) await addAnswer(database, edition, { ...answer, stroke: null }, from);
  expect(await addAnswer(database, edition, answer, from)).toBe(false);
  // An account's own count keeps nobody else at its address from answering, nor does it begin anew elsewhere.
  expect(await addAnswer(database, edition, answer, { ...from, address: "10.0.1.1" })).toBe(false);
  expect(await addAnswer(database, edition, answer, { ...from, accountId: account.id })).toBe(true);
  expect(await addAnswer(database, edition, answer, { ...from, accountId: undefined })).toBe(true);
});
