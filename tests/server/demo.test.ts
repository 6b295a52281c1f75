import { seedDemo } from "@main/seed-demo";
import { createAccount } from "@server/accounts/repository";
import { migrate } from "@server/database/migrate";
import { RenderPool } from "@server/render/pool";
import { describe, expect, test } from "vitest";
import { scratchDatabase } from "./scratch-database";

const worker = new URL("../../build/node/render-worker.js", import.meta.url);

test("a start on a database with an account leaves it as it is", async () => {
  const { database, drop } = await scratchDatabase("demo");
  await migrate(database);
  await createAccount(database, { email: "a@example.com", studio: "A", password: "long enough it is" });
  const seeding = await seedDemo(database, new RenderPool(new URL("file:///nowhere.js")));
  await seeding.done;
  expect(seeding.progress()).toBeUndefined();
  expect(await database("accounts").pluck("studio")).toEqual(["A"]);
  expect(await database("brushes").first("id")).toBeUndefined();
  await drop();
});

describe("a first start that is cut short", () => {
  test("is gone on with by the next, part by part, and nothing is there twice", async () => {
    const { database, drop } = await scratchDatabase("demo_resumed");
    await migrate(database);
    const real = new RenderPool(worker);
    // The third picture of a study cannot be painted.
    let painted = 0;
    const failing = Object.assign(Object.create(real), {
      stages: async (...job: Parameters<RenderPool["stages"]>) => {
        if (++painted === 3) throw new Error("the power is cut");
        return real.stages(...job);
      },
    }) as RenderPool;
    const first = await seedDemo(database, failing);
    expect(first.progress()).toMatchObject({ of: expect.any(Number) });
    await expect(first.done).rejects.toThrow("the power is cut");
    expect(first.progress()).toMatchObject({
      fault: "the power is cut",
      doing: expect.stringMatching(/^a picture of/),
    });
    const count = async (table: "brushes" | "sets" | "studies" | "editions" | "tips") =>
      Number((await database(table).count({ n: "*" }))[0].n);
    const before = { brushes: await count("brushes"), sets: await count("sets"), studies: await count("studies") };
    expect(before.studies).toBe(3);
    expect(await count("editions")).toBe(0);
    const next = await seedDemo(database, real);
    await next.done;
    expect(next.progress()).toBeUndefined();
    expect(await count("editions")).toBe(2);
    expect([await count("brushes"), await count("sets")]).toEqual([before.brushes, before.sets]);
    const names = await database("studies").pluck("name");
    expect(new Set(names).size).toBe(names.length);
    expect(await count("tips")).toBeGreaterThan(0);
    // A third start has nothing to do.
    expect((await seedDemo(database, real)).progress()).toBeUndefined();
    await real.close();
    await drop();
  }, 240_000);
});
