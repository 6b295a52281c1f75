import type { Brush } from "@core/brush";
import { mayTry } from "@server/accounts/rate";
import { actOnAnswer, addAnswer, answersToSet, shownAnswers } from "@server/answers/repository";
import { addBrushes, listBrushes } from "@server/brushes/repository";
import { mayHave } from "@server/editions/may-have";
import { openBrushes } from "@server/editions/open-brushes";
import { type EditionAsk, publish } from "@server/editions/publish";
import { findEdition, packageBytes, withdraw } from "@server/editions/repository";
import { onShelf, takePackage } from "@server/editions/take";
import { readOutletAsk } from "@server/outlet/ask";
import { count, daysOfSet } from "@server/outlet/counts";
import { findInOutlet, findMaker } from "@server/outlet/find";
import { latestEditions, publishedPages } from "@server/outlet/latest";
import { createSet, findSet, type SetDraft } from "@server/sets/repository";
import { hashOfBrush } from "@server/studies/brushes";
import { makeVouchers, readCode, redeemVoucher, vouchersOfSet } from "@server/vouchers/repository";
import { describe, expect, test } from "vitest";
import { brushOf } from "../helpers";
import { onServer } from "./on-server";

const { database, pool, open } = onServer();

/** A maker with a published set; each word is in one test only. */
async function published(name: string, ask: Partial<EditionAsk> = {}, draft: Partial<SetDraft> = {}, brush?: Brush) {
  const account = await open();
  const ids = await addBrushes(database, account.id, [
    brush ?? brushOf({ name: `${name} quill` }),
    brushOf({ name: "Rag" }),
  ]);
  const setId = await createSet(database, account.id, {
    name,
    licence: "CC-BY-4.0",
    notes: "",
    credits: "",
    brushes: [
      { id: ids[0], group: "" },
      { id: ids[1], group: "", sampler: true },
    ],
    ...draft,
  });
  const publishNow = async (version: string) => {
    const set = await findSet(database, account.id, setId);
    const made = set && (await publish(database, pool, account, set, { version, ...ask }));
    if (!made || "fault" in made) throw new Error(JSON.stringify(made));
    return made.id;
  };
  return { account, setId, editionId: await publishNow("1.0.0"), publishNow };
}

const found = async (search: string) =>
  (await findInOutlet(database, readOutletAsk(new URLSearchParams(search)))).lines.map(({ edition }) => edition.name);

describe("the outlet", () => {
  test("shows a set once, by its newest edition, with the others and its sampler", async () => {
    const { account, publishNow } = await published("Gantry");
    const second = await publishNow("1.1.0");
    const { lines } = await findInOutlet(database, readOutletAsk(new URLSearchParams("find=gantry")));
    expect(lines).toHaveLength(1);
    expect(lines[0]).toMatchObject({ edition: { id: second, version: "1.1.0" }, makerId: account.id, takes: 0 });
    expect(lines[0].editions.map(({ version }) => version)).toEqual(["1.1.0", "1.0.0"]);
    expect(lines[0].sampler).toMatchObject({ kind: "sampler", version: "1.1.0", samplerOf: second });
    await withdraw(database, account.id, second, "");
    const [line] = (await findInOutlet(database, readOutletAsk(new URLSearchParams("find=gantry")))).lines;
    expect(line.edition.version).toBe("1.0.0");
    expect(await findMaker(database, account.id)).toEqual({ studio: "Tar and Twine" });
    expect(await findMaker(database, (await open()).id)).toBeUndefined();
  });

  test("is searched by words that mean themselves, by brush, trait, licence and who may have it", async () => {
    await published("Bollard 50%", {}, { licence: "CC0-1.0" }, brushOf({ name: "Bollard mop", tags: ["hawser"] }));
    await published("Capstan", { access: "voucher" }, { notes: "bollard too" });
    expect((await found("find=bollard")).sort()).toEqual(["Bollard 50%", "Capstan"]);
    expect(await found("find=hawser+mop")).toEqual(["Bollard 50%"]);
    expect(await found("find=bollard+50%25")).toEqual(["Bollard 50%"]);
    expect(await found("find=bollard&licence=CC0-1.0")).toEqual(["Bollard 50%"]);
    expect(await found("find=bollard&access=voucher")).toEqual(["Capstan"]);
    expect((await found("find=bollard&trait=covers")).sort()).toEqual(["Bollard 50%", "Capstan"]);
    expect(await found("find=bollard&trait=blends")).toEqual([]);
    // What cannot be meant is left out.
    expect(await found("find=bollard&licence=none&page=x")).toHaveLength(2);
  });

  test("most taken come first where that is asked for; a feed and a map of the site have what is out", async () => {
    const [few, many] = [await published("Fairlead one"), await published("Fairlead two")];
    await published("Fairlead three");
    const bytes = (await packageBytes(database, many.editionId)) ?? new Uint8Array();
    for (let n = 0; n < 2; n++) await takePackage({ database, pool }, (await open()).id, bytes, many.editionId);
    const other = (await packageBytes(database, few.editionId)) ?? new Uint8Array();
    await takePackage({ database, pool }, (await open()).id, other, few.editionId);
    expect(await found("find=fairlead&order=taken")).toEqual(["Fairlead two", "Fairlead one", "Fairlead three"]);
    expect(await found("find=fairlead")).toEqual(["Fairlead three", "Fairlead two", "Fairlead one"]);
    expect((await latestEditions(database)).slice(0, 3).map(({ name }) => name)).toEqual([
      "Fairlead three",
      "Fairlead two",
      "Fairlead one",
    ]);
    expect((await publishedPages(database)).makers).toContain(few.account.id);
  });
});

