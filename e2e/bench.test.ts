import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { chooseBrush, enterDemo, onBench, openBrowser, painter, penStroke, proofed, proofTurn } from "./browser";
import { difference, inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const panel = (page: Page, name: string) => page.getByRole("radio", { name, exact: true }).check({ force: true });
const more = async (page: Page, name: string) => {
  await page.getByRole("button", { name: "More of the bench" }).click();
  await page.getByRole("menuitem", { name }).click();
};
const level = { left: 0, top: 60, width: 1200, height: 300 };

test("the score reads the main stroke, says what limits it, and points out the mark", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Scumble, dry");
  await panel(page, "score");
  const budget = page.getByRole("region", { name: "Ink budget" });
  await expect.poll(() => budget.textContent(), { timeout: 30_000 }).toMatch(/holds back most/);
  await expect
    .poll(() => page.getByRole("region", { name: "Build-up" }).textContent(), { timeout: 30_000 })
    .toMatch(/strokes? covers? 95 %/);
  const lanes = page.getByRole("slider", { name: "Place along the main stroke" });
  await lanes.focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press("ArrowRight");
  expect(await lanes.getAttribute("aria-valuetext")).toMatch(/pressure 0\.\d+, size \d+ px/);
  expect(await page.locator("svg circle[fill=none]").count()).toBe(1);
  await page.getByRole("button", { name: "Lanes" }).click();
  await page.getByRole("menuitemcheckbox", { name: "speed" }).click();
  await page.keyboard.press("Escape");
  await lanes.focus();
  await page.keyboard.press("End");
  expect(await lanes.getAttribute("aria-valuetext")).toContain("speed");
  await expect
    .poll(() => page.getByRole("region", { name: "Edge and marks" }).textContent(), { timeout: 30_000 })
    .toMatch(/Ripple.*px/);
  expect(complaints).toEqual([]);
  await close();
});

test("a row says what it is, goes back to what is saved and to the default, and rests at its stops", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Gilder’s size");
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  await size.fill("80 px");
  await size.press("Enter");
  const name = page.getByRole("button", { name: /^Size: what it is/ });
  expect(await name.getAttribute("aria-label")).toContain("changed since it was saved");
  await name.click();
  await page.getByRole("button", { name: "As saved: 44 px" }).click();
  expect(await size.inputValue()).toBe("44 px");
  await page.getByRole("button", { name: "Default: 40 px" }).click();
  expect(await size.inputValue()).toBe("40 px");
  const stops = page.getByRole("textbox", { name: "Stops, where the slider rests" });
  await stops.fill("8 px; 24 px; twelve");
  await stops.press("Enter");
  await page.getByText("“twelve” is no value").waitFor();
  await stops.fill("8 px; 24 px; 60");
  await stops.press("Enter");
  await page.keyboard.press("Escape");
  await page.getByRole("slider", { name: "Size, slider" }).focus();
  await page.keyboard.press("Home");
  expect(await size.inputValue()).toBe("8 px");
  await page.keyboard.press("End");
  expect(await size.inputValue()).toBe("60 px");
  expect(complaints).toEqual([]);
  await close();
});

test("any quality is found by the words of the trade, and what differs is shown alone", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Scumble, dry");
  await page.keyboard.press("/");
  const find = page.getByRole("region", { name: "Find" });
  await find.getByRole("searchbox").fill("thick");
  await find.getByRole("textbox", { name: "Size", exact: true }).fill("33");
  await page.keyboard.press("Enter");
  await find.getByRole("searchbox").fill("");
  await find.getByRole("combobox").selectOption("saved");
  expect(await find.getByRole("status").textContent()).toBe("1 quality");
  expect(await find.getByRole("textbox", { name: "Size", exact: true }).inputValue()).toBe("33 px");
  await find.getByRole("searchbox").fill("wallpaper");
  await page.getByText("Nothing differs.").waitFor();
  expect(complaints).toEqual([]);
  await close();
});

