import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { FormatError } from "@core/formats/fault";
import { Allowance, AllowanceSpent } from "@server/render/allowance";
import { stripJob } from "@server/render/job";
import { RenderPool, TooCostly } from "@server/render/pool";
import { encode } from "fast-png";
import { afterAll, describe, expect, test } from "vitest";
import { brushOf } from "../../helpers";

const folder = mkdtempSync(join(tmpdir(), "brosse-pool-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A pool whose threads do what this text says. */
function poolOf(script: string, part = 1): RenderPool {
  const file = join(folder, `worker-${Math.random().toString(36).slice(2)}.mjs`);
  writeFileSync(file, script);
  return new RenderPool(pathToFileURL(file), 1, part);
}

const job = (name = "a") => stripJob(brushOf({ name }), new Map(), 100, 40, "#123456");
const dot = encode({ width: 2, height: 2, data: new Uint8Array(4), channels: 1, depth: 8 });

describe("a pool of threads", () => {
  test("paints a strip once for all who ask for it, also at the same moment", async () => {
    const pool = poolOf("let n = 0; export const strip = () => ({ made: new Uint8Array([++n]) });");
    const all = await Promise.all([pool.strip(job(), "a"), pool.strip(job(), "a"), pool.strip(job(), "a")]);
    expect([...all, await pool.strip(job(), "a")].map((png) => png[0])).toEqual([1, 1, 1, 1]);
    expect((await pool.strip(job("b"), "a"))[0]).toBe(2);
    await pool.close();
  });

  test("a strip that could not be painted is tried again when it is asked for again", async () => {
    const pool = poolOf(
      "let n = 0; export const strip = () => { if (++n === 1) throw new Error('out of paint'); return { made: new Uint8Array([n]) }; };",
    );
    await expect(pool.strip(job(), "a")).rejects.toThrow("out of paint");
    expect((await pool.strip(job(), "a"))[0]).toBe(2);
    await pool.close();
  });

  test("a thread that dies fails its own work, and the next work is done by another", async () => {
    const pool = poolOf(
      "export const strip = ({ job: { brush } }) => { if (JSON.parse(brush).name === 'dies') process.exit(3); return { made: new Uint8Array([7]) }; };",
    );
    await expect(pool.strip(job("dies"), "a")).rejects.toThrow();
    expect((await pool.strip(job("lives"), "a"))[0]).toBe(7);
    await pool.close();
  });

  /** A strip takes as long as it is wide, ms. */
  const slow = `
    const ms = () => Math.round(performance.timeOrigin + performance.now()) % 0x40000000;
    export const strip = ({ job, clock }) => {
      clock[1] = ms();
      Atomics.store(clock, 0, -1);
      const end = Date.now() + job.width;
      while (Date.now() < end);
      return { made: new Uint8Array([1]) };
    };`;
  const strip = (name: string, ms: number) => ({ ...job(name), width: ms });

  test("what waits longer than work may take is done all the same", async () => {
    // A strip may work for 600 ms here: ten of 200 ms are done one after the other.
    const pool = poolOf(slow, 0.02);
    const all = await Promise.all(Array.from({ length: 10 }, (_, n) => pool.strip(strip(`b${n}`, 200), "a")));
    expect(all).toHaveLength(10);
    await pool.close();
  });

  test("what works longer than it may is ended, as too costly and not as a busy house, and nobody else's is", async () => {
    const pool = poolOf(slow, 0.02);
    const [costly, plain] = await Promise.allSettled([
      pool.strip(strip("costly", 60_000), "a"),
      pool.strip(strip("plain", 20), "b"),
    ]);
    expect(costly.status === "rejected" && costly.reason).toBeInstanceOf(TooCostly);
    expect(plain.status).toBe("fulfilled");
    await pool.close();
  });

  test("what comes from outside and cannot be used is a FormatError here as it was there", async () => {
    const pool = new RenderPool(new URL("../../../build/node/render-worker.js", import.meta.url), 1);
    await expect(pool.readPicture({ bytes: dot.slice(0, -20), what: "dot.png" }, "a")).rejects.toBeInstanceOf(
      FormatError,
    );
    await expect(pool.unpack(new Uint8Array(40), "a")).rejects.toThrow("not a ZIP file");
    expect(await pool.readPicture({ bytes: dot, what: "dot.png" }, "a")).toEqual({ width: 2, height: 2 });
    await expect(pool.readPicture({ bytes: new Uint8Array(9), what: "no.png" }, "a")).rejects.toThrow(
      "no.png: not a PNG picture",
    );
    await pool.close();
  });
});

describe("what one account may have done at one time", () => {
  test("is no more than its allowance, and others are not held up by it", async () => {
    const allowance = new Allowance(100);
    let finish: () => void = () => undefined;
    const long = allowance.during(
      "a",
      70,
      () =>
        new Promise<void>((resolve) => {
          finish = resolve;
        }),
    );
    await expect(allowance.during("a", 40, async () => 1)).rejects.toBeInstanceOf(AllowanceSpent);
    expect(await allowance.during("a", 30, async () => 2)).toBe(2);
    expect(await allowance.during("b", 90, async () => 3)).toBe(3);
    finish();
    await long;
    expect(await allowance.during("a", 40, async () => 4)).toBe(4);
  });

  test("one alone may be larger than the allowance, and what fails gives back what it used", async () => {
    const allowance = new Allowance(100);
    await expect(allowance.during("a", 500, () => Promise.reject(new Error("x")))).rejects.toThrow("x");
    expect(await allowance.during("a", 100, async () => 5)).toBe(5);
  });
});
