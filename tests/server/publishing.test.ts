import { unpack } from "@core/formats/package";
import { addBrushes, saveBrush } from "@server/brushes/repository";
import { demonstrationsOf, studiesTooLong } from "@server/editions/demonstrations";
import { publish } from "@server/editions/publish";
import { editionsOfSet, findEdition, packageBytes, samplerOf, withdraw } from "@server/editions/repository";
import { Publisher } from "@server/publishing/publisher";
import {
  askPublication,
  ClaimLost,
  claimPublication,
  failPublication,
  findPublication,
  finishPublication,
  PATIENCE,
  type PublicationAsk,
  pendingPublication,
} from "@server/publishing/repository";
import { createSet, findSet, saveSet } from "@server/sets/repository";
import { appendActs } from "@server/studies/acts";
import { brushesOfStudy } from "@server/studies/brushes";
import { createStudy, findStudy, setGoesOut } from "@server/studies/repository";
import { strFromU8, unzipSync } from "fflate";
import pino from "pino";
import { expect, test } from "vitest";
import { brushOf } from "../helpers";
import { onServer } from "./on-server";

const { database, pool, open } = onServer();
const log = pino({ level: "silent" });

/** A maker with a set of two brushes, the second of which is marked for the sampler. */
async function maker() {
  const account = await open();
  const ids = await addBrushes(database, account.id, [
    brushOf({ name: "Quill", tip: { size: 20 } }),
    brushOf({ name: "Rag", tip: { size: 44, hardness: 0.3 } }),
  ]);
  const setId = await createSet(database, account.id, {
    name: "Quay",
    licence: "CC-BY-4.0",
    notes: "For the quay",
    credits: "",
    brushes: [
      { id: ids[0], group: "Letters" },
      { id: ids[1], group: "", sampler: true },
    ],
  });
  const ask = async (version: string, revisions: Record<string, number> = {}): Promise<PublicationAsk> => {
    const set = await findSet(database, account.id, setId);
    if (!set) throw new Error("the set is gone");
    return { set, revisions, version, note: `What is new in ${version}`, access: "open" };
  };
  return { account, ids, setId, ask };
}

/** Does all that is waiting. */
async function done(): Promise<void> {
  const publisher = new Publisher({ database, pool, log });
  publisher.wake();
  await publisher.close();
}

test("a set is published as it was seen, whatever was saved since; its sampler beside it, both with their words", async () => {
  const { account, ids, setId, ask } = await maker();
  const id = await askPublication(database, account.id, await ask("1.0.0", { [ids[0]]: 1, [ids[1]]: 1 }));
  await saveBrush(database, account.id, ids[0], 1, brushOf({ name: "Quill", tip: { size: 99 } }), "");
  await done();
  const state = await findPublication(database, account.id, id);
  expect(state).toMatchObject({ state: "done", share: 1, fault: "" });
  const edition = await findEdition(database, state?.editionId ?? "");
  expect(edition).toMatchObject({ version: "1.0.0", licence: "CC-BY-4.0", note: "What is new in 1.0.0", brushes: 2 });
  const bytes = (await packageBytes(database, edition?.id ?? "")) ?? new Uint8Array();
  const { set, brushes } = unpack(bytes);
  expect([...brushes.values()].map(({ name, tip }) => [name, tip.size])).toEqual([
    ["Quill", 20],
    ["Rag", 44],
  ]);
  // Nothing but numbers went into them, and that is known.
  expect(set.brushes.map(({ materials }) => materials)).toEqual([[], []]);
  const sampler = await samplerOf(database, edition?.id ?? "");
  expect(sampler).toMatchObject({ kind: "sampler", brushes: 1, name: "Quay, sampler" });
  expect(await pendingPublication(database, account.id, setId)).toBeUndefined();
});

test("the next edition says what changed, above what was said before", async () => {
  const { account, ids, ask, setId } = await maker();
  await askPublication(database, account.id, await ask("1.0.0"));
  await done();
  await saveBrush(database, account.id, ids[0], 1, brushOf({ name: "Quill", tip: { size: 24 } }), "");
  const id = await askPublication(database, account.id, await ask("1.1.0"));
  await done();
  const editionId = (await findPublication(database, account.id, id))?.editionId ?? "";
  const entries = unzipSync((await packageBytes(database, editionId)) ?? new Uint8Array());
  expect(strFromU8(entries["CHANGES.md"])).toBe(
    "# Changes\n\n## 1.1.0\n\nWhat is new in 1.1.0\n\n- Changed: Quill: Size 20 px → 24 px.\n\n## 1.0.0\n\nWhat is new in 1.0.0\n\n- The first edition.\n",
  );
  // A lower number than what is out is none, be that withdrawn or not.
  await withdraw(database, account.id, editionId, "a mistake");
  const lower = await askPublication(database, account.id, await ask("1.0.5"));
  await done();
  expect(await findPublication(database, account.id, lower)).toMatchObject({ state: "failed" });
  expect((await pendingPublication(database, account.id, setId))?.fault).toContain("1.1.0 is published already");
});

