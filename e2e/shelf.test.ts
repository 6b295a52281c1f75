import type { Browser } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { enterDemo, openBrowser, painter, proofed } from "./browser";
import { alive, brushFiles, lines, measured, names, newMaker, takeFiles, toast } from "./makers";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

test("a soft one with some texture is found without its name; several are tagged, put away and binned at once, and all of it is taken back", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await newMaker(browser);
  await takeFiles(page, brushFiles(12));
  await page.reload();
  // What brushes are is measured while one looks.
  await measured(page);
  await page.getByRole("button", { name: /^soft \d/ }).click();
  await page.getByRole("button", { name: /^textured \d/ }).click();
  const having = (trait: string) => lines(page).filter({ has: page.getByText(trait, { exact: true }) });
  await expect
    .poll(async () => {
      const [shown, both] = [await lines(page).count(), await having("soft").and(having("textured")).count()];
      return shown > 0 && shown < 12 && shown === both;
    })
    .toBe(true);
  const soft = await names(page);
  await page.getByRole("button", { name: "Show all" }).click();
  await page.getByRole("searchbox", { name: "Find a brush" }).fill(`${soft[0].split(",")[0].toLowerCase()},`);
  await expect.poll(() => names(page)).toEqual([soft[0]]);
  await page.getByRole("button", { name: "Show all" }).click();
  await expect.poll(() => lines(page).count()).toBe(12);

  // A range by Shift, a word for all of them, and Undo.
  const all = await names(page);
  await page.getByRole("checkbox", { name: `Choose ${all[2]}` }).click();
  await page.getByRole("checkbox", { name: `Choose ${all[5]}` }).click({ modifiers: ["Shift"] });
  await page.getByText("4 brushes chosen").waitFor();
  await page.getByRole("button", { name: "Tag…" }).click();
  await page.getByRole("combobox", { name: "Tag" }).fill("harbour");
  await page.keyboard.press("Enter");
  await toast(page, "4 brushes tagged “harbour”.").waitFor();
  await page.getByRole("button", { name: "Tags…" }).click();
  await page.getByRole("button", { name: /^harbour 4/ }).click();
  // It is the only tag: there is none left to choose.
  await page.getByRole("dialog", { name: "Tags" }).waitFor({ state: "detached" });
  await expect.poll(() => names(page)).toEqual(all.slice(2, 6));
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await page.getByText("No brush is like that").waitFor();
  await page.getByRole("button", { name: "Show all" }).first().click();

  await page.getByRole("button", { name: "Category…" }).click();
  await page.getByRole("combobox", { name: "Category" }).last().fill("Quay");
  await page.getByRole("button", { name: "Put them there" }).click();
  await toast(page, "4 brushes put under “Quay”.").waitFor();
  await page.getByRole("combobox", { name: "Category" }).selectOption("Quay");
  await expect.poll(() => lines(page).count()).toBe(4);
  await page.getByRole("button", { name: "Show all" }).click();
  await page.getByRole("button", { name: "Bin", exact: true }).click();
  await toast(page, "4 brushes in the bin.").waitFor();
  await expect.poll(() => lines(page).count()).toBe(8);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => names(page)).toEqual(all);

  // A favourite, a copy that says what it was made from, another name in place.
  await page.getByRole("button", { name: `Make ${all[0]} a favourite` }).click();
  await page.getByRole("button", { name: /^favourites 1/ }).click();
  await expect.poll(() => names(page)).toEqual([all[0]]);
  await page.getByRole("button", { name: `More for ${all[0]}` }).click();
  await page.getByRole("menuitem", { name: "Rename" }).click();
  await page.getByRole("textbox", { name: `A new name for ${all[0]}` }).fill("Quay liner");
  await page.keyboard.press("Enter");
  await expect.poll(() => names(page)).toEqual(["Quay liner"]);
  await page.getByRole("button", { name: "More for Quay liner" }).click();
  await page.getByRole("menuitem", { name: "Duplicate" }).click();
  await page.getByRole("button", { name: "Show all" }).click();
  await expect.poll(async () => (await names(page))[0]).toBe("Quay liner (copy)");
  await page.getByRole("link", { name: "made from Quay liner" }).waitFor();
  expect(complaints).toEqual([]);
  await close();
});

test("one’s own order is made by keys, which is said aloud, and by the pointer; strokes are drawn by another hand", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await newMaker(browser);
  await takeFiles(page, brushFiles(6));
  await page.reload();
  await alive(page);
  const before = await names(page);
  await page.getByRole("button", { name: `Move ${before[0]}` }).focus();
  await page.keyboard.press("Space");
  await page.getByText(`${before[0]} is taken up at 1 of 6.`).waitFor({ state: "attached" });
  // What listens to the arrows is there in the frame after a line was taken up.
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
  await page.keyboard.press("ArrowDown");
  await page.getByText(`${before[0]} is over 2 of 6.`).waitFor({ state: "attached" });
  await page.keyboard.press("Space");
  await toast(page, "1 brush moved.").waitFor();
  await expect.poll(() => names(page)).toEqual([before[1], before[0], ...before.slice(2)]);
  const handle = await page.getByRole("button", { name: `Move ${before[3]}` }).boundingBox();
  const top = await page.getByRole("button", { name: `Move ${before[1]}` }).boundingBox();
  if (!handle || !top) throw new Error("there is nothing to drag");
  await page.mouse.move(handle.x + 8, handle.y + 8);
  await page.mouse.down();
  await page.mouse.move(handle.x + 8, handle.y - 20, { steps: 4 });
  await page.mouse.move(top.x + 8, top.y + 4, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await names(page))[0]).toBe(before[3]);
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect.poll(() => names(page)).toEqual([before[1], before[0], ...before.slice(2)]);

  await page.getByRole("button", { name: /^Drawn by/ }).click();
  await page.getByRole("combobox", { name: "Hand" }).selectOption("dots");
  await page.getByRole("checkbox", { name: "over wet paint" }).click();
  await page.keyboard.press("Escape");
  const strip = page.getByRole("img", { name: `A stroke of ${before[0]}` });
  await expect.poll(() => strip.getAttribute("src")).toMatch(/hand=dots&wet=1/);
  await expect.poll(() => strip.evaluate((img: HTMLImageElement) => img.complete && img.naturalWidth)).toBe(720);
  await page.getByRole("combobox", { name: "Order" }).selectOption("name");
  await expect.poll(() => names(page)).toEqual([...before].sort((a, b) => a.localeCompare(b, "en")));
  expect(complaints).toEqual([]);
  await close();
});

test("measured numbers are the same on the shelf and on the bench, and are there at once the next time", {
  timeout: 60_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  const line = lines(page).filter({ has: page.getByRole("link", { name: "Drop shade", exact: true }) });
  await expect.poll(() => line.getByText("px wide").count(), { timeout: 20_000 }).toBe(1);
  const told = async (name: string) =>
    (await line
      .locator("div", { has: page.getByText(name, { exact: true }) })
      .last()
      .locator("dd")
      .textContent()) ?? "";
  const [edge, passes] = [await told("edge"), await told("passes")];
  await page.getByRole("link", { name: "Drop shade", exact: true }).click();
  await proofed(page);
  await page.getByRole("radiogroup", { name: "Below the paper" }).getByText("score", { exact: true }).click();
  const character = page.getByRole("region", { name: "Character" });
  await expect.poll(() => character.textContent(), { timeout: 20_000 }).toContain(`Edge, of the width${edge}`);
  expect(await character.textContent()).toContain(`Passes to full${passes}`);
  expect(complaints).toEqual([]);
  await context.close();
});