test("a response is muted, copied, bent firmer, and follows the pen while one draws", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  const before = await proofTurn(page);
  const thin = await paperPixels(page);
  await page.getByRole("button", { name: "Size by pressure" }).click();
  await page.getByRole("button", { name: "Mute Size by pressure" }).click();
  await proofed(page, before + 1);
  expect(difference(thin, await paperPixels(page), level)).toBeGreaterThan(500);
  await page.getByRole("button", { name: "Mute Size by pressure" }).click();
  await page.getByRole("combobox", { name: "Let another quality answer alike" }).selectOption("hardness");
  await page.getByRole("combobox", { name: "Begin with a shape" }).selectOption("soft");
  // Undo by its key works also where a popover has the focus.
  await page.getByRole("slider", { name: "Point 2 of 3" }).focus();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+y");
  await page.getByRole("slider", { name: "Point 2 of 3" }).waitFor();
  const dot = page.locator("circle.fill-chance");
  expect(await dot.isVisible()).toBe(false);
  await penStroke(
    page,
    Array.from({ length: 20 }, (_, i) => ({ x: 900 + i * 8, y: 250, pressure: 0.5 })),
  );
  expect(Number(await dot.getAttribute("cx"))).toBeCloseTo(126, 0);
  await page.getByRole("button", { name: "Try firmer…" }).click();
  const strip = page.getByRole("region", { name: "Test strip: size by pressure" });
  await strip.getByRole("button", { name: "75 % firmer" }).click();
  await page.getByRole("button", { name: "Close the test strip" }).click();
  await page.getByRole("button", { name: "Undo: size response" }).waitFor();
  await page.getByRole("button", { name: "Hardness by pressure" }).waitFor();
  expect(complaints).toEqual([]);
  await close();
});

test("two qualities give a sheet, and a click takes both", { timeout: 120_000 }, async () => {
  const { page, complaints, close } = await onBench(browser, "Gilder’s size");
  await page.getByRole("button", { name: "Test strip" }).click();
  await page.getByRole("menuitem", { name: "Size", exact: true }).click();
  await page.getByRole("combobox", { name: "Second quality" }).selectOption("flow");
  const sheet = page.getByRole("region", { name: "Test strip: size" });
  await expect
    .poll(
      () =>
        sheet.locator("canvas").evaluateAll((all) => all.filter((c) => (c as HTMLCanvasElement).width !== 300).length),
      { timeout: 30_000 },
    )
    .toBe(25);
  await sheet.locator("li button").nth(4).click();
  await page.getByRole("button", { name: "Close the test strip" }).click();
  expect(await page.getByRole("textbox", { name: "Size", exact: true }).inputValue()).toBe("101 px");
  expect(await page.getByRole("textbox", { name: "Flow", exact: true }).inputValue()).toBe("30 %");
  expect(complaints).toEqual([]);
  await close();
});

test("a revision has a note and is returned to; another brush lends its tip, or is mixed in", {
  timeout: 180_000,
}, async () => {
  // A brush of the test's own: others compare the workshop's.
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await proofed(page);
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  const own = await size.inputValue();
  await size.fill("20 px");
  await size.press("Enter");
  await page.getByRole("button", { name: "Save with a note…" }).click();
  await page.getByRole("textbox", { name: "Note to this revision" }).fill("thinner, for small signs");
  await page.getByRole("button", { name: "Save revision" }).click();
  await page.getByText(/rev 2 · saved/).waitFor();
  await more(page, "History of revisions");
  const history = page.getByRole("region", { name: "History" });
  await history.getByText("thinner, for small signs").waitFor();
  expect(await history.getByRole("img").count()).toBe(2);
  await history.getByRole("button", { name: "Go back to this" }).click();
  await page.getByRole("button", { name: "Close the history" }).click();
  expect(await size.inputValue()).toBe(own);
  await page.getByRole("button", { name: "Undo: revision 1" }).click();
  expect(await size.inputValue()).toBe("20 px");
  await more(page, "Take from or mix with another brush");
  const other = page.getByRole("region", { name: "Another brush" });
  await chooseBrush(page, "The other brush", "Gilder’s size");
  await expect.poll(() => other.getByRole("button", { name: "tip" }).isEnabled(), { timeout: 10_000 }).toBe(true);
  await other.getByRole("slider").focus();
  await page.keyboard.press("End");
  await expect.poll(() => size.inputValue()).toBe("44 px");
  for (let i = 0; i < 5; i++) await page.keyboard.press("PageDown");
  expect(await size.inputValue()).toBe("32 px");
  await page.getByRole("button", { name: "Undo: mix with Gilder’s size" }).first().click();
  await other.getByRole("button", { name: "tip" }).click();
  expect(await size.inputValue()).toBe("44 px");
  const called = await page.getByRole("textbox", { name: "The brush’s name" }).inputValue();
  await other.getByRole("button", { name: "Everything" }).click();
  await page.getByRole("button", { name: "Undo: everything of Gilder’s size" }).first().waitFor();
  expect(
    await page.getByRole("textbox", { name: "Flow", exact: true }).inputValue(),
    "begun again from the other one",
  ).toBe("30 %");
  expect(await page.getByRole("textbox", { name: "The brush’s name" }).inputValue(), "under its own name").toBe(called);
  expect(complaints).toEqual([]);
  await context.close();
});

