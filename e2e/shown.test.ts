import type { Browser } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { onBench, openBrowser, proofed } from "./browser";
import { paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

test("small pictures follow the colours, build-up is explained with the brush, and what does nothing says so beside its control", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Acanthus");
  const figure = page.getByRole("img", { name: "One mark of the tip" });
  const before = await figure.screenshot();
  await page.getByRole("button", { name: "What the paper shows" }).click();
  await page.getByLabel("paper", { exact: true }).fill("#203040");
  await page.keyboard.press("Escape");
  await expect.poll(async () => (await figure.screenshot()).equals(before)).toBe(false);

  await page.getByRole("button", { name: "What build-up and even do" }).click();
  const help = page.getByRole("dialog", { name: "Build-up and even" });
  await expect.poll(() => help.getByRole("cell", { name: /%/ }).count(), { timeout: 20_000 }).toBe(16);
  await help.getByText(/ten passes of 10 % are full.*65 %/).waitFor();
  await page.keyboard.press("Escape");

  // A picture has edges of its own.
  const hardness = page.getByRole("textbox", { name: "Hardness", exact: true });
  await hardness.fill("20 %");
  await hardness.press("Enter");
  const sign = page.getByRole("button", { name: "Hardness has no effect: a picture has edges of its own." });
  await sign.click();
  await page.getByRole("dialog", { name: "No effect" }).waitFor();
  await page.keyboard.press("Escape");
  await page.getByRole("combobox", { name: "Shape", exact: true }).selectOption("ellipse");
  await expect.poll(() => sign.count()).toBe(0);
  expect(complaints).toEqual([]);
  await close();
});

test("a test strip takes typed values, refuses what the quality cannot have, and says at which scale it shows them", {
  timeout: 60_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await page.getByRole("button", { name: /^Size: what it is/ }).click();
  await page.getByRole("button", { name: "Try values…" }).click();
  const strip = page.getByRole("region", { name: "Test strip: size" });
  const values = strip.getByRole("textbox", { name: "Values of the strip" });
  await values.fill("12; 48; 400");
  await values.press("Enter");
  await expect.poll(() => strip.getByRole("listitem").count()).toBe(3);
  await strip.getByText(/All at \d+ % of their size/).waitFor();
  await values.fill("9000");
  await values.press("Enter");
  await strip.getByRole("alert").filter({ hasText: "9000 px is none: size goes from 0.5 px to 2000 px." }).waitFor();
  await values.fill("big");
  await values.press("Enter");
  await strip.getByRole("alert").filter({ hasText: "“big” is no value." }).waitFor();
  await values.fill("12; 48");
  await values.press("Enter");
  await strip.getByRole("button", { name: "48 px" }).click();
  await expect.poll(() => page.getByRole("textbox", { name: "Size", exact: true }).inputValue()).toBe("48 px");
  expect(complaints).toEqual([]);
  await close();
});

test("size keys act on the stroke under way; sizes can be tried on the paper and made the brush’s", {
  timeout: 90_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await page.getByRole("button", { name: "My layers" }).click();
  await page.getByRole("checkbox", { name: "the proofs are shown" }).uncheck();
  await page.keyboard.press("Escape");
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  await size.fill("20 px");
  await size.press("Enter");
  await size.blur();
  const paper = page.getByRole("img", { name: /draw anywhere/ });
  const box = await paper.boundingBox();
  if (!box) throw new Error("there is no paper");
  /** How many px of a column are painted. */
  const inkAt = async (x: number) => {
    const { width, height, data } = await paperPixels(page);
    let count = 0;
    for (let y = 40; y < height; y++) if (data[(y * width + x) * 4] < 200) count++;
    return count;
  };
  const draw = async (y: number, presses: number) => {
    await page.mouse.move(box.x + 200, box.y + y);
    await page.mouse.down();
    await page.mouse.move(box.x + 400, box.y + y, { steps: 12 });
    for (let n = 0; n < presses; n++) await page.keyboard.press(".");
    await page.mouse.move(box.x + 700, box.y + y, { steps: 12 });
    await page.mouse.up();
  };
  await draw(120, 8);
  const [thin, thick] = [await inkAt(300), await inkAt(620)];
  expect(thick).toBeGreaterThan(thin * 1.7);
  expect(Number.parseFloat(await size.inputValue()), "the keys changed the brush").toBeGreaterThan(40);

  // Tried on the paper, the brush stays as it is.
  await page.getByRole("radiogroup", { name: "Size keys" }).getByText("are tried on paper").click();
  const own = await size.inputValue();
  await page.locator("main").click({ position: { x: 4, y: 4 } });
  for (let n = 0; n < 6; n++) await page.keyboard.press(",");
  await page.getByText(/tried at/).waitFor();
  expect(await size.inputValue()).toBe(own);
  await draw(230, 0);
  await page.getByRole("button", { name: "Make it the brush’s" }).click();
  await expect.poll(() => size.inputValue()).not.toBe(own);
  await expect.poll(() => page.getByText(/tried at/).count()).toBe(0);
  await page.getByRole("button", { name: "Undo: size" }).click();
  await expect.poll(() => size.inputValue()).toBe(own);

  // A stroke that grew is the same after a reload.
  const painted = await inkAt(620);
  await page.reload();
  await proofed(page);
  expect(await inkAt(620)).toBe(painted);
  expect(complaints).toEqual([]);
  await close();
});
