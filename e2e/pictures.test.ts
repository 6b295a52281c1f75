import { encode } from "fast-png";
import type { Browser } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { leafPicture } from "../tests/helpers";
import { enterDemo, openBrowser, painter, penStroke, proofed, proofTurn } from "./browser";
import { inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const leaf = (width: number) => {
  const { height, data } = leafPicture(width, width / 2);
  return {
    name: `leaf-${width}.png`,
    mimeType: "image/png",
    buffer: Buffer.from(encode({ width, height, data: data as Uint8Array, channels: 4, depth: 8 })),
  };
};

test("a picture becomes a tip, more of them a family; it is saved, shown on the shelf and published with the set", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await page.getByRole("textbox", { name: "The brush’s name" }).fill("Leaf stamp");
  await proofed(page);
  const chooser = page.getByLabel("A picture for the tip");

  await chooser.setInputFiles({ name: "notes.png", mimeType: "image/png", buffer: Buffer.from("not a picture") });
  await page.getByRole("alert").getByText("notes.png: not a PNG picture").waitFor();

  const before = await proofTurn(page);
  await chooser.setInputFiles(leaf(96));
  await page.getByRole("button", { name: "Pictures of the tip: one picture" }).waitFor();
  await proofed(page, before + 1);
  await chooser.setInputFiles(leaf(64));
  await page.getByRole("button", { name: "Pictures of the tip: a family of 2" }).click();
  await page.getByRole("combobox", { name: "Picked" }).selectOption("sequence");
  await page.getByRole("combobox", { name: "Colour" }).selectOption("lightness");
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: /^Pivot and mirror/ }).click();
  await page.getByRole("combobox", { name: "Left for right" }).selectOption("chance");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText(/rev 2 · saved/).waitFor();
  await page.reload();
  await page.getByRole("button", { name: "Pictures of the tip: a family of 2" }).waitFor();
  await page.getByRole("button", { name: /mirrored$/ }).waitFor();
  await proofed(page);
  const paper = await paperPixels(page);
  expect(inked(paper, { left: 0, top: 0, width: paper.width, height: paper.height * 0.55 })).toBeGreaterThan(2000);

  await page.goto("/shelf");
  const strip = page.getByRole("img", { name: "A stroke of Leaf stamp" }).first();
  await expect
    .poll(() => strip.evaluate((img: HTMLImageElement) => img.complete && img.naturalWidth), { timeout: 15_000 })
    .toBe(720);
  expect(complaints).toEqual([]);
  await context.close();
});

test("a brush that lays by time goes on while the pen rests, and an undone step comes back by its name", {
  timeout: 60_000,
}, async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Drop shade" }).last().click();
  await proofed(page);
  await page.getByRole("button", { name: /^Ends and time/ }).click();
  await page.getByRole("slider", { name: /^Marks a second/ }).fill("398");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Ends and time: 100 a second" }).waitFor();
  await page.getByRole("combobox", { name: "How strokes join what is there" }).selectOption("multiply");
  await page.getByRole("button", { name: "Undo: blend" }).click();
  await expect
    .poll(() => page.getByRole("combobox", { name: "How strokes join what is there" }).inputValue())
    .toBe("source-over");
  await penStroke(page, [
    { x: 640, y: 46, pressure: 0.9 },
    { x: 660, y: 46, pressure: 0.9 },
  ]);
  const darkest = async () => {
    const { data, width } = await paperPixels(page);
    return Math.min(...Array.from({ length: 60 }, (_, i) => data[(46 * width + 620 + i) * 4]));
  };
  const short = await darkest();
  // The same stroke, with a rest of more than a second before the pen leaves.
  await penStroke(
    page,
    [
      { x: 640, y: 46, pressure: 0.9 },
      { x: 660, y: 46, pressure: 0.9 },
    ],
    "pen",
    1200,
  );
  await expect.poll(darkest, { timeout: 10_000 }).toBeLessThan(short - 40);
  await context.close();
});
