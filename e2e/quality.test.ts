import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { aim, enterDemo, keptKeys, openBrowser, painter, penStroke, proofed, proofTurn } from "./browser";
import { difference, paperPixels } from "./pixels";

const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

interface Finding {
  readonly id: string;
  readonly nodes: readonly { readonly html: string }[];
}

/** What axe finds against WCAG 2.2 AA on the light table, and of contrast on the dark one: nothing else differs there. */
async function findings(page: Page): Promise<string[]> {
  await page.evaluate(axe);
  const found = await page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run(context: Document, options: object): Promise<{ violations: Finding[] }> };
    };
    const light = await axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"] });
    document.documentElement.dataset.table = "dark";
    for (const one of document.getAnimations()) if (one instanceof CSSTransition) one.finish();
    const dark = await axe.run(document, { runOnly: { type: "rule", values: ["color-contrast"] } });
    document.documentElement.dataset.table = "light";
    for (const one of document.getAnimations()) if (one instanceof CSSTransition) one.finish();
    return [...light.violations, ...dark.violations.map((one) => ({ ...one, id: `dark ${one.id}` }))];
  });
  return found.map((f) => `${f.id}: ${f.nodes.map((n) => n.html.slice(0, 160)).join(" | ")}`);
}

test("axe finds nothing from the front to the bench, on the light table and on the dark one", {
  timeout: 120_000,
}, async () => {
  const { context, page } = await painter(browser);
  const all: Record<string, string[]> = {};
  for (const path of ["/", "/sign-in", "/sign-up", "/outlet"]) {
    await page.goto(path);
    all[path] = await findings(page);
  }
  await page.getByRole("link", { name: "Shopfront lettering" }).first().click();
  await page.getByRole("link", { name: /^Package/ }).waitFor();
  all.edition = await findings(page);
  await enterDemo(page);
  all.shelf = await findings(page);
  await page.getByRole("link", { name: "Gold flake" }).click();
  await proofed(page);
  all.bench = await findings(page);
  await page.getByRole("button", { name: "Size by each mark" }).click();
  all.curve = await findings(page);
  await page.keyboard.press("Escape");
  for (const panel of ["score", "responses", "find"]) {
    await page.getByRole("radio", { name: panel, exact: true }).dispatchEvent("click");
    if (panel === "score")
      await page.getByRole("slider", { name: "Place along the main stroke" }).waitFor({ timeout: 15_000 });
    all[panel] = await findings(page);
  }
  for (const [extra, role, name] of [
    ["History of revisions", "region", "History"],
    ["Take from or mix with another brush", "region", "Another brush"],
    ["Painter’s panel", "region", "Painter’s panel"],
    ["Keys", "dialog", "Keys of the bench"],
  ] as const) {
    await page.getByRole("button", { name: "More of the bench" }).click();
    await page.getByRole("menuitem", { name: extra }).click();
    await page.getByRole(role, { name }).waitFor();
    all[extra] = await findings(page);
  }
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "What the paper shows" }).click();
  all.view = await findings(page);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "My layers" }).click();
  all.layers = await findings(page);
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Tips" }).click();
  await page.getByText("Begin a tip").waitFor();
  all.tipDesk = await findings(page);
  await page.getByRole("combobox", { name: "Begin with" }).selectOption("speckle");
  await page.getByRole("region", { name: "Findings" }).waitFor();
  await aim(page, "light");
  await page.getByRole("button", { name: "From its depth" }).click();
  await page.getByRole("button", { name: "Add a blank tip to the family" }).click();
  await page.getByRole("button", { name: "Tip 2, blank sheet" }).waitFor();
  all.tip = await findings(page);
  await page.getByRole("link", { name: "Grains" }).click();
  await page.getByText("Put a surface on the desk").waitFor();
  all.desk = await findings(page);
  await page.getByRole("combobox", { name: "Begin with a drawn grain" }).selectOption("sand");
  await page.getByRole("region", { name: "Findings" }).waitFor();
  all.grain = await findings(page);
  await page.getByRole("link", { name: "Sets" }).click();
  await page.getByRole("button", { name: "New set" }).waitFor();
  all.sets = await findings(page);
  await page.getByRole("link", { name: "Shopfront lettering" }).first().click();
  await page.getByRole("combobox", { name: "Licence" }).waitFor();
  all.set = await findings(page);
  await page.getByRole("link", { name: "Studies" }).click();
  await page.getByRole("heading", { name: "Begin a study" }).waitFor();
  all.studies = await findings(page);
  await page.getByRole("link", { name: "A scroll" }).first().click();
  await expect.poll(() => page.getByRole("button", { name: "New chapter…" }).isEnabled()).toBe(true);
  all.study = await findings(page);
  await page.getByRole("slider", { name: "Place on the roll" }).press("ArrowLeft");
  await page.getByRole("button", { name: "Back to now" }).waitFor();
  all.lookedBack = await findings(page);
  await page.getByRole("button", { name: "New chapter…" }).click();
  await page.getByLabel("Its name").waitFor();
  all.chapter = await findings(page);
  await page.keyboard.press("Escape");
  await page.goto("/bin");
  all.bin = await findings(page);
  expect(all).toEqual(Object.fromEntries(Object.keys(all).map((key) => [key, []])));
  await context.close();
});

