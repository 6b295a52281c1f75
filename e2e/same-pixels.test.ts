import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { pack } from "@core/formats/package";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { proofsOn } from "@core/hand/proof";
import type { Pictures } from "@core/picture/picture";
import { renderHand } from "@core/stroke/render";
import { tableLight } from "@core/surface/relief";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import fc from "fast-check";
import { encode } from "fast-png";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { anyBrush, testPictures } from "../tests/helpers";
import { enterDemo, openBrowser, painter, proofed } from "./browser";
import { difference, inked, paperPixels } from "./pixels";

const pictures = new Map([...demoPictures].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

/** How many pixels of each brush's main proof differ between the page and Node; the brushes stand on the shelf by their names. */
async function compare(page: Page, brushes: readonly Brush[], tips: Pictures): Promise<{ differing: Record<string, number>; left: Record<string, number> }> {
  const differing: Record<string, number> = {};
  const left: Record<string, number> = {};
  const paper = hexToRgb("#fdfdfd");
  for (const brush of brushes) {
    await page.goto("/shelf");
    // The last of that name: other tests save newer ones above it.
    await page.getByRole("link", { name: brush.name, exact: true }).last().click();
    await proofed(page);
    const seen = await paperPixels(page);
    const { width, height } = seen;
    const [main] = proofsOn(width, height);
    const data = renderHand({
      brush,
      strokes: main.strokes,
      width,
      height,
      ink: { colour: hexToRgb("#1f2a30"), second: paper },
      paper,
      seed: 1,
      pictures: tips,
      light: tableLight,
      bed: main.room,
    });
    left[brush.name] = inked(seen, main.room, 240);
    differing[brush.name] = difference(seen, { width, height, data: new Uint8Array(data) }, main.room);
  }
  return { differing, left };
}

const none = (brushes: readonly Brush[]) => Object.fromEntries(brushes.map((b) => [b.name, 0]));

test("every demo brush's main proof is the same in Chromium and in Node, pixel for pixel", { timeout: 180_000 }, async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  const { differing, left } = await compare(page, demoBrushes, pictures);
  for (const brush of demoBrushes) expect(left[brush.name], brush.name).toBeGreaterThan(200);
  expect(differing).toEqual(none(demoBrushes));
  await context.close();
});

test("random brushes of every kind, pictures included, are the same in Chromium and in Node", { timeout: 240_000 }, async () => {
  // What chance leaves too small or too faint to compare is made larger and firmer; everything else stays as it fell.
  const brushes = fc.sample(anyBrush, { seed: 20, numRuns: 16 }).map((brush, n) => ({
    ...brush,
    name: `Random ${n}`,
    tip: { ...brush.tip, size: 14 + 3 * n },
    paint: { ...brush.paint, flow: 0.4 + brush.paint.flow / 2, opacity: 1 },
    responses: brush.responses.map((r, i) => ({ ...r, low: 0.4 + i / 10, high: 1 })),
  }));
  const files = new Map(
    [...testPictures].map(([path, { width, height, channels, data, full }]) => [path, encode({ width, height, data, channels, depth: full === 255 ? 8 : 16 })]),
  );
  const entries = brushes.map((brush, n) => ({ file: `brushes/random-${n}.json`, brush }));
  const set = { format: "brosse-set" as const, level: 1 as const, name: "Random", version: "1.0.0", studio: "S", licence: "CC0-1.0" as const, notes: "", credits: "" };
  const bytes = pack({ set: { ...set, brushes: entries.map(({ file }) => ({ file, group: "" })) }, brushes: new Map(entries.map((e) => [e.file, e.brush])), files });
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByLabel("A package file").setInputFiles({ name: "random.zip", mimeType: "application/zip", buffer: Buffer.from(bytes) });
  await page.getByText("Random 1.0.0 is on your shelf").waitFor();
  const { differing, left } = await compare(page, brushes, testPictures);
  expect(Object.values(left).filter((count) => count > 300).length).toBeGreaterThanOrEqual(10);
  expect(differing).toEqual(none(brushes));
  await context.close();
});
