import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { aim, enterDemo, openBrowser, painter, penStroke, proofed } from "./browser";
import { inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const line = (y: number, from = 300, to = 700) =>
  Array.from({ length: 24 }, (_, i) => ({ x: from + ((to - from) * i) / 23, y, pressure: 0.8 }));
const paper = { left: 20, top: 40, width: 1200, height: 240 };

async function newBrush(page: Page, name: string): Promise<void> {
  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await page.waitForURL("**/bench/*");
  await proofed(page);
  await page.getByRole("textbox", { name: "The brush’s name" }).fill(name);
}

async function set(page: Page, quality: string, value: string): Promise<void> {
  const field = page.getByRole("textbox", { name: quality, exact: true });
  await field.fill(value);
  await field.press("Enter");
}

async function hideProofs(page: Page): Promise<void> {
  await page.getByRole("button", { name: "My layers" }).click();
  await page.getByRole("checkbox", { name: "the proofs are shown" }).uncheck();
  await page.keyboard.press("Escape");
}

async function save(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText(/rev \d+ · saved/).waitFor();
}

test("a dotted brush is made, compared with what it was, put away and taken up again, and everything is undone", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await newBrush(page, "Dotted line");
  await save(page);
  await page.getByRole("button", { name: "Hold", exact: true }).click();
  await set(page, "Spacing", "180 %");
  await set(page, "Size", "14 px");
  await page.getByRole("button", { name: "Side by side" }).click();
  await page.getByRole("region", { name: "Comparison: held and now" }).waitFor();
  await page.keyboard.press("Escape");
  await hideProofs(page);
  await penStroke(page, line(120));
  const dots = inked(await paperPixels(page), paper);
  await save(page);

  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("button", { name: "Put Dotted line into the bin" }).click();
  await page.getByText("“Dotted line” lies in the bin.").waitFor();
  await page.getByRole("link", { name: "Bin", exact: true }).click();
  // Whoever goes on while it is on its way finds it on the shelf when it has come.
  let goOn = () => {};
  const shelfSeen = new Promise<void>((resolve) => {
    goOn = resolve;
  });
  await page.route("**/bin.data*", async (route) => {
    if (route.request().method() === "POST") await shelfSeen;
    await route.continue();
  });
  await page.getByRole("button", { name: "Bring back Dotted line" }).click();
  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("button", { name: "New brush", exact: true }).waitFor();
  goOn();
  await page.getByRole("link", { name: "Dotted line", exact: true }).click();
  await proofed(page);
  await page.getByText("1 stroke of yours").waitFor();
  expect(inked(await paperPixels(page), paper)).toBe(dots);
  // All of it can be undone: what was painted, too, of which the sheet knows.
  await page.getByRole("button", { name: /^Undo: my last stroke/ }).click();
  await expect.poll(async () => inked(await paperPixels(page), paper)).toBe(0);
  expect(complaints).toEqual([]);
  await context.close();
});

test("a watercolour from nothing: thin, with a dark rim, over paper with a tooth, mixing with what is wet", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await newBrush(page, "Wash of my own");
  await set(page, "Flow", "12 %");
  await set(page, "Size", "60 px");
  await hideProofs(page);
  // How dense the paint is from above its edge to the row it was drawn along.
  const densities = async () => {
    const { width, data } = await paperPixels(page);
    return Array.from({ length: 50 }, (_, i) => {
      let sum = 0;
      for (let x = 400; x < 600; x++) sum -= Math.log(Math.max(1, data[((105 + i) * width + x) * 4]) / 255);
      return sum / 200;
    });
  };
  const rim = async () => {
    const across = await densities();
    expect(across[45]).toBeGreaterThan(0.05);
    return Math.max(...across.slice(0, 30)) / across[45];
  };
  await penStroke(page, line(150));
  expect(await rim(), "paint that is not thinned has no rim").toBeLessThan(1.1);
  await page.getByRole("button", { name: /^Undo: my last stroke/ }).click();
  await page.getByRole("button", { name: /^Water and rim: / }).click();
  await set(page, "Water", "100 %");
  const wet = page.getByRole("dialog").getByRole("slider", { name: "Stays wet" });
  await wet.focus();
  for (let n = 0; n < 3; n++) await wet.press("PageUp");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Water and rim: 100/ }).waitFor();
  await penStroke(page, line(150));
  expect(await rim(), "water has drawn pigment to the edge").toBeGreaterThan(1.4);
  // What is laid into it while it is wet runs into it: where two of them meet there is no edge of the second.
  const steepest = (values: readonly number[]) => Math.max(...values.slice(1).map((v, i) => Math.abs(v - values[i])));
  await penStroke(page, line(165));
  const into = steepest((await densities()).slice(34));
  await page.getByRole("button", { name: /^Undo: my last stroke/ }).click();
  await page.getByRole("button", { name: /^Water and rim: / }).click();
  await wet.focus();
  await wet.press("Home");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Clear my strokes" }).click();
  await penStroke(page, line(150));
  await penStroke(page, line(165));
  expect(steepest((await densities()).slice(20)), "over a dry one it has an edge").toBeGreaterThan(2 * into);
  // On paper that is kept wet they run into one another, whatever they would by themselves, until it is let dry.
  await page.getByRole("button", { name: "Clear my strokes" }).click();
  await page.getByRole("button", { name: /^Keep the paper wet/ }).click();
  await penStroke(page, line(150));
  await penStroke(page, line(165));
  expect(steepest((await densities()).slice(34)), "kept wet they meet without an edge").toBeLessThan(1.5 * into);
  await page.getByRole("button", { name: /^Undo: my last stroke/ }).click();
  await page.getByRole("button", { name: /^Let it dry/ }).click();
  await page.getByRole("button", { name: "Undo: letting it dry" }).waitFor();
  await penStroke(page, line(165));
  expect(steepest((await densities()).slice(20)), "over what was let dry it has an edge").toBeGreaterThan(2 * into);
  await page.getByRole("button", { name: /^Keep the paper wet/ }).click();
  await page.getByRole("button", { name: "Give it a grain" }).click();
  await page.getByRole("combobox", { name: "Law" }).selectOption("pool");
  await set(page, "Mixing", "35 %");
  await save(page);
  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  const entry = page.getByRole("list", { name: "Brushes" }).locator("> li").filter({ hasText: "Wash of my own" });
  await expect.poll(() => entry.getByText("wet", { exact: true }).count(), { timeout: 20_000 }).toBe(1);
  expect(complaints).toEqual([]);
  await context.close();
});

