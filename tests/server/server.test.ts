import { shapeOfSheets } from "@core/desk/tip/sheet";
import { pack, unpack } from "@core/formats/package";
import { writeRgba } from "@core/formats/png/png";
import { grainOf } from "@core/ground/grain";
import { closeSession, createAccount, findByPassword, findBySession, openSession } from "@server/accounts/repository";
import { bringBack, listBin, putIntoBin } from "@server/bin/repository";
import { addBrushes, findBrush, findRevision, listBrushes, saveBrush } from "@server/brushes/repository";
import { connect, type Database } from "@server/database/connect";
import { migrate } from "@server/database/migrate";
import { publish } from "@server/editions/publish";
import { editionsOfSet, findEdition, packageBytes } from "@server/editions/repository";
import { takePackage } from "@server/editions/take";
import { keptGrains } from "@server/grains/repository";
import { keptLabelSchema } from "@server/kept/kept-things";
import type { MeasureJob, StripJob } from "@server/render/job";
import { RenderPool } from "@server/render/pool";
import { giveOneGrain, grainScaleOf } from "@server/sets/one-grain";
import { brushesOfSet, createSet, findSet, saveSet } from "@server/sets/repository";
import { keptTips } from "@server/tips/repository";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { brushOf } from "../helpers";
import { testDatabaseUrl } from "./scratch-database";

let database: Database;
let count = 0;
const pool = new RenderPool(new URL("../../build/node/render-worker.js", import.meta.url));
const open = async (studio = "A studio") => {
  const account = await createAccount(database, {
    email: `s${++count}-${process.pid}@example.com`,
    studio,
    password: "long enough it is",
  });
  if (!account) throw new Error("the address was taken");
  return account;
};

beforeAll(async () => {
  database = connect(testDatabaseUrl());
  await migrate(database);
});

afterAll(async () => {
  await pool.close();
  await database.destroy();
});

