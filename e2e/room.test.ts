import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { type Framing, toPicture, turned, upright, zoomed } from "~/paper/window/framing";
import { onBench, openBrowser, penStroke, proofed } from "./browser";
import { inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const paper = (page: Page) => page.getByRole("img", { name: /^Proof strokes of/ });

async function hideProofs(page: Page): Promise<void> {
  await page.getByRole("button", { name: "My layers" }).click();
  await page.getByRole("checkbox", { name: "the proofs are shown" }).uncheck();
  await page.keyboard.press("Escape");
}

test("the paper is looked at from near, turned and moved; what is drawn lies under the pointer", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await hideProofs(page);
  const box = await paper(page).boundingBox();
  if (!box) throw new Error("there is no paper");
  const about = { x: 600, y: 120 };
  await page.mouse.move(box.x + about.x, box.y + about.y);
  await page.mouse.wheel(0, -360);
  await page.getByRole("button", { name: /^Seen at 200 %/ }).waitFor();
  await page.keyboard.press("]");
  await page.keyboard.press("]");
  await page.getByRole("button", { name: /^Seen at 200 %, turned by 30°/ }).waitFor();

  // A dab far from the middle.
  const at = { x: 350, y: 80 };
  await page.mouse.move(box.x + at.x, box.y + at.y);
  await page.mouse.down();
  await page.mouse.move(box.x + at.x + 2, box.y + at.y);
  await page.mouse.up();
  await page.getByText("1 stroke of yours").waitFor();
  await page.keyboard.press("z");
  const closed: Framing = { width: box.width, height: box.height, x: 0, y: 0, zoom: 1, turn: 0, mirrored: false };
  const near = zoomed(upright(closed), 2, about);
  const place = toPicture(turned(near, 30, { x: box.width / 2, y: box.height / 2 }), at);
  const pixels = await paperPixels(page);
  const around = (x: number, y: number) =>
    inked(pixels, { left: Math.round(x) - 4, top: Math.round(y) - 4, width: 8, height: 8 });
  expect(around(place.x, place.y)).toBeGreaterThan(40);
  expect(around(at.x, at.y)).toBe(0);

  // Moved with the space bar held, nothing is drawn.
  await page.keyboard.down(" ");
  await page.mouse.move(box.x + 400, box.y + 150);
  await page.mouse.down();
  await page.mouse.move(box.x + 500, box.y + 170);
  await page.mouse.up();
  await page.keyboard.up(" ");
  await page.getByText("1 stroke of yours").waitFor();
  expect(
    await paper(page)
      .locator("canvas")
      .evaluate((canvas) => getComputedStyle(canvas).transform),
  ).toBe("matrix(1, 0, 0, 1, 100, 20)");
  expect(complaints).toEqual([]);
  await close();
});

test("a straight line by a held key, and lines like it from other places", { timeout: 120_000 }, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await hideProofs(page);
  const at = (x: number, y: number) => ({ position: { x, y } });
  await penStroke(page, [
    { x: 200, y: 80, pressure: 1 },
    { x: 210, y: 80, pressure: 1 },
  ]);
  await paper(page).hover(at(510, 200));
  await page.keyboard.down("i");
  await paper(page).click(at(510, 200));
  await page.keyboard.up("i");
  await page.getByText("2 strokes of yours").waitFor();
  await paper(page).hover(at(600, 80));
  await page.keyboard.down("j");
  await paper(page).click(at(600, 80));
  await page.keyboard.up("j");
  await page.getByText("3 strokes of yours").waitFor();
  const pixels = await paperPixels(page);
  const around = (x: number, y: number) => inked(pixels, { left: x - 4, top: y - 4, width: 8, height: 8 });
  for (const [x, y] of [
    [360, 140],
    [500, 196],
    [750, 140],
    [890, 196],
  ])
    expect(around(x, y)).toBeGreaterThan(20);
  await page.getByRole("button", { name: /^Undo: / }).click();
  await page.getByText("2 strokes of yours").waitFor();
  expect(complaints).toEqual([]);
  await close();
});

test("a new brush is a plain hard round; everything goes back to plain in one step, and back", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Fitch, worn");
  const flow = page.getByRole("textbox", { name: "Flow", exact: true });
  const before = await flow.inputValue();
  await page.getByRole("button", { name: "More of the bench" }).click();
  await page.getByRole("menuitem", { name: "Everything back to plain" }).click();
  await expect.poll(() => flow.inputValue()).toBe("100 %");
  expect(await page.getByRole("combobox", { name: "Shape" }).inputValue()).toBe("ellipse");
  await page.getByRole("button", { name: "Undo: everything back to plain" }).click();
  await expect.poll(() => flow.inputValue()).toBe(before);
  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await page.waitForURL("**/bench/*");
  await expect.poll(() => flow.inputValue()).toBe("100 %");
  expect(complaints).toEqual([]);
  await close();
});

test("two fingers move and enlarge the paper, and the stroke that the first had begun was none", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  await penStroke(page, [
    { x: 300, y: 100, pressure: 1 },
    { x: 330, y: 100, pressure: 1 },
  ]);
  await page.evaluate(() => {
    const canvas = document.querySelector("[role=img] > canvas");
    const box = canvas?.getBoundingClientRect();
    if (!canvas || !box) throw new Error("there is no paper");
    const send = (name: string, pointerId: number, x: number, y: number) =>
      canvas.dispatchEvent(
        new PointerEvent(name, {
          pointerId,
          pointerType: "touch",
          bubbles: true,
          cancelable: true,
          button: 0,
          buttons: 1,
          clientX: box.left + x,
          clientY: box.top + y,
        }),
      );
    send("pointerdown", 21, 400, 150);
    send("pointermove", 21, 402, 150);
    send("pointerdown", 22, 500, 150);
    send("pointermove", 22, 600, 150);
    send("pointerup", 22, 600, 150);
    send("pointerup", 21, 402, 150);
  });
  await page.getByRole("button", { name: /^Seen at 20\d %/ }).waitFor();
  await page.getByText("1 stroke of yours").waitFor();
  expect(complaints).toEqual([]);
  await close();
});

test("the lower part folds, the paper takes the whole window, Escape gives the rest back", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  const height = async () => (await paper(page).boundingBox())?.height ?? 0;
  const usual = await height();
  await page.locator("main").click({ position: { x: 4, y: 4 } });
  await page.keyboard.press("d");
  await expect.poll(height).toBeGreaterThan(usual + 200);
  await page.keyboard.press("f");
  await expect.poll(height).toBeGreaterThan(740);
  expect(await page.getByRole("region", { name: "Tray" }).isVisible()).toBe(false);
  await page.keyboard.press("Escape");
  await page.keyboard.press("b");
  await expect.poll(height).toBe(usual);
  await proofed(page);
  // What lies over the paper is closed by Escape.
  await page.getByRole("button", { name: "More of the bench" }).click();
  await page.getByRole("menuitem", { name: "History of revisions" }).click();
  await page.getByRole("region", { name: "History" }).waitFor();
  await page.keyboard.press("Escape");
  await expect.poll(() => page.getByRole("region", { name: "History" }).count()).toBe(0);
  expect(complaints).toEqual([]);
  await close();
});
