import { readPng } from "@core/formats/png/png";
import { type StripJob, stripJob } from "@server/render/job";
import { TooCostly } from "@server/render/pool";
import { stripPng } from "@server/strips/repository";
import { expect, test } from "vitest";
import { brushOf } from "../helpers";
import { onServer } from "./on-server";

const { database, pool } = onServer();

/** Lawful, and far too much to be painted as it is. */
const costly = brushOf({
  name: "Costly",
  tip: { size: 2000, shape: { kind: "bristles", hairs: 400 } },
  trail: { spacing: 0.01, count: 64 },
  paint: { mixing: 1, taking: "each" },
});

const SIGN = [120, 120, 120, 255];

function signOf(png: Uint8Array): number[] {
  const { data, width, height } = readPng(png, "strip");
  const at = 4 * ((height - 8) * width + width - 12);
  const near = [-2, -1, 0, 1, 2].map((y) => [...data.slice(at + 4 * width * y, at + 4 * width * y + 4)]);
  return near.find((pixel) => pixel.every((value, i) => value === SIGN[i])) ?? near[2];
}

test("strips of costly brushes are painted plainer, with a sign; others' strips and one's plain ones have none", async () => {
  const began = performance.now();
  const asked = Array.from({ length: 6 }, (_, n) =>
    stripJob(costly, new Map(), 1600 - n, 400, "#123456", { wet: true }),
  );
  const strips = await Promise.all([
    ...asked.map((job) => stripPng(database, pool, job, "a")),
    stripPng(database, pool, stripJob(brushOf({ tip: { size: 30 } }), new Map(), 1000, 100, "#123456"), "b"),
  ]);
  expect(performance.now() - began).toBeLessThan(120_000);
  for (const png of strips.slice(0, -1)) expect(signOf(png)).toEqual(SIGN);
  expect(signOf(strips[6])).not.toEqual(SIGN);
});

test("what took longer than it may is not begun again", async () => {
  let begun = 0;
  const hopeless = {
    strip: async (_: StripJob): Promise<Uint8Array> => {
      begun++;
      throw new TooCostly("it took too long");
    },
  };
  const job = stripJob(brushOf({ tip: { size: 77 } }), new Map(), 500, 90, "#123456");
  await expect(stripPng(database, hopeless, job, "a")).rejects.toThrow("it took too long");
  await expect(stripPng(database, hopeless, job, "b")).rejects.toBeInstanceOf(TooCostly);
  expect(begun).toBe(1);
  // Another size of it is another thing, and so is another brush.
  await expect(stripPng(database, hopeless, { ...job, width: 501 }, "a")).rejects.toThrow();
  expect(begun).toBe(2);
});