test("asked for twice it is done once; of two processes one does it, and another takes over what was left", async () => {
  const { account, setId, ask } = await maker();
  const id = await askPublication(database, account.id, await ask("1.0.0"));
  expect(await askPublication(database, account.id, await ask("1.0.0"))).toBe(id);
  const claims = await Promise.all([claimPublication(database), claimPublication(database)]);
  expect(claims.filter((claim) => claim?.id === id)).toHaveLength(1);
  // The process is gone, and says nothing for a while.
  expect(await claimPublication(database)).toBeUndefined();
  await database("publications")
    .where({ id })
    .update({ claimed_at: new Date(Date.now() - PATIENCE - 1000) });
  await done();
  expect(await findPublication(database, account.id, id)).toMatchObject({ state: "done" });
  expect(await editionsOfSet(database, setId)).toHaveLength(2);
});

test("a brush that was binned meanwhile stops it, in one line, and nothing is published", async () => {
  const { account, ids, setId, ask } = await maker();
  const id = await askPublication(database, account.id, await ask("1.0.0"));
  await database("brushes").where({ id: ids[1] }).update({ binned_at: new Date() });
  await done();
  expect((await findPublication(database, account.id, id))?.fault).toMatch(/^1 of its brushes cannot be found/);
  expect(await editionsOfSet(database, setId)).toEqual([]);
});

test("another's publication is not there", async () => {
  const [mine, other] = [await maker(), await maker()];
  const id = await askPublication(database, mine.account.id, await mine.ask("1.0.0"));
  expect(await findPublication(database, other.account.id, id)).toBeUndefined();
  const claim = await claimPublication(database);
  await failPublication(database, { id, by: claim?.by ?? "" }, "stopped");
  expect(await pendingPublication(database, other.account.id, mine.setId)).toBeUndefined();
});

test("a set that was saved while it is published goes out as it was asked for", async () => {
  const { account, ids, setId, ask } = await maker();
  const id = await askPublication(database, account.id, await ask("1.0.0"));
  await saveSet(database, account.id, setId, 1, {
    name: "Pier",
    licence: "CC0-1.0",
    notes: "",
    credits: "",
    brushes: [{ id: ids[0], group: "" }],
  });
  await done();
  const editionId = (await findPublication(database, account.id, id))?.editionId ?? "";
  expect(await findEdition(database, editionId)).toMatchObject({ name: "Quay", licence: "CC-BY-4.0", brushes: 2 });
});

test("of two makers who ask at once neither waits for all of the other's", async () => {
  const [one, other] = [await maker(), await maker()];
  const second = await createSet(database, one.account.id, {
    name: "Pier",
    licence: "CC0-1.0",
    notes: "",
    credits: "",
    brushes: [{ id: one.ids[0], group: "" }],
  });
  const set = await findSet(database, one.account.id, second);
  if (!set) throw new Error("the set is gone");
  const mine = await askPublication(database, one.account.id, await one.ask("1.0.0"));
  await askPublication(database, one.account.id, { ...(await one.ask("1.0.0")), set });
  const theirs = await askPublication(database, other.account.id, await other.ask("1.0.0"));
  const claims = [await claimPublication(database), await claimPublication(database)];
  expect(claims.map((claim) => claim?.id)).toEqual([mine, theirs]);
  expect(await claimPublication(database), "the first maker's other one waits for the first").toBeUndefined();
  await database("publications").delete();
});

test("one that cannot be read ends as failed, says so, and keeps no other from being done", async () => {
  const [bad, good] = [await maker(), await maker()];
  const lost = await askPublication(database, bad.account.id, await bad.ask("1.0.0"));
  await database("publications").where({ id: lost }).update({ body: '{"set":null}' });
  const id = await askPublication(database, good.account.id, await good.ask("1.0.0"));
  await done();
  expect(await findPublication(database, good.account.id, id)).toMatchObject({ state: "done" });
  expect(await findPublication(database, bad.account.id, lost)).toMatchObject({
    state: "failed",
    fault: expect.stringContaining("cannot be read any more"),
  });
  // It can be asked for anew.
  expect(await askPublication(database, bad.account.id, await bad.ask("1.0.0"))).not.toBe(lost);
  await database("publications").delete();
});

