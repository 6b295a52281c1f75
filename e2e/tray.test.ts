import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { onBench, openBrowser, penStroke, proofed, proofTurn } from "./browser";
import { difference, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const line = (y: number) => Array.from({ length: 30 }, (_, i) => ({ x: 300 + i * 12, y, pressure: 0.8 }));
const all = { left: 20, top: 36, width: 1100, height: 160 };
const inHand = (page: Page) => page.getByRole("heading", { level: 1 }).textContent();

async function take(page: Page, act: () => Promise<unknown>, name: string): Promise<void> {
  const turn = await proofTurn(page);
  await act();
  await expect.poll(() => inHand(page)).toBe(name);
  await proofed(page, turn + 1);
}

/** Hides the proofs: what is left are the own strokes. */
async function bare(page: Page): Promise<void> {
  await page.getByRole("button", { name: "My layers" }).click();
  await page.getByRole("checkbox", { name: "the proofs are shown" }).uncheck();
  await page.keyboard.press("Escape");
}

test("four brushes on one paper by the tray: strokes stay with the brush they were made with, through everything", {
  timeout: 180_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await bare(page);
  await penStroke(page, line(60));
  // Another brush by search, one more by a set, the one before by a key.
  await take(
    page,
    async () => {
      await page.getByRole("button", { name: "Others…" }).click();
      await page.getByRole("searchbox", { name: "Find a brush of the shelf" }).fill("damp");
      await page.keyboard.press("Enter");
    },
    "Damp rag",
  );
  await penStroke(page, line(70));
  await page.getByRole("combobox", { name: "What lies in the tray" }).selectOption("Shopfront lettering");
  await take(page, () => page.getByRole("button", { name: "Take Drop shade" }).click(), "Drop shade");
  await penStroke(page, line(130));
  await page.getByText("3 strokes of yours").waitFor();
  await page.locator("main").click({ position: { x: 4, y: 4 } });
  await take(page, () => page.keyboard.press("a"), "Damp rag");
  await take(page, () => page.keyboard.press("a"), "Drop shade");
  const painted = await paperPixels(page);

  // The same after a reload, and after leaving by the shelf.
  await page.reload();
  await proofed(page);
  await page.getByText("3 strokes of yours").waitFor();
  expect(difference(await paperPixels(page), painted, all)).toBe(0);
  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("link", { name: "Drop shade", exact: true }).last().click();
  await page.getByText("3 strokes of yours").waitFor();
  expect(difference(await paperPixels(page), painted, all)).toBe(0);

  // Saved as a new brush, the paper is as it was.
  await page.getByRole("button", { name: "Save as new…" }).click();
  await page.getByRole("dialog").getByRole("textbox").first().fill("Drop shade, mine");
  await page.keyboard.press("Enter");
  await expect.poll(() => inHand(page)).toBe("Drop shade, mine");
  await page.getByText("3 strokes of yours").waitFor();
  expect(difference(await paperPixels(page), painted, all)).toBe(0);

  // One undo: a setting, a stroke, clearing; then what was painted with the brushes before.
  const flow = page.getByRole("textbox", { name: "Flow", exact: true });
  const before = await flow.inputValue();
  await flow.fill("33 %");
  await flow.press("Enter");
  await page.getByRole("button", { name: "Clear my strokes" }).click();
  await page.getByText("draw anywhere").waitFor();
  const undo = () => page.getByRole("button", { name: /^Undo: / });
  await expect.poll(() => undo().getAttribute("aria-label")).toBe("Undo: clearing my strokes");
  await undo().click();
  await page.getByText("3 strokes of yours").waitFor();
  await expect.poll(() => undo().getAttribute("aria-label")).toBe("Undo: flow");
  await undo().click();
  await expect.poll(() => flow.inputValue()).toBe(before);
  await undo().click();
  await page.getByText("2 strokes of yours").waitFor();
  await page.getByRole("button", { name: /^Redo: / }).click();
  await page.getByText("3 strokes of yours").waitFor();
  expect(difference(await paperPixels(page), painted, all)).toBe(0);

  // A second page at the same time has a sheet of its own.
  const second = await page.context().newPage();
  await second.goto(page.url());
  await proofed(second);
  await second.getByText("draw anywhere").waitFor();
  await second.close();
  expect(complaints).toEqual([]);
  await close();
});

test("colours are in sight: chosen in a field, changed over by a key, remembered when painted with", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await page.getByRole("button", { name: /^First colour/ }).click();
  const number = page.getByRole("textbox", { name: "sRGB" });
  await number.fill("#a03020");
  await number.press("Tab");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "First colour, #a03020" }).waitFor();
  await penStroke(page, line(200));
  await page.locator("main").click({ position: { x: 4, y: 4 } });
  await page.keyboard.press("s");
  await page.getByRole("button", { name: "Second colour, #a03020" }).click();
  await page.getByRole("button", { name: "Take #a03020" }).waitFor();
  await page.keyboard.press("Escape");
  await page.reload();
  await page.getByRole("button", { name: "Second colour, #a03020" }).waitFor();
  expect(complaints).toEqual([]);
  await close();
});
