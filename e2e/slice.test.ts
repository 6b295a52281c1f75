import { readFileSync, writeFileSync } from "node:fs";
import { brushText, parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { unpack } from "@core/formats/package";
import { proofsOn } from "@core/hand/proof";
import { renderHand } from "@core/stroke/render";
import { encode } from "fast-png";
import type { Browser } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { enterDemo, newSet, openBrowser, painter, penStroke, proofed, proofTurn, publishSet } from "./browser";
import { signUp } from "./makers";
import { difference, inked, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const swell = Array.from({ length: 40 }, (_, i) => ({
  x: 80 + i * 9,
  y: 60 + 30 * Math.sin(i / 6),
  pressure: 0.2 + 0.7 * Math.sin((i / 39) * Math.PI),
  tiltX: 20,
  tiltY: 10,
  twist: i,
}));
const place = { left: 60, top: 20, width: 420, height: 90 };

test("one brush from its tip to another painter's hands", { timeout: 180_000 }, async () => {
  const maker = await painter(browser);
  const { page } = maker;

  // The shelf: at least eight brushes, each a real stroke.
  await enterDemo(page);
  const strips = page.getByRole("img", { name: /^A stroke of/ });
  expect(await strips.count()).toBeGreaterThanOrEqual(8);
  await page.waitForLoadState("networkidle");
  for (const strip of await strips.all()) {
    await strip.scrollIntoViewIfNeeded();
    await expect.poll(() => strip.evaluate((img: HTMLImageElement) => img.complete && img.naturalWidth)).toBe(720);
  }

  // The bench: proofs are what the engine paints in Node, pixel for pixel.
  await page.getByRole("link", { name: "Lettering quill, long", exact: true }).click();
  await proofed(page);
  const id = page.url().split("/").pop() ?? "";
  const before = await paperPixels(page);
  const { demoBrushes } = await import("@demo/brushes");
  const quill = demoBrushes[0];
  const [main] = proofsOn(before.width, before.height, undefined, undefined, quill.tip.size);
  const reply = await maker.context.request.get(`/bench/${id}.data`);
  expect(reply.status()).toBe(200);
  const node = {
    width: before.width,
    height: before.height,
    data: new Uint8Array(
      renderHand({
        brush: quill,
        strokes: main.strokes,
        width: before.width,
        height: before.height,
        ink: { colour: hexToRgb("#1f2a30"), second: hexToRgb("#fdfdfd") },
        paper: hexToRgb("#fdfdfd"),
        seed: 1,
      }),
    ),
  };
  expect(inked(before, main.bed)).toBeGreaterThan(3000);
  expect(difference(before, node, main.bed)).toBe(0);

  // A change redraws the proofs; undo and redo go back and forth.
  let turn = await proofTurn(page);
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  await size.fill("60 px");
  await size.press("Enter");
  await proofed(page, turn + 1);
  expect(inked(await paperPixels(page), main.bed)).toBeGreaterThan(inked(before, main.bed) * 1.2);
  turn = await proofTurn(page);
  await page.getByRole("button", { name: "Undo: size" }).click();
  await proofed(page, turn + 1);
  expect(difference(await paperPixels(page), before, main.bed)).toBe(0);
  await page.getByRole("button", { name: "Redo: size" }).click();
  await expect.poll(() => size.inputValue()).toBe("60 px");

  // Every control named for the slice is there, by slider and by number.
  for (const name of ["Size", "Hardness", "Roundness", "Angle", "Spacing", "Flow", "Opacity"]) {
    await expect.poll(() => page.getByRole("slider", { name: `${name}, slider` }).count()).toBe(1);
    expect(await page.getByRole("textbox", { name, exact: true }).count()).toBe(1);
  }
  await page.getByText("even", { exact: true }).click();
  expect(await page.getByRole("radio", { name: "even" }).isChecked()).toBe(true);
  await page.getByText("build-up", { exact: true }).click();

  // A response's curve is dragged, and another is added and answers.
  await page.getByRole("button", { name: "Size by pressure" }).click();
  const point = page.getByRole("slider", { name: "Point 4 of 4" });
  const at = await point.boundingBox();
  if (!at) throw new Error("the curve has no points");
  turn = await proofTurn(page);
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2, at.y + 60, { steps: 5 });
  await page.mouse.up();
  expect(Number(await point.getAttribute("aria-valuenow"))).toBeLessThan(75);
  await proofed(page, turn + 1);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Let opacity answer to a signal" }).click();
  await page.getByRole("menuitem", { name: "Pressure" }).click();
  expect(await page.getByRole("button", { name: "Opacity by pressure" }).count()).toBe(1);

  // Drawing anywhere with a pen; its strokes are taken back one by one.
  const empty = await paperPixels(page);
  await penStroke(page, swell);
  const drawn = await paperPixels(page);
  expect(difference(drawn, empty, place)).toBeGreaterThan(1500);
  await page.getByRole("button", { name: "Undo: my last stroke" }).click();
  await expect.poll(async () => difference(await paperPixels(page), empty, place)).toBe(0);

  // Saved as a new brush: the original stays, and the page says where the new one is.
  await page.getByRole("button", { name: "Save as new…" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).fill("Quill for the fascia");
  await page.getByRole("button", { name: "Save as new", exact: true }).click();
  await page.waitForURL((url) => url.pathname.startsWith("/bench/") && !url.pathname.endsWith(id));
  await page.getByText("It stands first on").waitFor();
  await page.getByRole("link", { name: "your shelf" }).click();
  await page.waitForURL("**/shelf?new=*");
  expect(await page.getByRole("listitem").first().textContent()).toContain("Quill for the fascia");
  await page.getByRole("link", { name: "Quill for the fascia" }).click();
  await page.getByRole("textbox", { name: "Size", exact: true }).waitFor();
  await proofed(page);
  await penStroke(page, swell);
  const makersStroke = await paperPixels(page);
  await page.getByRole("link", { name: "Shelf" }).click();
  await page.getByRole("link", { name: "Lettering quill, long", exact: true }).click();
  await expect
    .poll(() => page.getByRole("textbox", { name: "Size", exact: true }).inputValue())
    .toBe(`${quill.tip.size} px`);

  // A set: named, licensed, in an order, published.
  await newSet(page, "Harbour front", ["Rivet row", "Quill for the fascia", "Gold flake"]);
  await page.getByRole("combobox", { name: "Licence" }).selectOption("CC-BY-SA-4.0");
  await page.getByRole("button", { name: "Move Quill for the fascia up" }).click();
  await publishSet(page, "1.0.0");
  const edition = page.url();
  expect(maker.complaints).toEqual([]);

  // Another painter, without an account: the specimen, a pad, the package.
  const taker = await painter(browser);
  await taker.page.goto(edition);
  await expect.poll(() => taker.page.getByRole("heading", { level: 1 }).textContent()).toBe("Harbour front");
  const lines = taker.page.getByRole("img", { name: /^A stroke of/ });
  expect(await lines.count()).toBe(3);
  expect(await lines.first().getAttribute("alt")).toBe("A stroke of Quill for the fascia");
  await expect.poll(() => taker.page.getByRole("button", { name: "Paint over colours" }).isEnabled()).toBe(true);
  const padBefore = await paperPixels(taker.page);
  await penStroke(taker.page, swell);
  const tried = await paperPixels(taker.page);
  expect(difference(tried, padBefore, place)).toBeGreaterThan(1500);
  const download = taker.page.waitForEvent("download");
  await taker.page.getByRole("link", { name: /^Package/ }).click();
  const file = await (await download).path();
  const { set, brushes } = unpack(readFileSync(file));
  expect([set.name, set.version, set.licence, set.studio]).toEqual([
    "Harbour front",
    "1.0.0",
    "CC-BY-SA-4.0",
    "Quayside Signworks",
  ]);
  expect([...brushes.values()].map((b) => b.name)).toEqual(["Quill for the fascia", "Rivet row", "Gold flake"]);

  // They sign up, drop the package on their shelf, and paint: same samples, same pixels.
  await taker.page.goto("/sign-up");
  await signUp(taker.page, "North Pier Painters");
  await taker.page.waitForURL("**/shelf");
  await taker.page.getByText("An empty shelf").waitFor();
  const bytes = [...readFileSync(file)];
  await taker.page.evaluate((content) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([new Uint8Array(content)], "harbour-front-1.0.0.zip", { type: "application/zip" }));
    const sheet = document.querySelector("main");
    for (const name of ["dragover", "drop"])
      sheet?.dispatchEvent(new DragEvent(name, { dataTransfer: transfer, bubbles: true, cancelable: true }));
  }, bytes);
  await taker.page.getByText("Harbour front 1.0.0 is on your shelf: 3 brushes").waitFor();
  // It is known as the edition that it is: nobody takes it twice without being told.
  await taker.page.goto(edition);
  await taker.page.getByText("3 brushes of 1.0.0 on your shelf").waitFor();
  await taker.page.goto("/shelf");
  await taker.page.getByRole("link", { name: "Quill for the fascia" }).click();
  await proofed(taker.page);
  await penStroke(taker.page, swell);
  const takersStroke = await paperPixels(taker.page);
  expect(inked(takersStroke, place)).toBeGreaterThan(1500);
  expect(difference(takersStroke, makersStroke, { ...place, top: 30 })).toBe(0);
  expect(taker.complaints).toEqual([]);

  // A bad package changes nothing and says why.
  await taker.page.goto("/shelf");
  const bad = `${file}-bad.zip`;
  writeFileSync(bad, readFileSync(file).subarray(0, 500));
  await taker.page.locator("input[type=file]").setInputFiles(bad);
  await taker.page.getByText(/damaged or cut short.*Nothing was changed/).waitFor();
  await expect.poll(() => taker.page.getByRole("list", { name: "Brushes" }).locator("> li").count()).toBe(3);
});

