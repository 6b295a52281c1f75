import { writeRgba } from "@core/formats/png/png";
import { addBrushes, listBrushes } from "@server/brushes/repository";
import { mayHave } from "@server/editions/may-have";
import { openBrushes } from "@server/editions/open-brushes";
import { type EditionAsk, publish } from "@server/editions/publish";
import { findEdition, packageBytes, withdraw } from "@server/editions/repository";
import { takePackage } from "@server/editions/take";
import { isTakenBack } from "@server/editions/withdrawn-pictures";
import { keepImage } from "@server/images/repository";
import { createSet, findSet } from "@server/sets/repository";
import { hashOfBrush } from "@server/studies/brushes";
import { makeVouchers, redeemVoucher } from "@server/vouchers/repository";
import { expect, test } from "vitest";
import { brushOf } from "../helpers";
import { onServer } from "./on-server";

const { database, pool, open } = onServer();

/** A maker with a published set: a brush with a picture tip, and a plain one that is in the sampler. */
async function published(shade: number, ask: Partial<EditionAsk> = {}) {
  const maker = await open();
  const dab = Uint8ClampedArray.from({ length: 64 }, (_, i) => (i % 4 === 3 ? 255 : shade));
  const picture = await keepImage(database, writeRgba(dab, 4, 4), "a dab");
  const shape = { kind: "image", pictures: [{ file: `tips/${picture}.png` }] };
  const brushes = [brushOf({ name: "Stencil", tip: { shape } }), brushOf({ name: "Liner" })];
  const ids = await addBrushes(database, maker.id, brushes);
  const draft = { name: "Signal box", licence: "CC-BY-4.0", notes: "", credits: "" } as const;
  const setId = await createSet(database, maker.id, {
    ...draft,
    brushes: [
      { id: ids[0], group: "" },
      { id: ids[1], group: "", sampler: true },
    ],
  });
  const publishNow = async (version: string) => {
    const set = await findSet(database, maker.id, setId);
    const made = set && (await publish(database, pool, maker, set, { version, ...ask }));
    if (!made || "fault" in made) throw new Error(JSON.stringify(made));
    return made.id;
  };
  const take = async (id: string) => {
    const taker = await open();
    await takePackage({ database, pool }, taker.id, (await packageBytes(database, id)) ?? new Uint8Array(), id);
    return taker;
  };
  return { maker, setId, picture, brushes, publishNow, take };
}

/** Whether an account, or somebody without one, may have an edition as it is now. */
async function has(id: string, account?: { readonly id: string }): Promise<boolean> {
  const edition = await findEdition(database, id);
  if (!edition) throw new Error("the edition is not there");
  return mayHave(database, edition, account?.id);
}

test("a withdrawn edition, its sampler and its pictures are there for its maker and those who took it, and for nobody else", async () => {
  const { maker, picture, brushes, publishNow, take } = await published(20);
  const id = await publishNow("1.0.0");
  const [taker, stranger] = [await take(id), await open()];
  for (const one of [undefined, maker, taker, stranger]) expect(await has(id, one)).toBe(true);
  await withdraw(database, maker.id, id, "the dab was not ours");
  expect([await has(id, maker), await has(id, taker)]).toEqual([true, true]);
  expect([await has(id), await has(id, stranger)]).toEqual([false, false]);
  const edition = await findEdition(database, id);
  if (!edition) throw new Error("the edition is not there");
  // Not even what its sampler gave away.
  const shown = await openBrushes(database, edition, stranger.id);
  expect(brushes.map(hashOfBrush).some(shown.has)).toBe(false);
  expect(await isTakenBack(database, picture, undefined)).toBe(true);
  expect(await isTakenBack(database, picture, stranger.id)).toBe(true);
  expect(await isTakenBack(database, picture, taker.id)).toBe(false);
  expect(await isTakenBack(database, picture, maker.id)).toBe(false);
});

test("who threw away what they took still has it, who made a brush with the picture before keeps that", async () => {
  const { maker, picture, brushes, publishNow, take } = await published(60);
  const id = await publishNow("1.0.0");
  const [taker, other] = [await take(id), await open()];
  await addBrushes(database, other.id, [brushes[0]]);
  await database("brushes").where({ account_id: taker.id }).delete();
  expect(await listBrushes(database, taker.id)).toEqual([]);
  await withdraw(database, maker.id, id, "");
  expect(await has(id, taker)).toBe(true);
  expect(await has(id, other)).toBe(false);
  expect(await isTakenBack(database, picture, other.id)).toBe(false);
});

test("a picture that another edition goes out with stays", async () => {
  const { maker, picture, publishNow } = await published(100);
  const first = await publishNow("1.0.0");
  const second = await publishNow("1.1.0");
  await withdraw(database, maker.id, first, "");
  expect(await isTakenBack(database, picture, undefined)).toBe(false);
  await withdraw(database, maker.id, second, "");
  expect(await isTakenBack(database, picture, undefined)).toBe(true);
});

test("of an edition by voucher, those have it who had used theirs by then", async () => {
  const { maker, setId, publishNow } = await published(140, { access: "voucher" });
  const id = await publishNow("1.0.0");
  const [early, late] = [await open(), await open()];
  const codes = (await makeVouchers(database, setId, 2, "", "maker")) ?? [];
  expect(await redeemVoucher(database, early.id, setId, codes[0])).toBe(true);
  await withdraw(database, maker.id, id, "");
  expect(await redeemVoucher(database, late.id, setId, codes[1])).toBe(true);
  // A moment on, so that no clock need be waited for.
  const { used_at } = (await database("vouchers").where({ code: codes[1] }).first("used_at")) ?? {};
  const later = new Date(Number(used_at) + 1000);
  await database("vouchers").where({ code: codes[1] }).update({ used_at: later });
  expect([await has(id, early), await has(id, late)]).toEqual([true, false]);
});