test("the bench works by keyboard alone: slider, response, undo, save as", async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Gilder’s size" }).focus();
  await page.keyboard.press("Enter");
  await proofed(page);
  // A mouse that lies where a menu opens would choose from it.
  await page.mouse.move(2, 2);
  await page.getByRole("slider", { name: "Hardness, slider" }).focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press("ArrowRight");
  await expect.poll(() => page.getByRole("textbox", { name: "Hardness", exact: true }).inputValue()).toBe("36 %");
  await page.getByRole("button", { name: "Let spacing answer to a signal" }).focus();
  await page.keyboard.press("Enter");
  // The menu takes the focus a moment after it is seen.
  const chosen = (name: string) =>
    expect
      .poll(() => page.getByRole("menuitem", { name, exact: true }).evaluate((item) => item === document.activeElement))
      .toBe(true);
  await chosen("Pressure");
  await page.keyboard.press("ArrowDown");
  await chosen("Tilt");
  await page.keyboard.press("ArrowUp");
  await chosen("Pressure");
  await page.keyboard.press("Enter");
  const response = page.getByRole("button", { name: "Spacing by pressure" });
  await response.focus();
  await page.keyboard.press("Enter");
  const point = page.getByRole("slider", { name: "Point 1 of 2" });
  await point.focus();
  await page.keyboard.press("ArrowUp");
  expect(await point.getAttribute("aria-valuenow")).toBe("2");
  await page.keyboard.press("Enter");
  await page.getByRole("slider", { name: "Point 2 of 3" }).waitFor();
  await page.keyboard.press("Escape");
  // Two changes of the curve, the response itself, and ten steps of the slider, each a step of its own.
  for (let i = 0; i < 13; i++) await page.keyboard.press("Control+z");
  await expect.poll(() => response.count()).toBe(0);
  await expect.poll(() => page.getByRole("textbox", { name: "Hardness", exact: true }).inputValue()).toBe("35 %");
  await context.close();
});

test("a tip takes another shape, its parameters are set, and every step can be undone", async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Enamel one-stroke" }).click();
  await proofed(page);
  const area = { left: 60, top: 80, width: 1100, height: 150 };
  const first = await paperPixels(page);
  let turn = await proofTurn(page);
  await page.getByRole("combobox", { name: "Shape" }).selectOption("rake");
  await proofed(page, turn + 1);
  const raked = await paperPixels(page);
  expect(difference(raked, first, area)).toBeGreaterThan(2000);
  await page.getByRole("button", { name: "Settings of the rake" }).click();
  turn = await proofTurn(page);
  await page.getByRole("slider", { name: "Lines" }).press("ArrowRight");
  await proofed(page, turn + 1);
  expect(difference(await paperPixels(page), raked, area)).toBeGreaterThan(500);
  await page.keyboard.press("Escape");
  // A second tip breaks the stroke up, and its numbers are the stroke's at once.
  const whole = await paperPixels(page);
  turn = await proofTurn(page);
  await page.getByRole("button", { name: "Second tip: none" }).click();
  await page.getByRole("combobox", { name: "Where it touches" }).selectOption("paint is gone");
  await page.keyboard.press("Escape");
  await proofed(page, turn + 1);
  expect(difference(await paperPixels(page), whole, area)).toBeGreaterThan(2000);
  turn = await proofTurn(page);
  await page.getByRole("button", { name: /^Second tip: speckle/ }).click();
  await page.getByRole("slider", { name: "How far it counts" }).press("Home");
  await page.keyboard.press("Escape");
  await proofed(page, turn + 1);
  await expect.poll(async () => difference(await paperPixels(page), whole, area)).toBe(0);
  turn = await proofTurn(page);
  for (let i = 0; i < 4; i++) await page.keyboard.press("Control+z");
  await proofed(page, turn + 1);
  await expect.poll(async () => difference(await paperPixels(page), first, area)).toBe(0);
  expect(complaints).toEqual([]);
  await context.close();
});