test("packages, brushes and tips come onto the shelf together, and what cannot be read is told by name", {
  timeout: 120_000,
}, async () => {
  const { page, context, complaints } = await painter(browser);
  await enterDemo(page);
  const text = (name: string, value: string) => ({ name, mimeType: "application/json", buffer: Buffer.from(value) });
  const grey = encode({ width: 16, height: 16, channels: 1, data: new Uint8Array(256).fill(90), depth: 8 });
  const stamp = { name: "Rivet head.png", mimeType: "image/png", buffer: Buffer.from(grey) };
  const files = page.getByLabel("Files for the shelf");
  await files.setInputFiles([
    text("quill.json", brushText(parseBrush({ level: 1, name: "Quill from a file", tip: { size: 31 } }))),
    stamp,
    text("broken.json", '{"level":1,"name":"x","tip":{"size":-4}}'),
    text("needs.json", '{"level":1,"name":"y","ground":{"grain":{"kind":"picture","file":"grains/aa.png"}}}'),
  ]);
  await page.getByText("Quill from a file, Rivet head are on your shelf: 2 brushes").waitFor();
  const said = await page.getByText("Not taken:").textContent();
  expect(said).toMatch(/broken\.json: .*size/);
  expect(said).toMatch(/needs\.json: it needs the picture grains\/aa\.png/);
  await page.getByRole("link", { name: "Rivet head", exact: true }).click();
  await proofed(page);
  expect(await page.getByRole("button", { name: /one picture/ }).count()).toBe(1);
  await page.goto("/shelf");
  await files.setInputFiles([text("broken.json", "{")]);
  await page.getByText("Nothing was changed.").waitFor();
  expect(complaints).toEqual([]);
  await context.close();
});