test("what painters may change is chosen, named, bounded and tried", { timeout: 120_000 }, async () => {
  const { page, complaints, close } = await onBench(browser, "Gilder’s size");
  await more(page, "Painter’s panel");
  const area = page.getByRole("region", { name: "Painter’s panel" });
  await area.getByRole("combobox").selectOption("size");
  await area.getByRole("textbox", { name: "What painters read for size" }).fill("Width of the line");
  await area.getByRole("textbox", { name: "Size, most" }).fill("60 px");
  await page.keyboard.press("Enter");
  await area.getByRole("textbox", { name: "Size, least" }).fill("10 px");
  await page.keyboard.press("Enter");
  const before = await proofTurn(page);
  const plain = await paperPixels(page);
  const slider = area.getByRole("slider", { name: "Width of the line, as painters have it" });
  await slider.focus();
  await page.keyboard.press("Home");
  expect(await slider.getAttribute("aria-valuetext")).toBe("10 px");
  await proofed(page, before + 1);
  expect(difference(plain, await paperPixels(page), level)).toBeGreaterThan(500);
  await area.getByRole("button", { name: "Back to the brush’s own values" }).click();
  await page.getByRole("button", { name: "Undo: painter’s panel" }).waitFor();
  expect(complaints).toEqual([]);
  await close();
});

