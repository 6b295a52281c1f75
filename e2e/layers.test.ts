import { readFileSync } from "node:fs";
import { readOra } from "@core/formats/ora/read";
import { readPng } from "@core/formats/png/png";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { onBench, openBrowser, penStroke } from "./browser";
import { difference, inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const area = { left: 120, top: 60, width: 240, height: 40 };
const stroke = (page: Page, y = 80) =>
  penStroke(
    page,
    [130, 190, 250, 310, 350].map((x) => ({ x, y, pressure: 1 })),
  );

/** Does something in the menu of layers, and closes it. */
async function inMenu(page: Page, act: () => Promise<unknown>): Promise<void> {
  await page.getByRole("button", { name: "My layers" }).click();
  await act();
  await page.keyboard.press("Escape");
}

test("own layers are added, hidden, locked, masked, moved, filled and saved as OpenRaster", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  const see = () => paperPixels(page);
  await inMenu(page, () => page.getByRole("checkbox", { name: "the proofs are shown" }).uncheck());
  const bare = await see();
  expect(inked(bare, area, 200)).toBe(0);
  await stroke(page);
  const drawn = await see();
  expect(inked(drawn, area, 200)).toBeGreaterThan(300);

  await inMenu(page, () => page.getByRole("checkbox", { name: "layer 1 is shown" }).uncheck());
  expect(difference(await see(), bare, area)).toBe(0);
  await page.getByText("layer 1 is hidden").waitFor();
  await stroke(page, 90);
  await inMenu(page, async () => {
    await page.getByRole("checkbox", { name: "layer 1 is shown" }).check();
    await page.getByRole("checkbox", { name: "layer 1 is locked" }).check();
  });
  expect(difference(await see(), drawn, area), "nothing is drawn on what is hidden").toBe(0);
  await page.getByText("layer 1 is locked").waitFor();

  await inMenu(page, async () => {
    await page.getByRole("checkbox", { name: "layer 1 is locked" }).uncheck();
    await page.getByText("its mask").click();
  });
  for (let n = 0; n < 6; n++) await stroke(page);
  const masked = await see();
  expect(inked(masked, area, 200), "what is painted on the mask hides").toBeLessThan(inked(drawn, area, 200) / 3);
  for (let n = 0; n < 6; n++) await page.getByRole("button", { name: "Undo: my last stroke" }).click();
  await expect.poll(async () => difference(await see(), drawn, area), { message: "and can be taken back" }).toBe(0);

  await inMenu(page, async () => {
    await page.getByRole("button", { name: "Add a layer above layer 1" }).click();
    await page.getByRole("combobox", { name: "Lies on by" }).selectOption("multiply");
    await page.getByRole("textbox", { name: "Name of layer 2" }).fill("varnish");
    await page.getByRole("button", { name: "Fill with ink" }).click();
    await page.getByRole("slider", { name: "Opacity of varnish" }).fill("50");
  });
  const filled = await see();
  expect(inked(filled, area, 200), "a half-opaque fill darkens all of it").toBe(area.width * area.height);
  await inMenu(page, () => page.getByRole("button", { name: "Lay varnish lower" }).click());
  expect(inked(await see(), area, 100), "the stroke lies on the fill now").toBeGreaterThan(200);

  await page.getByRole("button", { name: "My layers" }).click();
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: /^Save the paper in layers/ }).click(),
  ]);
  const { layers } = readOra(readFileSync(await file.path()), "paper.ora");
  expect(layers.map(({ name, blend, opacity }) => [name, blend, opacity]).slice(-2)).toEqual([
    ["varnish", "multiply", 0.5],
    ["layer 1", "source-over", 1],
  ]);
  const [normals] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Normals (PNG)" }).click(),
  ]);
  const map = readPng(readFileSync(await normals.path()), "normals");
  // Sixteen bits, and straight up where nothing stands.
  expect([map.depth, ...map.data.slice(0, 3)]).toEqual([16, 32768, 32768, 65535]);
  await page.getByRole("combobox", { name: "Lies on by" }).selectOption("exclusion");
  await page.getByRole("button", { name: /^Save the paper in layers/ }).click();
  await page.getByText(/exclusion layers go out lying over/).waitFor();
  await page.getByRole("combobox", { name: "Lies on by" }).selectOption("multiply");
  await page.getByRole("button", { name: "Take varnish away, with what is on it" }).click();
  await page.keyboard.press("Escape");
  const left = async () => difference(await see(), drawn, area);
  await expect.poll(left, { message: "what is left is the first layer" }).toBe(0);
  expect(complaints).toEqual([]);
  await close();
});

test("painting only where paint is keeps to what is there", { timeout: 60_000 }, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await inMenu(page, () => page.getByRole("checkbox", { name: "the proofs are shown" }).uncheck());
  await stroke(page);
  const drawn = await paperPixels(page);
  await inMenu(page, () => page.getByRole("checkbox", { name: "Paint only where paint is" }).check());
  await stroke(page, 140);
  expect(difference(await paperPixels(page), drawn, { ...area, height: 120 })).toBe(0);
  expect(complaints).toEqual([]);
  await close();
});

test("thick paint is lit from where one likes, and flat where it is not lit", { timeout: 60_000 }, async () => {
  const { page, complaints, close } = await onBench(browser, "Relief enamel");
  const seen = await paperPixels(page);
  const all = { left: 40, top: 40, width: 1100, height: 120 };
  const changed = async () => difference(await paperPixels(page), seen, all);
  // The menu lies over the paper: it is closed before that is looked at.
  const set = async (act: () => Promise<unknown>) => {
    await page.getByRole("button", { name: "The light on thick paint" }).click();
    await act();
    await page.keyboard.press("Escape");
  };
  await set(() => page.getByRole("slider", { name: "From where" }).press("End"));
  await expect.poll(changed).toBeGreaterThan(500);
  await set(() => page.getByRole("button", { name: "As usual" }).click());
  await expect.poll(changed).toBe(0);
  await set(() => page.getByRole("checkbox", { name: "Paint is lit (L)" }).click());
  await expect.poll(changed).toBeGreaterThan(500);
  await page.keyboard.press("l");
  await expect.poll(changed).toBe(0);
  expect(complaints).toEqual([]);
  await close();
});