describe("taking", () => {
  test("by fifty painters at once doubles nothing and counts each of them once", async () => {
    const { editionId, setId } = await published("Windlass");
    const bytes = (await packageBytes(database, editionId)) ?? new Uint8Array();
    const takers = await Promise.all(Array.from({ length: 50 }, () => open()));
    await Promise.all(takers.map(({ id }) => takePackage({ database, pool }, id, bytes, editionId)));
    const shelves = await Promise.all(takers.map(({ id }) => listBrushes(database, id)));
    expect(shelves.every((shelf) => shelf.length === 2)).toBe(true);
    expect(await database("takes").where({ edition_id: editionId })).toHaveLength(50);
    // Once more is another copy, and no other taker.
    await takePackage({ database, pool }, takers[0].id, bytes, editionId);
    await Promise.all([1, 2, 3].map(() => count(database, editionId, "tries")));
    const [today] = await daysOfSet(database, setId, 30);
    expect(today).toMatchObject({ takes: 50, downloads: 0, tries: 3 });
    const edition = await findEdition(database, editionId);
    expect(edition && (await onShelf(database, takers[0].id, edition))).toEqual({
      versions: ["1.0.0"],
      brushes: 4,
      isThis: true,
    });
  }, 120_000);
});

describe("vouchers", () => {
  test("open the set to the one account that uses them, once; whoever comes second has none", async () => {
    const { setId, editionId, account } = await published("Stanchion", { access: "voucher" });
    const edition = await findEdition(database, editionId);
    if (!edition) throw new Error("the edition is gone");
    const [code] = (await makeVouchers(database, setId, 3, "for the yard", "maker")) ?? [];
    const racers = await Promise.all(Array.from({ length: 10 }, () => open()));
    const won = await Promise.all(racers.map(({ id }) => redeemVoucher(database, id, setId, code)));
    expect(won.filter(Boolean)).toHaveLength(1);
    const winner = racers[won.indexOf(true)];
    expect(await redeemVoucher(database, winner.id, setId, code)).toBe(true);
    const may = await Promise.all(racers.map(({ id }) => mayHave(database, edition, id)));
    expect(may.filter(Boolean)).toHaveLength(1);
    expect(await mayHave(database, edition, undefined)).toBe(false);
    expect(await mayHave(database, edition, account.id)).toBe(true);
    const used = (await vouchersOfSet(database, setId)).filter(({ usedAt }) => usedAt !== null);
    expect(used).toMatchObject([{ code, note: "for the yard", madeBy: "maker", usedBy: "Tar and Twine" }]);
    const other = await published("Stanchion two", { access: "voucher" });
    const [theirs] = (await makeVouchers(database, other.setId, 1, "", "till")) ?? [];
    expect(await redeemVoucher(database, racers[0].id, setId, theirs)).toBe(false);
  });

  test("keep a full edition’s brushes to those who may have it: a sampler opens its own, and no namesakes", async () => {
    const [first, second] = [
      brushOf({ name: "Cleat", tip: { size: 9 } }),
      brushOf({ name: "Cleat", tip: { size: 31 } }),
    ];
    const account = await open();
    const ids = await addBrushes(database, account.id, [first, second]);
    const setId = await createSet(database, account.id, {
      name: "Cleats",
      licence: "CC0-1.0",
      notes: "",
      credits: "",
      brushes: [
        { id: ids[0], group: "" },
        { id: ids[1], group: "", sampler: true },
      ],
    });
    const set = await findSet(database, account.id, setId);
    const made = set && (await publish(database, pool, account, set, { version: "1.0.0", access: "voucher" }));
    const edition = made && "id" in made ? await findEdition(database, made.id) : undefined;
    if (!edition) throw new Error(JSON.stringify(made));
    const told = async (accountId?: string) => {
      const open = await openBrushes(database, edition, accountId);
      return [open.mayHave, open.has(hashOfBrush(first)), open.has(hashOfBrush(second))];
    };
    expect(await told()).toEqual([false, false, true]);
    expect(await told((await open()).id)).toEqual([false, false, true]);
    expect(await told(account.id)).toEqual([true, true, true]);
  });

  test("have codes of eighty bits that are read however they were typed; too many unused ones are refused", async () => {
    const { setId } = await published("Thole", { access: "voucher" });
    const codes = (await makeVouchers(database, setId, 400, "", "maker")) ?? [];
    expect(new Set(codes).size).toBe(400);
    expect(codes.every((code) => /^([0-9A-HJKMNP-TV-Z]{4}-){3}[0-9A-HJKMNP-TV-Z]{4}$/.test(code))).toBe(true);
    expect(readCode(` ${codes[0].toLowerCase().replaceAll("-", " ")} `)).toBe(codes[0]);
    expect(readCode("oIL0-0000-0000-0000")).toBe("0110-0000-0000-0000");
    for (const wrong of ["", "7KQ2", "U".repeat(16), `${codes[0]}7`]) expect(readCode(wrong)).toBeUndefined();
    expect(await makeVouchers(database, setId, 101, "", "maker")).toBeUndefined();
  });

  test("are tried so often and no more within an hour", async () => {
    const rate = { name: "test", anHour: 3 };
    const whose = `account ${Math.random()}`;
    const at = (minutes: number) => new Date(Date.UTC(2026, 10, 29, 9, minutes));
    const tries = [];
    for (const minutes of [0, 1, 2, 3, 59]) tries.push(await mayTry(database, rate, whose, at(minutes)));
    expect(tries).toEqual([true, true, true, false, false]);
    expect(await mayTry(database, rate, whose, at(61))).toBe(true);
    expect(await mayTry(database, rate, "somebody else", at(3))).toBe(true);
  });
});