test("an edition and the end of its publication are kept together or not at all: whoever lost the claim leaves nothing", async () => {
  const { account, setId, ask } = await maker();
  const id = await askPublication(database, account.id, await ask("1.0.0"));
  const stalled = await claimPublication(database);
  await database("publications")
    .where({ id })
    .update({ claimed_at: new Date(Date.now() - PATIENCE - 1000) });
  const next = await claimPublication(database);
  expect(next?.id).toBe(id);
  if (!stalled || !next) throw new Error("nothing was claimed");
  const set = await findSet(database, account.id, setId);
  if (!set) throw new Error("the set is gone");
  await expect(
    publish(database, pool, account, set, { version: "1.0.0" }, undefined, undefined, (change, edition) =>
      finishPublication(change, stalled, edition),
    ),
  ).rejects.toBeInstanceOf(ClaimLost);
  expect(await editionsOfSet(database, setId)).toEqual([]);
  await failPublication(database, stalled, "too late");
  expect(await findPublication(database, account.id, id)).toMatchObject({ state: "running", fault: "" });
  await failPublication(database, next, "stopped");
});

test("a study that takes too much painting stops it before anything is painted, by its name; a vignette whose brush is gone stays", async () => {
  const { account, ids, setId, ask } = await maker();
  const begin = (name: string, brushId?: string) =>
    createStudy(database, account.id, { name, width: 900, height: 600, paper: "#ffffff", setId, brushId });
  const long = (await begin("All day")) ?? "";
  const study = await findStudy(database, account.id, long);
  if (!study) throw new Error("the study is gone");
  const { known } = await brushesOfStudy(database, account.id, study);
  const n = 20_000;
  const trace = {
    x: Array.from({ length: n }, (_, i) => (i % 2 ? 20_000 : -20_000)),
    y: Array.from({ length: n }, () => 0),
    t: Array.from({ length: n }, () => 32),
  };
  const stroke = {
    kind: "stroke" as const,
    layer: 1,
    part: "paint" as const,
    brush: known[0].hash,
    values: { size: 2000, spacing: 0.01 },
    use: "paint" as const,
    colour: "#123456",
    second: "#ffffff",
    seed: 1,
    trace,
  };
  await appendActs(database, account.id, long, 0, [
    { ...stroke, at: 0 },
    { ...stroke, at: 999_999 },
  ]);
  await setGoesOut(database, account.id, long, true);
  expect(await studiesTooLong(database, account.id, setId)).toEqual([
    expect.stringMatching(/^The study “All day” takes [\d.]+ times as much painting as a demonstration may/),
  ]);
  const id = await askPublication(database, account.id, await ask("1.0.0"));
  await done();
  expect((await findPublication(database, account.id, id))?.fault).toMatch(
    /^The study “All day”.*Nothing was published/,
  );
  await setGoesOut(database, account.id, long, false);
  // A vignette of a brush that is destroyed meanwhile is no demonstration of all.
  const extra = (await addBrushes(database, account.id, [brushOf({ name: "Gone" })]))[0];
  const vignette = (await begin("Of what is gone", extra)) ?? "";
  const shown = await findStudy(database, account.id, vignette);
  if (!shown) throw new Error("the vignette is gone");
  const own = (await brushesOfStudy(database, account.id, shown)).known[0].hash;
  const short = { x: [3200, 32], y: [3200, 32], t: [0, 64] };
  await appendActs(database, account.id, vignette, 0, [{ ...stroke, brush: own, values: {}, at: 0, trace: short }]);
  await database("brushes").where({ id: extra }).delete();
  await askPublication(database, account.id, await ask("1.0.0"));
  await done();
  const edition = (await editionsOfSet(database, setId)).find(({ kind }) => kind === "full");
  if (!edition) throw new Error("nothing was published");
  expect(edition).toMatchObject({ version: "1.0.0", brushes: 2 });
  expect(await demonstrationsOf(database, edition.id)).toEqual([]);
  // And it can be painted on with the brush that it knows.
  const left = await findStudy(database, account.id, vignette);
  expect(left && (await brushesOfStudy(database, account.id, left)).tray).toEqual([own]);
  expect(ids).toHaveLength(2);
});
