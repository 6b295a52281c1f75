import type { Browser } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { onBench, openBrowser, penStroke, proofed, proofTurn } from "./browser";
import { difference, inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const level = { left: 0, top: 60, width: 1200, height: 300 };

test("a test strip shows a quality at several values; a click takes one, and it can be undone", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Fitch, worn");
  await page.getByRole("button", { name: "Test strip" }).click();
  await page.getByRole("menuitem", { name: "Depth", exact: true }).click();
  const strip = page.getByRole("region", { name: "Test strip: depth" });
  await expect
    .poll(
      () =>
        strip.locator("canvas").evaluateAll((all) => all.filter((c) => (c as HTMLCanvasElement).width !== 300).length),
      { timeout: 20_000 },
    )
    .toBe(7);
  const values = strip.locator("li button");
  expect(await values.count()).toBe(7);
  expect(await values.nth(3).textContent()).toContain("55 % now");
  await values.nth(1).click();
  expect(await values.nth(1).textContent()).toContain("17 % now");
  await page.getByRole("button", { name: "Close the test strip" }).click();
  const depth = page.getByRole("textbox", { name: "Depth", exact: true });
  expect(await depth.inputValue()).toBe("17 %");
  await page.getByRole("button", { name: "Undo: depth" }).click();
  expect(await depth.inputValue()).toBe("55 %");
  expect(complaints).toEqual([]);
  await close();
});

test("the table of responses shows what drives what, and lets a signal drive a quality", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await page.getByRole("radio", { name: "responses" }).check({ force: true });
  const table = page.getByRole("region", { name: "Responses" });
  await table.getByRole("button", { name: "Size by pressure" }).waitFor();
  const before = await proofTurn(page);
  await table.getByRole("button", { name: "Let flow by load" }).click();
  await table.getByRole("button", { name: "Flow by load" }).click();
  await page.getByRole("textbox", { name: "from" }).fill("10%");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await proofed(page, before + 1);
  await page.getByRole("button", { name: "Undo: flow response" }).waitFor();
  expect(complaints).toEqual([]);
  await close();
});

test("what is held is compared with what is now, in words, on the paper and by a key", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Gilder’s size");
  await page.getByRole("button", { name: "Hold", exact: true }).click();
  await expect.poll(async () => inked(await paperPixels(page), level, 240), { timeout: 15_000 }).toBeGreaterThan(2000);
  const first = await paperPixels(page);
  const before = await proofTurn(page);
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  await size.fill("12 px");
  await size.press("Enter");
  await proofed(page, before + 1);
  await expect
    .poll(async () => difference(first, await paperPixels(page), level), { timeout: 15_000 })
    .toBeGreaterThan(500);
  const now = await paperPixels(page);
  await page.getByRole("button", { name: "1 difference" }).click();
  await page.getByText("44 px → 12 px").waitFor();
  await page.keyboard.press("Escape");
  await page.keyboard.press("h");
  expect(await page.getByRole("radio", { name: "held" }).isChecked()).toBe(true);
  await expect
    .poll(async () => difference(now, await paperPixels(page), level), { timeout: 20_000 })
    .toBeGreaterThan(500);
  expect(await paperPixels(page)).toMatchObject({ width: now.width, height: now.height });
  await page.getByRole("radio", { name: "now" }).check({ force: true });
  await expect.poll(async () => difference(now, await paperPixels(page), level), { timeout: 20_000 }).toBeLessThan(500);
  await page.getByRole("button", { name: "Back to held" }).click();
  expect(await size.inputValue()).toBe("44 px");
  expect(complaints).toEqual([]);
  await close();
});

test("own strokes paint, smudge and erase, and the paper is looked at in a mirror", { timeout: 120_000 }, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  const line = (x0: number, y0: number, x1: number, y1: number) =>
    Array.from({ length: 30 }, (_, i) => ({
      x: x0 + ((x1 - x0) * i) / 29,
      y: y0 + ((y1 - y0) * i) / 29,
      pressure: 0.9,
    }));
  await page.getByRole("button", { name: "Hide the proofs" }).click();
  const spot = { left: 250, top: 130, width: 60, height: 40 };
  const empty = inked(await paperPixels(page), spot);
  await penStroke(page, line(200, 150, 330, 150));
  const painted = inked(await paperPixels(page), spot);
  expect(painted).toBeGreaterThan(empty + 500);
  await page.getByRole("radio", { name: "smudge" }).check({ force: true });
  await penStroke(page, line(280, 125, 280, 220));
  const smudged = inked(await paperPixels(page), { left: 262, top: 180, width: 36, height: 26 }, 235);
  expect(smudged).toBeGreaterThan(20);
  await page.getByRole("radio", { name: "erase" }).check({ force: true });
  await penStroke(page, line(190, 150, 340, 150));
  expect(inked(await paperPixels(page), spot)).toBeLessThan(painted / 3);
  await page.getByRole("button", { name: "Show the proofs" }).click();
  const plain = await paperPixels(page);
  await page.getByRole("button", { name: "Look at the paper in a mirror" }).click();
  const seen = await paperPixels(page);
  // A place of the main stroke is found on the other side.
  const side = (pixels: typeof plain, left: number) => inked(pixels, { left, top: 60, width: 300, height: 140 });
  expect(Math.abs(side(seen, seen.width - 400) - side(plain, 100))).toBeLessThan(200);
  expect(complaints).toEqual([]);
  await close();
});

test("the character of a brush is measured in the page", { timeout: 60_000 }, async () => {
  const { page, complaints, close } = await onBench(browser, "Outliner, fine");
  await page.getByRole("radio", { name: "score" }).check({ force: true });
  const width = page.getByRole("region", { name: "Character" }).locator("dd").first();
  await expect.poll(() => width.textContent(), { timeout: 30_000 }).toContain("px");
  expect(Math.abs(Number.parseFloat((await width.textContent()) ?? "") - 7)).toBeLessThan(1.5);
  expect(complaints).toEqual([]);
  await close();
});