describe("accounts", () => {
  test("a password is kept as argon2id and found again; a wrong one and an unknown address are not told apart", async () => {
    const account = await open();
    const row = await database("accounts").where({ id: account.id }).first("password_hash");
    expect(row?.password_hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(await findByPassword(database, account.email.toUpperCase(), "long enough it is")).toEqual(account);
    expect(await findByPassword(database, account.email, "wrong")).toBeUndefined();
    expect(await findByPassword(database, "nobody@example.com", "long enough it is")).toBeUndefined();
  });

  test("an address has one account, in whatever letters", async () => {
    const account = await open();
    expect(
      await createAccount(database, { email: account.email.toUpperCase(), studio: "x", password: "long enough it is" }),
    ).toBeUndefined();
  });

  test("a session opens, is found by its secret only, and closes", async () => {
    const account = await open();
    const token = await openSession(database, account.id);
    expect((await findBySession(database, token))?.id).toBe(account.id);
    expect(await findBySession(database, `${token}x`)).toBeUndefined();
    expect(JSON.stringify(await database("sessions").select())).not.toContain(token);
    await closeSession(database, token);
    expect(await findBySession(database, token)).toBeUndefined();
  });
});

describe("brushes", () => {
  test("revisions are kept as they were; a stale save changes nothing and shows the newest", async () => {
    const { id: owner } = await open();
    const [id] = await addBrushes(database, owner, [brushOf({ name: "Quill" })]);
    expect(await saveBrush(database, owner, id, 1, brushOf({ name: "Quill 2", tip: { size: 50 } }))).toEqual({
      saved: true,
      revision: 2,
    });
    const stale = await saveBrush(database, owner, id, 1, brushOf({ name: "Quill other" }));
    expect(stale?.saved).toBe(false);
    if (stale && !stale.saved) expect([stale.newest.revision, stale.newest.brush.name]).toEqual([2, "Quill 2"]);
    expect((await findRevision(database, owner, id, 1))?.name).toBe("Quill");
    expect((await findBrush(database, owner, id))?.brush.tip.size).toBe(50);
  });

  test("of two saves from the same revision at once exactly one wins", async () => {
    const { id: owner } = await open();
    const [id] = await addBrushes(database, owner, [brushOf()]);
    const results = await Promise.all(
      [1, 2, 3, 4].map((n) => saveBrush(database, owner, id, 1, brushOf({ name: `try ${n}` }))),
    );
    expect(results.filter((r) => r?.saved)).toHaveLength(1);
  });

  test("another's brush is not there: not to see, not to save, not to put into a set", async () => {
    const [owner, other] = [await open(), await open()];
    const [id] = await addBrushes(database, owner.id, [brushOf()]);
    expect(await findBrush(database, other.id, id)).toBeUndefined();
    expect(await findRevision(database, other.id, id, 1)).toBeUndefined();
    expect(await saveBrush(database, other.id, id, 1, brushOf({ name: "mine now" }))).toBeUndefined();
    const setId = await createSet(database, other.id, {
      name: "s",
      licence: "CC0-1.0",
      notes: "",
      credits: "",
      brushes: [{ id, group: "" }],
    });
    expect((await findSet(database, other.id, setId))?.brushes).toEqual([]);
    expect(await findSet(database, owner.id, setId)).toBeUndefined();
  });

  test("new brushes stand first, in their order, also when added at the same time", async () => {
    const { id: owner } = await open();
    await addBrushes(database, owner, [brushOf({ name: "old" })]);
    await addBrushes(database, owner, [brushOf({ name: "a" }), brushOf({ name: "b" })]);
    expect((await listBrushes(database, owner)).map((k) => k.brush.name)).toEqual(["a", "b", "old"]);
    await Promise.all([1, 2, 3].map((n) => addBrushes(database, owner, [brushOf({ name: `p${n}` })])));
    const positions = await database("brushes").where({ account_id: owner }).pluck("position");
    expect(new Set(positions).size).toBe(6);
  });
});

describe("kept tips and grains", () => {
  const label = { name: "Rivet", tags: "metal", credit: "A studio", licence: "CC0-1.0" as const };
  const body = {
    shape: shapeOfSheets(["tips/aa.png"], true, { pick: "chance", weights: [1] }),
    pivot: [0, 1] as [number, number],
  };

  test("come back as they were, with the brushes that have them now, and are no one else's", async () => {
    const [maker, other] = [await open(), await open()];
    const id = await keptTips.keep(database, maker.id, label, body);
    await addBrushes(database, maker.id, [
      brushOf({ name: "Stamper", tip: { shape: body.shape } }),
      brushOf({ name: "Plain" }),
    ]);
    await addBrushes(database, other.id, [brushOf({ name: "Theirs", tip: { shape: body.shape } })]);
    const [kept] = await keptTips.list(database, maker.id);
    expect(kept).toMatchObject({ id, ...label, ...body, usedBy: ["Stamper"] });
    expect(await keptTips.list(database, other.id)).toEqual([]);
    expect(await putIntoBin(database, other.id, "tips", id)).toBe(false);
    expect(await putIntoBin(database, maker.id, "tips", id)).toBe(true);
    expect(await keptTips.list(database, maker.id)).toEqual([]);
    expect(await listBin(database, maker.id)).toMatchObject([{ what: "tips", id, name: label.name }]);
    expect(
      (await listBrushes(database, maker.id)).find(({ brush }) => brush.name === "Stamper")?.brush.tip.shape,
      "its brush keeps it",
    ).toEqual(body.shape);
    expect(await bringBack(database, maker.id, "tips", id)).toBe(true);
    expect(await keptTips.list(database, maker.id)).toMatchObject([{ id, ...label, ...body }]);
  });

  test("grains are kept alike, apart from tips", async () => {
    const maker = await open();
    const grain = { file: "grains/bb.png", pxPerMm: 12.5 };
    const id = await keptGrains.keep(database, maker.id, label, grain);
    await keptGrains.keep(
      database,
      maker.id,
      { ...label, name: "Unmeasured" },
      { file: "grains/cc.png", pxPerMm: null },
    );
    await addBrushes(database, maker.id, [
      brushOf({ name: "Rough", ground: { depth: 0.5, grain: { kind: "picture", file: grain.file } } }),
    ]);
    const kept = await keptGrains.list(database, maker.id);
    expect(kept.find((one) => one.id === id)).toMatchObject({ ...label, ...grain, usedBy: ["Rough"] });
    expect(kept.find((one) => one.id !== id)).toMatchObject({ name: "Unmeasured", pxPerMm: null, usedBy: [] });
    expect(await keptTips.list(database, maker.id)).toEqual([]);
    expect(await putIntoBin(database, maker.id, "tips", id)).toBe(false);
    await expect(keptGrains.keep(database, maker.id, label, { file: "tips/bb.png", pxPerMm: null })).rejects.toThrow(
      "grains/<name>.png",
    );
  });

  test("must be made of pictures and have a name", async () => {
    const maker = await open();
    await expect(
      keptTips.keep(database, maker.id, label, { shape: { kind: "ellipse" } as never, pivot: [0, 0] }),
    ).rejects.toThrow("a kept tip is made of pictures");
    expect(keptLabelSchema.safeParse({ ...label, name: "  " }).success).toBe(false);
    expect(keptLabelSchema.safeParse({ ...label, licence: "all mine" }).success).toBe(false);
  });
});

describe("sets and editions", () => {
  async function published() {
    const account = await open("Quayside Signworks");
    const ids = await addBrushes(database, account.id, [
      brushOf({ name: "One" }),
      brushOf({ name: "Two", tip: { size: 20 } }),
    ]);
    const setId = await createSet(database, account.id, {
      name: "Fascia",
      licence: "CC-BY-4.0",
      notes: "n",
      credits: "",
      brushes: [
        { id: ids[1], group: "g" },
        { id: ids[0], group: "" },
      ],
    });
    const set = await findSet(database, account.id, setId);
    if (!set) throw new Error("the set is gone");
    return { account, set, publication: await publish(database, pool, account, set, { version: "1.0.0" }), ids };
  }

  test("a set keeps its order and refuses a stale save", async () => {
    const { account, set } = await published();
    expect((await brushesOfSet(database, account.id, set)).map((b) => [b.brush.name, b.group])).toEqual([
      ["Two", "g"],
      ["One", ""],
    ]);
    const draft = {
      name: "Fascia II",
      licence: set.licence,
      notes: "",
      credits: "",
      brushes: [...set.brushes].reverse(),
    };
    expect(await saveSet(database, account.id, set.id, 1, draft)).toEqual({ saved: true, revision: 2 });
    expect((await saveSet(database, account.id, set.id, 1, { ...draft, notes: "other words" }))?.saved).toBe(false);
    // Sent twice, because its answer was lost, it is no conflict with itself.
    expect(await saveSet(database, account.id, set.id, 1, draft)).toEqual({ saved: true, revision: 2 });
    const after = await findSet(database, account.id, set.id);
    expect(after && (await brushesOfSet(database, account.id, after)).map((b) => b.brush.name)).toEqual(["One", "Two"]);
  });

  test("a set's brushes with a ground are given one grain, each as a new revision; smooth ones stay", async () => {
    const account = await open();
    const ids = await addBrushes(database, account.id, [
      brushOf({ name: "Dry", ground: { law: "pool", depth: 0.3 } }),
      brushOf({ name: "Smooth" }),
    ]);
    const setId = await createSet(database, account.id, {
      name: "Boards",
      licence: "CC0-1.0",
      notes: "",
      credits: "",
      brushes: ids.map((id) => ({ id, group: "" })),
    });
    const set = await findSet(database, account.id, setId);
    if (!set) throw new Error("the set is gone");
    expect(await giveOneGrain(database, account.id, set, grainOf("weave"), 1.5)).toBe(1);
    expect(await grainScaleOf(database, account.id, set)).toBe(1.5);
    const [dry, smooth] = await Promise.all(ids.map((id) => findBrush(database, account.id, id)));
    expect(dry?.brush.ground).toMatchObject({ grain: { kind: "weave" }, grainScale: 1.5, law: "pool", depth: 0.3 });
    expect([dry?.revision, smooth?.revision, smooth?.brush.ground]).toEqual([2, 1, null]);
    expect((await findRevision(database, account.id, ids[0], 1))?.ground?.grain.kind).toBe("paper");
  });

  test("an edition's bytes stay as published, a version exists once, and another painter gets the very brushes", async () => {
    const { account, set, publication, ids } = await published();
    if ("fault" in publication) throw new Error(publication.fault);
    const before = await packageBytes(database, publication.id);
    await saveBrush(database, account.id, ids[0], 1, brushOf({ name: "One, changed" }));
    expect(await publish(database, pool, account, set, { version: "1.0.0" })).toHaveProperty("fault");
    const after = await packageBytes(database, publication.id);
    expect(after && before && Buffer.compare(Buffer.from(before), Buffer.from(after))).toBe(0);
    expect((await findEdition(database, publication.id))?.bytes).toBe(before?.length);
    const painter = await open();
    if (before) await takePackage({ database, pool }, painter.id, before);
    const shelf = await listBrushes(database, painter.id);
    expect(shelf.map((k) => [k.brush, k.origin])).toEqual([
      [brushOf({ name: "Two", tip: { size: 20 } }), "Fascia 1.0.0, Quayside Signworks"],
      [brushOf({ name: "One" }), "Fascia 1.0.0, Quayside Signworks"],
    ]);
  });

  test("packages that share pictures are all taken when many come at once, in whatever order they have them", async () => {
    const shades = Array.from({ length: 12 }, (_, n) =>
      writeRgba(new Uint8ClampedArray(16 * 16 * 4).fill(20 * n + (count % 7)), 16, 16),
    );
    const packageOf = (order: readonly number[]) => {
      const brushes = new Map(
        order.map((n) => [
          `brushes/b${n}.json`,
          brushOf({ name: `B${n}`, tip: { shape: { kind: "image", pictures: [{ file: `tips/p${n}.png` }] } } }),
        ]),
      );
      const files = new Map(order.map((n) => [`tips/p${n}.png`, shades[n]]));
      const set = {
        format: "brosse-set",
        level: 1,
        name: "S",
        version: "1.0.0",
        studio: "A",
        licence: "CC0-1.0",
        notes: "",
        credits: "",
        brushes: [...brushes.keys()].map((file) => ({ file, group: "" })),
      } as const;
      return pack({ set: { ...set, brushes: [...set.brushes] }, brushes, files });
    };
    const forward = packageOf(shades.map((_, n) => n));
    const backward = packageOf(shades.map((_, n) => shades.length - 1 - n));
    const takers = await Promise.all(Array.from({ length: 16 }, () => open()));
    const reading = { unpack: async (bytes: Uint8Array) => unpack(bytes) };
    const taken = await Promise.all(
      takers.map((taker, n) => takePackage({ database, pool: reading }, taker.id, n % 2 ? forward : backward)),
    );
    expect(taken.every(({ ids }) => ids.length === shades.length)).toBe(true);
  });

  test("a bad package leaves the shelf as it was", async () => {
    const { account, publication } = await published();
    if ("fault" in publication) throw new Error(publication.fault);
    const bytes = await packageBytes(database, publication.id);
    await expect(takePackage({ database, pool }, account.id, bytes?.slice(0, 700) ?? new Uint8Array())).rejects.toThrow(
      /damaged/,
    );
    expect(await listBrushes(database, account.id)).toHaveLength(2);
  });

  test("a version that exists is refused before anything is painted", async () => {
    const { account, set } = await published();
    let painted = 0;
    const counting = {
      strip: () => Promise.reject(new Error(`painted ${++painted}`)),
      stages: () => Promise.resolve([]),
      specimen: () => Promise.resolve([]),
      measure: () => Promise.reject(new Error(`measured ${++painted}`)),
      packStudy: () => Promise.reject(new Error(`packed ${++painted}`)),
    };
    expect(await publish(database, counting, account, set, { version: "1.0.0" })).toHaveProperty("fault");
    expect(painted).toBe(0);
  });

  test("of two who publish one version at once the second is refused and leaves nothing behind", async () => {
    const { account, set } = await published();
    const images = async () => (await database("images").pluck("sha256")).sort();
    let between: string[] = [];
    const slow = {
      stages: () => Promise.resolve([]),
      strip: (job: StripJob, who: string) => pool.strip(job, who),
      measure: (job: MeasureJob, who: string) => pool.measure(job, who),
      packStudy: () => Promise.resolve(new Uint8Array()),
      specimen: async () => {
        // While this specimen, which is unlike any other, is painted, another request publishes the version.
        await publish(database, pool, account, set, { version: "1.1.0" });
        between = await images();
        return [writeRgba(new Uint8ClampedArray(720 * 96 * 4).fill(77), 720, 96)];
      },
    };
    expect(await publish(database, slow, account, set, { version: "1.1.0" })).toHaveProperty("fault");
    expect(await images()).toEqual(between);
    expect((await editionsOfSet(database, set.id)).map((edition) => edition.version).sort()).toEqual([
      "1.0.0",
      "1.1.0",
    ]);
  });

  test("an empty set is not published", async () => {
    const account = await open();
    const id = await createSet(database, account.id, {
      name: "s",
      licence: "CC0-1.0",
      notes: "",
      credits: "",
      brushes: [],
    });
    const set = await findSet(database, account.id, id);
    expect(set && (await publish(database, pool, account, set, { version: "1.0.0" }))).toHaveProperty("fault");
  });
});
