import { fileURLToPath } from "node:url";
import { type Brush, scaledBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { pack } from "@core/formats/package";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { proofsOn } from "@core/hand/proof";
import type { Pictures } from "@core/picture/picture";
import { needsBed } from "@core/stroke/bed";
import { renderHand } from "@core/stroke/render";
import { tableLight } from "@core/surface/relief";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import fc from "fast-check";
import { encode } from "fast-png";
import type { Browser, Page } from "playwright-core";
import { build } from "vite";
import { afterAll, beforeAll, expect, test } from "vitest";
import frozen from "../tests/golden/digests.json" with { type: "json" };
import { anyBrush, testPictures } from "../tests/helpers";
import { enterDemo, openBrowser, painter, proofed } from "./browser";
import { difference, inked, type Pixels, paperPixels } from "./pixels";

const pictures = new Map([...demoPictures].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));

/** High enough that the small proofs of large and scattered brushes keep off the main one. */
const tall = { viewport: { width: 1280, height: 960 } };

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

interface Compared {
  readonly name: string;
  /** How many pixels of the main proof differ between the page and Node, and how many have ink. */
  readonly differing: number;
  readonly left: number;
}

/** Compares the brushes' main proofs, on two pages at once; they stand on the shelf by their names. */
async function compare(page: Page, brushes: readonly Brush[], tips: Pictures): Promise<Compared[]> {
  await page.goto("/shelf");
  // The last of that name: other tests save newer ones above it.
  const benches = await Promise.all(
    brushes.map(({ name }) => page.getByRole("link", { name, exact: true }).last().getAttribute("href")),
  );
  const waiting = brushes.map((brush, n) => ({ brush, bench: benches[n] ?? "" }));
  const compared: Compared[] = [];
  const work = async (own: Page) => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      await own.goto(next.bench);
      await proofed(own);
      compared.push(compareOne(await paperPixels(own), next.brush, tips));
    }
  };
  await Promise.all([work(page), work(await page.context().newPage())]);
  return compared;
}

function compareOne(seen: Pixels, brush: Brush, tips: Pictures): Compared {
  const { width, height } = seen;
  const [main] = proofsOn(width, height, undefined, undefined, brush.tip.size);
  const paper = hexToRgb("#fdfdfd");
  const ink = { colour: hexToRgb("#1f2a30"), second: paper };
  const data = renderHand({
    brush: scaledBrush(brush, main.scale),
    strokes: main.strokes,
    width,
    height,
    ink,
    paper,
    seed: 1,
    pictures: tips,
    light: tableLight,
    bed: needsBed(brush) ? main.bed : undefined,
  });
  return {
    name: brush.name,
    differing: difference(seen, { width, height, data: new Uint8Array(data) }, main.bed),
    left: inked(seen, main.bed, 240),
  };
}

/** The names of brushes that look otherwise in Chromium than in Node, with the number of pixels. */
const unlike = (compared: readonly Compared[]) =>
  compared.filter(({ differing }) => differing > 0).map(({ name, differing }) => ({ name, differing }));

test("strokes have their frozen digests in Chromium as in Node", { timeout: 120_000 }, async () => {
  const bundle = await build({
    configFile: false,
    logLevel: "error",
    resolve: { alias: { "@core": fileURLToPath(new URL("../core", import.meta.url)) } },
    build: {
      write: false,
      target: "es2022",
      lib: {
        entry: fileURLToPath(new URL("../tests/golden/strokes.ts", import.meta.url)),
        formats: ["iife"],
        name: "golden",
      },
    },
  });
  const [output] = Array.isArray(bundle) ? bundle : [bundle];
  const code = "output" in output ? output.output[0].code : "";
  const { context, page } = await painter(browser);
  await page.goto("/");
  const digests = await page.evaluate(
    `(async () => { ${code}; const out = {}; for (const one of golden.goldenStrokes) out[one.name] = await golden.digestOf(one); return out; })()`,
  );
  expect(digests).toEqual(frozen);
  await context.close();
});

// The digests hold the engine; here a part of the brushes takes the whole road through the bench.
const onTheBench = demoBrushes.filter(({ tip }, n) => tip.shape.kind === "image" || n % 4 === 0);

test("demo brushes' main proofs on the bench are the same in Chromium and in Node, pixel for pixel", {
  timeout: 180_000,
}, async () => {
  const { context, page } = await painter(browser, tall);
  await enterDemo(page);
  const compared = await compare(page, onTheBench, pictures);
  expect(compared.map(({ name }) => name).sort()).toEqual(onTheBench.map(({ name }) => name).sort());
  for (const { name, left } of compared) expect(left, name).toBeGreaterThan(200);
  expect(unlike(compared)).toEqual([]);
  await context.close();
});

test("random brushes of every kind, pictures included, are the same in Chromium and in Node", {
  timeout: 240_000,
}, async () => {
  // What chance leaves too small or too faint to compare is made larger and firmer; everything else stays as it fell.
  const brushes = fc.sample(anyBrush, { seed: 20, numRuns: 16 }).map((brush, n) => ({
    ...brush,
    name: `Random ${n}`,
    tip: { ...brush.tip, size: 14 + 3 * n },
    paint: { ...brush.paint, flow: 0.4 + brush.paint.flow / 2, opacity: 1 },
    responses: brush.responses.map((r, i) => ({ ...r, low: 0.4 + i / 10, high: 1 })),
  }));
  const files = new Map(
    [...testPictures].map(([path, { width, height, channels, data, full }]) => [
      path,
      encode({ width, height, data, channels, depth: full === 255 ? 8 : 16 }),
    ]),
  );
  const entries = brushes.map((brush, n) => ({ file: `brushes/random-${n}.json`, brush }));
  const set = {
    format: "brosse-set" as const,
    level: 1 as const,
    name: "Random",
    version: "1.0.0",
    studio: "S",
    licence: "CC0-1.0" as const,
    notes: "",
    credits: "",
  };
  const bytes = pack({
    set: { ...set, brushes: entries.map(({ file }) => ({ file, group: "" })) },
    brushes: new Map(entries.map((e) => [e.file, e.brush])),
    files,
  });
  const { context, page } = await painter(browser, tall);
  await enterDemo(page);
  await page
    .getByLabel("Files for the shelf")
    .setInputFiles({ name: "random.zip", mimeType: "application/zip", buffer: Buffer.from(bytes) });
  await page.getByText("Random 1.0.0 is on your shelf").waitFor();
  const compared = await compare(page, brushes, testPictures);
  expect(compared.length).toBe(brushes.length);
  expect(compared.filter(({ left }) => left > 300).length).toBeGreaterThanOrEqual(10);
  expect(unlike(compared)).toEqual([]);
  await context.close();
});