test("mouse and finger draw as well as a pen, with every reading kept", async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Lettering quill, long" }).click();
  await proofed(page);
  const blank = await paperPixels(page);
  const box = await page.locator("[role=img] > canvas").first().boundingBox();
  if (!box) throw new Error("there is no paper");
  await page.mouse.move(box.x + 300, box.y + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + 600, box.y + 70, { steps: 12 });
  await page.mouse.up();
  await expect
    .poll(async () => difference(await paperPixels(page), blank, { left: 280, top: 25, width: 340, height: 60 }))
    .toBeGreaterThan(1000);
  await penStroke(
    page,
    [
      { x: 650, y: 50, pressure: 0.5 },
      { x: 700, y: 60, pressure: 0.5 },
      { x: 760, y: 40, pressure: 0.5 },
    ],
    "touch",
  );
  expect(difference(await paperPixels(page), blank, { left: 640, top: 20, width: 140, height: 70 })).toBeGreaterThan(
    300,
  );
  await page.getByText("2 strokes of yours").waitFor();
  await context.close();
});

test("the paper follows the window's size, and own strokes stay", async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Rivet row" }).click();
  await proofed(page);
  await penStroke(page, [
    { x: 100, y: 40, pressure: 1 },
    { x: 300, y: 40, pressure: 1 },
  ]);
  for (const [width, height] of [
    [900, 700],
    [2560, 1300],
    [1280, 800],
  ]) {
    await page.setViewportSize({ width, height });
    await expect.poll(async () => Math.abs(width - 30 - (await paperPixels(page)).width) < 30).toBe(true);
    const paper = await paperPixels(page);
    expect(
      difference(
        paper,
        { ...paper, data: new Uint8Array(paper.data.length).fill(0xfd) },
        { left: 90, top: 30, width: 220, height: 20 },
      ),
    ).toBeGreaterThan(200);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  }
  expect(await page.evaluate(() => document.documentElement.scrollHeight <= innerHeight)).toBe(true);
  await context.close();
});

test("what is not saved is kept as a draft: it is there after leaving, and after the page was closed", {
  timeout: 60_000,
}, async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Rivet row" }).click();
  await proofed(page);
  const turn = await proofTurn(page);
  await page.getByRole("textbox", { name: "Flow", exact: true }).fill("40%");
  await page.getByRole("textbox", { name: "Flow", exact: true }).press("Enter");
  await proofed(page, turn + 1);
  await page.getByText(/^rev \d+ · draft kept/).waitFor();
  const bench = page.url();
  await page.getByRole("link", { name: "Shelf" }).click();
  await page.waitForURL("**/shelf");
  await page.getByRole("link", { name: "Rivet row" }).click();
  await page.getByText("This is your draft, kept in this browser").waitFor();
  expect(await page.getByRole("textbox", { name: "Flow", exact: true }).inputValue()).toBe("40 %");
  await page.close();
  const again = await context.newPage();
  await again.goto(bench);
  await again.getByText("This is your draft, kept in this browser").waitFor();
  expect(await again.getByRole("textbox", { name: "Flow", exact: true }).inputValue()).toBe("40 %");
  await again.getByRole("button", { name: "Go back to what is saved" }).click();
  await again.getByText(/^rev \d+ · saved/).waitFor();
  expect(await again.getByRole("textbox", { name: "Flow", exact: true }).inputValue()).toBe("100 %");
  await expect.poll(async () => (await keptKeys(again)).length).toBe(0);
  await again.reload();
  await again.getByText(/^rev \d+ · saved/).waitFor();
  expect(await again.getByText("This is your draft").count()).toBe(0);
  await context.close();
});

test("a slider that goes on moving is kept on its way, and its row alone tells the change until it is put back", {
  timeout: 60_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Drop shade", exact: true }).last().click();
  await proofed(page);
  const hardness = page.getByRole("textbox", { name: "Hardness", exact: true });
  const before = await hardness.inputValue();
  const thumb = page.getByRole("slider", { name: "Flow, slider" });
  // It never rests for as long as a draft waits for the next change.
  for (let step = 0; (await keptKeys(page)).length === 0; step++) {
    expect(step, "steps without a rest until it is kept").toBeLessThan(2000);
    const key = step % 2 ? "ArrowRight" : "PageDown";
    await thumb.evaluate((one, key) => one.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true })), key);
  }
  expect(await hardness.inputValue()).toBe(before);
  const flow = page.getByRole("button", { name: /^Flow: what it is.*changed since it was saved/ });
  await flow.waitFor();
  expect(await page.getByRole("button", { name: /changed since it was saved/ }).count()).toBe(1);
  await flow.click();
  await page.getByRole("button", { name: /^As saved/ }).click();
  await page.keyboard.press("Escape");
  await page.getByText("rev 1 · saved").waitFor();
  expect(await page.getByRole("button", { name: /changed since it was saved/ }).count()).toBe(0);
  expect(complaints).toEqual([]);
  await context.close();
});
