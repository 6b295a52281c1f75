import { readFileSync, writeFileSync } from "node:fs";
import { expect, test } from "vitest";
import { digestOf, goldenStrokes } from "./strokes";

const file = new URL("digests.json", import.meta.url);

// What a stroke looks like is a promise to whoever made a brush: these are the pixels of level 1, frozen on 28 November 2026.
// BROSSE_GOLDEN=write writes them anew; that needs a line in CHANGELOG.md and a new level, or the reason why there is none.
test("strokes are the same to the last bit as when their level was frozen", async () => {
  const digests = Object.fromEntries(
    await Promise.all(goldenStrokes.map(async (one) => [one.name, await digestOf(one)])),
  );
  if (process.env.BROSSE_GOLDEN === "write") writeFileSync(file, `${JSON.stringify(digests, null, 2)}\n`);
  expect(new Set(Object.values(digests)).size).toBe(goldenStrokes.length);
  expect(digests).toEqual(JSON.parse(readFileSync(file, "utf8")));
});
