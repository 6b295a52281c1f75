import { hexToRgb } from "@core/colour/srgb";
import { proofsOn } from "@core/hand/proof";
import { renderHand } from "@core/stroke/render";
import { demoBrushes } from "@demo/brushes";
import type { Browser } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { enterDemo, openBrowser, painter, proofed } from "./browser";
import { difference, inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

test("every demo brush's main proof is the same in Chromium and in Node, pixel for pixel", { timeout: 180_000 }, async () => {
  const { context, page } = await painter(browser);
  const differing: Record<string, number> = {};
  await enterDemo(page);
  for (const brush of demoBrushes) {
    // The last of that name: other tests save newer ones above it.
    await page.getByRole("link", { name: brush.name, exact: true }).last().click();
    await proofed(page);
    const seen = await paperPixels(page);
    const [main] = proofsOn(seen.width, seen.height);
    const paper = hexToRgb("#fdfdfd");
    const data = renderHand({ brush, strokes: main.strokes, width: seen.width, height: seen.height, ink: { colour: hexToRgb("#1f2a30"), second: paper }, paper, seed: 1 });
    // Soft ones never become dark; the others must have left something to compare.
    if (brush.paint.opacity > 0.7) expect(inked(seen, main.room), brush.name).toBeGreaterThan(200);
    differing[brush.name] = difference(seen, { width: seen.width, height: seen.height, data: new Uint8Array(data) }, main.room);
    await page.goto("/shelf");
  }
  expect(differing).toEqual(Object.fromEntries(demoBrushes.map((b) => [b.name, 0])));
  await context.close();
});