describe("answers", () => {
  const told = { kind: "too slow", says: "<b>crawls</b>", guest: "Nell", brushFile: null, stroke: null } as const;

  test("of guests have their name; a reply is for all to read, what is put away is not", async () => {
    const { account, setId, editionId } = await published("Dolphin");
    const from = { accountId: undefined, address: `10.0.2.1 ${Math.random()}` };
    await addAnswer(database, editionId, told, from);
    const [answer] = await answersToSet(database, account.id, setId);
    expect(answer).toMatchObject({ from: "Nell, a guest", says: "<b>crawls</b>", done: false, hidden: false });
    expect(await shownAnswers(database, setId, undefined)).toEqual([]);
    const stranger = await open();
    expect(await actOnAnswer(database, stranger.id, answer.id, { act: "hide", on: true })).toBe(false);
    await actOnAnswer(database, account.id, answer.id, { act: "reply", reply: "Try the sampler." });
    await actOnAnswer(database, account.id, answer.id, { act: "done", on: true });
    expect(await shownAnswers(database, setId, undefined)).toMatchObject([
      { from: "Nell, a guest", reply: "Try the sampler.", own: false },
    ]);
    await actOnAnswer(database, account.id, answer.id, { act: "hide", on: true });
    expect(await shownAnswers(database, setId, undefined)).toEqual([]);
    expect(await answersToSet(database, account.id, setId)).toMatchObject([{ done: true, hidden: true }]);
  });

  test("are seen by who gave them before anybody has replied, under their studio’s name and no other", async () => {
    const { setId, editionId } = await published("Sheave");
    const painter = await open("Lock Keepers");
    await addAnswer(database, editionId, told, { accountId: painter.id, address: `10.0.2.2 ${Math.random()}` });
    expect(await shownAnswers(database, setId, painter.id)).toMatchObject([{ from: "Lock Keepers", own: true }]);
    expect(await shownAnswers(database, setId, (await open()).id)).toEqual([]);
  });
});