test("the paper shows what is chosen, also after a reload; an own stroke becomes the main one", {
  timeout: 180_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  const menu = () => page.getByRole("button", { name: "What the paper shows" }).click();
  await menu();
  await page.getByRole("checkbox", { name: "hatch" }).check();
  await page.getByRole("checkbox", { name: "dots" }).uncheck();
  await page.getByRole("combobox", { name: "Seen with" }).selectOption("mouse");
  await page.keyboard.press("Escape");
  await page.getByText("hatch", { exact: true }).waitFor();
  expect(await page.getByText("dots", { exact: true }).count()).toBe(0);
  await page.reload();
  await proofed(page);
  await page.getByText("hatch", { exact: true }).waitFor();
  const before = await paperPixels(page);
  await penStroke(
    page,
    Array.from({ length: 40 }, (_, i) => ({ x: 300 + i * 10, y: 200, pressure: 0.9 })),
  );
  await menu();
  await page.getByRole("button", { name: "Use my last stroke as the main stroke" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Clear my strokes" }).click();
  // The swell is gone from the left, the straight stroke lies in the middle.
  await expect
    .poll(async () => inked(await paperPixels(page), { left: 60, top: 50, width: 150, height: 90 }), {
      timeout: 15_000,
    })
    .toBeLessThan(20);
  expect(inked(before, { left: 60, top: 50, width: 150, height: 90 })).toBeGreaterThan(200);
  expect(inked(await paperPixels(page), { left: 300, top: 180, width: 380, height: 40 })).toBeGreaterThan(1000);
  expect(complaints).toEqual([]);
  await close();
});

test("keys set size, opacity and use; their list is searched; single ones can be switched off", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Gilder’s size");
  await page.locator("main").click({ position: { x: 4, y: 4 } });
  await page.keyboard.press(".");
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  expect(await size.inputValue()).toBe("48 px");
  await page.keyboard.press("4");
  expect(await size.inputValue()).toBe("24 px");
  const opacity = page.getByRole("textbox", { name: "Opacity", exact: true });
  await opacity.fill("50 %");
  await opacity.press("Enter");
  await page.locator("main").click({ position: { x: 4, y: 4 } });
  await page.keyboard.press("4");
  expect(await opacity.inputValue()).toBe("40 %");
  await page.keyboard.press("r");
  expect(await page.getByRole("radio", { name: "erase" }).isChecked()).toBe(true);
  const canvas = await page.locator("[role=img] > canvas").boundingBox();
  if (!canvas) throw new Error("there is no paper");
  await page.mouse.move(canvas.x + 500, canvas.y + 200);
  await page.keyboard.down("g");
  await page.mouse.down();
  await page.mouse.move(canvas.x + 620, canvas.y + 200, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up("g");
  expect(Math.abs(Number.parseFloat(await size.inputValue()) - 48)).toBeLessThan(2);
  expect(await page.getByText("draw anywhere").count()).toBe(1);
  await page.keyboard.press("?");
  const list = page.getByRole("dialog", { name: "Keys of the bench" });
  await list.getByRole("searchbox", { name: "Find a key" }).fill("mirror");
  expect(await list.getByRole("listitem").count()).toBe(1);
  await list.getByRole("checkbox").uncheck();
  await page.keyboard.press("Escape");
  await page.keyboard.press(".");
  expect(Math.abs(Number.parseFloat(await size.inputValue()) - 48)).toBeLessThan(2);
  expect(complaints).toEqual([]);
  await close();
});

test("a colour is picked from the paper, and the difference of held and now is a picture with its mean", {
  timeout: 120_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  const canvas = await page.locator("[role=img] > canvas").boundingBox();
  if (!canvas) throw new Error("there is no paper");
  await page.keyboard.down("Alt");
  await page.mouse.click(canvas.x + 30, canvas.y + 150);
  await page.keyboard.up("Alt");
  await page.getByRole("button", { name: "What the paper shows" }).click();
  // The paper's own colour: nothing can be seen of the proofs any more.
  await expect.poll(() => page.getByLabel("ink").inputValue()).toBe("#fdfdfd");
  await page.getByRole("button", { name: "As usual" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Hold", exact: true }).click();
  await page.getByRole("button", { name: "As a picture" }).click();
  await page.getByText("Mean ΔE 0.0").waitFor({ timeout: 20_000 });
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  await size.fill("12 px");
  await size.press("Enter");
  await expect.poll(() => page.locator("figcaption").textContent(), { timeout: 20_000 }).toMatch(/Mean ΔE [1-9]/);
  expect(complaints).toEqual([]);
  await close();
});

test("the main stroke is seen first, and quick changes end in the newest brush", { timeout: 60_000 }, async () => {
  const { page, close, complaints } = await onBench(browser, "Lettering quill, long");
  const before = await proofTurn(page);
  await page.getByRole("slider", { name: "Hardness, slider" }).focus();
  const told = await page.evaluate(async (before) => {
    const told: { kind: string; turn: number }[] = [];
    const listen = (event: Event) => {
      const { kind, turn } = (event as CustomEvent<{ kind: string; turn: number }>).detail;
      if (kind === "begun" || kind === "proofed") told.push({ kind, turn });
    };
    addEventListener("brosse:engine", listen);
    const change = () =>
      document.activeElement?.dispatchEvent(new KeyboardEvent("keydown", { key: "PageDown", bubbles: true }));
    const proofed = async (turn: number) => {
      while (!told.some((one) => one.kind === "proofed" && one.turn === turn)) await new Promise(requestAnimationFrame);
    };
    // Two changes that are waited for, then eight in a breath.
    for (const turn of [1, 2]) {
      change();
      await proofed(before + turn);
    }
    for (let n = 3; n <= 10; n++) {
      change();
      await new Promise((resolve) => setTimeout(resolve));
    }
    await proofed(before + 10);
    removeEventListener("brosse:engine", listen);
    return told;
  }, before);
  expect(told.slice(0, 2)).toEqual([
    { kind: "begun", turn: before + 1 },
    { kind: "proofed", turn: before + 1 },
  ]);
  expect(told[told.length - 1]).toEqual({ kind: "proofed", turn: before + 10 });
  const finished = told.filter(({ kind }) => kind === "proofed").map(({ turn }) => turn);
  for (const turn of finished)
    expect(told.findIndex((one) => one.kind === "begun" && one.turn === turn)).toBeLessThan(
      told.findIndex((one) => one.kind === "proofed" && one.turn === turn),
    );
  expect(finished.length, "what is overtaken is not drawn to its end").toBeLessThan(10);
  expect(await page.getByRole("textbox", { name: "Hardness", exact: true }).inputValue()).toBe("50 %");
  expect(complaints).toEqual([]);
  await close();
});