test("a leaf, a twig of leaves, and a tree of twigs: each is the tip of the next", { timeout: 180_000 }, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Tips" }).click();
  await page.getByText("Begin a tip").waitFor();
  await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("256 px");
  await page.getByRole("combobox", { name: "Begin with" }).selectOption("ellipse");
  await page.getByText("256×256 px").waitFor();
  await aim(page, "place");
  await page.getByRole("spinbutton", { name: "height" }).fill("35");
  await page.getByRole("button", { name: "Move it so" }).click();
  await page.getByRole("button", { name: "Undo: move, turn, scale" }).waitFor();
  const begin = async (name: string) => {
    await page.getByRole("textbox", { name: "name", exact: true }).fill(name);
    await page.getByRole("button", { name: "New brush from this tip" }).click();
    await page.waitForURL("**/bench/*");
    await proofed(page);
    expect(await page.getByRole("textbox", { name: "The brush’s name" }).inputValue()).toBe(name);
  };
  await begin("Leaf of the story");
  for (const [name, size, spacing] of [
    ["Twig of the story", "46 px", "70 %"],
    ["Tree of the story", "60 px", "60 %"],
  ]) {
    await set(page, "Size", size);
    await set(page, "Spacing", spacing);
    await page.getByRole("button", { name: "Let angle answer to a signal" }).click();
    await page.getByRole("menuitem", { name: "Each mark" }).click();
    await hideProofs(page);
    const clear = page.getByRole("button", { name: "Clear my strokes" });
    if (await clear.isEnabled()) await clear.click();
    await expect.poll(async () => inked(await paperPixels(page), paper)).toBe(0);
    await penStroke(page, line(140, 420, 760));
    // Twigs on a sheet with room about them are thin at this size: what counts is that they paint.
    expect(inked(await paperPixels(page), paper)).toBeGreaterThan(30);
    await page.getByRole("button", { name: "My layers" }).click();
    await page.getByRole("button", { name: "Take to the tip desk" }).click();
    await page.waitForURL("**/desk/tip");
    await page
      .getByText(/×\d+ px/)
      .first()
      .waitFor();
    await begin(name);
  }
  expect(complaints).toEqual([]);
  await context.close();
});

test("four mixing brushes on one paper by the tray, undone and done again", { timeout: 120_000 }, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name: "Enamel one-stroke", exact: true }).click();
  await proofed(page);
  await hideProofs(page);
  await penStroke(page, line(150));
  const seen: number[] = [inked(await paperPixels(page), paper)];
  for (const name of ["Marbler, wet", "Badger blender", "Damp rag", "Filling knife"]) {
    await page.getByRole("button", { name: "Others…" }).click();
    await page.getByRole("searchbox", { name: "Find a brush of the shelf" }).fill(name);
    await page.keyboard.press("Enter");
    await expect.poll(() => page.getByRole("heading", { level: 1 }).textContent()).toBe(name);
    await penStroke(
      page,
      line(150, 340, 640).map((one, i) => ({ ...one, y: 130 + i * 2 })),
    );
    seen.push(inked(await paperPixels(page), paper));
  }
  await page.getByText("5 strokes of yours").waitFor();
  for (let n = 3; n >= 0; n--) {
    await page.getByRole("button", { name: /^Undo: my last stroke/ }).click();
    await expect.poll(async () => inked(await paperPixels(page), paper)).toBe(seen[n]);
  }
  for (let n = 1; n < 5; n++) {
    await page.getByRole("button", { name: /^Redo/ }).click();
    await expect.poll(async () => inked(await paperPixels(page), paper)).toBe(seen[n]);
  }
  expect(complaints).toEqual([]);
  await context.close();
});
