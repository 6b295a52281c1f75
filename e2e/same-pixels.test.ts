import { fileURLToPath } from "node:url";
import { type Brush, scaledBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { proofsOn } from "@core/hand/proof";
import type { Pictures } from "@core/picture/picture";
import { needsBed, wholeBedFor } from "@core/stroke/bed";
import { renderHand } from "@core/stroke/render";
import { tableLight } from "@core/surface/light";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import fc from "fast-check";
import type { Browser, Page } from "playwright-core";
import { build } from "vite";
import { afterAll, beforeAll, expect, test } from "vitest";
import frozen from "../tests/golden/digests.json" with { type: "json" };
import { digestOf, goldenStrokes } from "../tests/golden/strokes";
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
    bed: needsBed(brush) ? wholeBedFor([brush], main.bed) : undefined,
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

/** What paints strokes to digests, as a script for a page: it is `golden` there. */
async function script(): Promise<string> {
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
  return "output" in output ? output.output[0].code : "";
}

test("strokes have their frozen digests in Chromium as in Node, and random brushes of every kind the same ones", {
  timeout: 120_000,
}, async () => {
  const code = await script();
  const { context, page } = await painter(browser);
  await page.goto("/");
  const digests = await page.evaluate(
    `(async () => { ${code}; const out = {}; for (const one of golden.goldenStrokes) out[one.name] = await golden.digestOf(one); return out; })()`,
  );
  expect(digests).toEqual(frozen);
  // What chance leaves too small or too faint to compare is made larger and firmer; everything else stays as it fell.
  const brushes = fc.sample(anyBrush, { seed: 20, numRuns: 48 }).map((brush, n) => ({
    ...brush,
    name: `Random ${n}`,
    tip: { ...brush.tip, size: 14 + n },
    paint: { ...brush.paint, flow: 0.4 + brush.paint.flow / 2, opacity: 1 },
    responses: brush.responses.map((r, i) => ({ ...r, low: 0.4 + i / 10, high: 1 })),
  }));
  const strokes = brushes.map((brush, n) => ({ name: brush.name, brush, hand: goldenStrokes[n % 8].hand }));
  const files = [...testPictures].map(([path, { data, ...rest }]) => [path, { ...rest, data: [...data] }]);
  const there = await page.evaluate(
    `(async () => {
      ${code};
      const pictures = new Map(${JSON.stringify(files)}.map(([path, one]) =>
        [path, { ...one, data: one.full === 255 ? Uint8Array.from(one.data) : Uint16Array.from(one.data) }]));
      const out = [];
      for (const one of ${JSON.stringify(strokes)}) out.push(await golden.digestOf(one, pictures));
      return out;
    })()`,
  );
  const here = await Promise.all(strokes.map((one) => digestOf(one, testPictures)));
  expect(there).toEqual(here);
  // Some leave next to nothing; most must be seen to be compared.
  expect(new Set(here).size).toBeGreaterThan(0.9 * strokes.length);
  await context.close();
});

// The digests hold the engine; here a part of the brushes takes the whole road through the bench: none that strews its marks as
// far as from a small proof to the main one.
const onTheBench = demoBrushes.filter(
  ({ tip, trail }, n) => trail.scatter < 3 && (tip.shape.kind === "image" || n % 4 === 0),
);

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
