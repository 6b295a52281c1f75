import { readFileSync } from "node:fs";
import { decode, encode } from "fast-png";
import type { Browser, Page } from "playwright-core";
import sharp from "sharp";
import { afterAll, beforeAll, expect, test } from "vitest";
import {
  aim,
  chooseBrush,
  comeToLife,
  enterDemo,
  keptKeys,
  onBench,
  openBrowser,
  painter,
  penStroke,
  proofed,
} from "./browser";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

/** A photograph of a dark leaf on paper that is darker to the right: alpha says nothing, the background is uneven. */
function leafPhoto(width = 320, height = 240): Buffer {
  const data = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const [u, v] = [(x - width * 0.4) / 18, (y - height / 2) / 60];
    const leaf = Math.max(0, 1 - Math.abs(u) - v * v);
    return Math.round(235 - 70 * (x / width) - 150 * Math.min(1, leaf * 3));
  });
  return Buffer.from(encode({ width, height, data, channels: 1, depth: 8 }));
}

const findings = (page: Page) => page.getByRole("region", { name: "Findings" });

async function onDesk(page: Page): Promise<void> {
  await page.getByRole("link", { name: "Tips" }).click();
  await page.getByText("Begin a tip").waitFor();
}

/** Does something on the desk, and waits until undo offers to take it back by this name. */
async function step(page: Page, act: () => Promise<unknown>, name: string): Promise<void> {
  await act();
  await page.getByRole("button", { name: `Undo: ${name}`, exact: true }).waitFor({ timeout: 20_000 });
}

async function savedPng(page: Page, button: string): Promise<ReturnType<typeof decode>> {
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: button, exact: true }).click();
  return decode(readFileSync(await (await download).path()));
}

test("a photograph becomes a tip: background, findings and mends, pivot, map, a brush of one's own, my tips", {
  timeout: 240_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  // What an attempt before this one left behind has another name.
  const [leaf, tip, tag] = ["Leaf try ", "Try leaf ", "trial-"].map((name) => `${name}${Date.now()}`);
  await enterDemo(page);
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await proofed(page);
  await page.getByRole("textbox", { name: "The brush’s name" }).fill(leaf);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText(/rev 2 · saved/).waitFor();
  await onDesk(page);
  await page
    .getByLabel("A picture for a tip")
    .setInputFiles({ name: "leaf.png", mimeType: "image/png", buffer: leafPhoto() });
  await page.getByText("320×240 px").waitFor();
  await findings(page)
    .getByText(/touches the border/)
    .waitFor({ timeout: 20_000 });
  await aim(page, "strength");
  await step(
    page,
    () => page.getByRole("button", { name: "Take the background away" }).click(),
    "take the background away",
  );
  await expect.poll(() => findings(page).textContent(), { timeout: 20_000 }).not.toMatch(/touches the border/);
  await expect.poll(() => findings(page).textContent()).toMatch(/off the middle/);
  await step(page, () => findings(page).getByRole("button", { name: "Centre it" }).click(), "centre");
  await expect.poll(() => findings(page).textContent(), { timeout: 20_000 }).not.toMatch(/off the middle/);
  await aim(page, "place");
  await step(page, () => page.getByRole("button", { name: "Cut", exact: true }).click(), "crop");
  await expect.poll(() => page.getByText("320×240 px").count()).toBe(0);
  await aim(page, "pivot");
  await page.getByRole("button", { name: "Turn about the middle of the bottom" }).click();
  await page.getByRole("button", { name: /^Pivot, 0 % right and 100 % down/ }).focus();
  await page.keyboard.press("ArrowUp");
  await page.getByRole("button", { name: /^Pivot, 0 % right and 98 % down/ }).waitFor();
  await aim(page, "light");
  await step(page, () => page.getByRole("button", { name: "From its depth" }).click(), "lightness map");
  await page.getByText("Its greys make the colour darker and lighter").waitFor();

  const mapped = await savedPng(page, "Save with its map");
  expect([mapped.depth, mapped.channels]).toEqual([16, 2]);
  const greys = new Set(Array.from({ length: mapped.width * mapped.height }, (_, i) => mapped.data[i * 2]));
  expect(greys.size, "the map is in the greys").toBeGreaterThan(5);
  const plain = await savedPng(page, "Save as PNG");
  expect(
    Array.from({ length: plain.width * plain.height }, (_, i) => plain.data[i * 2]).every((grey) => grey === 0),
  ).toBe(true);

  await page.getByRole("textbox", { name: "name", exact: true }).fill(tip);
  await page.getByRole("textbox", { name: "Tags" }).fill(`leaf ${tag}`);
  await page.getByRole("button", { name: "Keep among my tips" }).click();
  await page.getByText(`“${tip}” is among your tips.`).waitFor();
  await chooseBrush(page, "The brush that gets the tip", leaf);
  await page.getByRole("button", { name: "Use it in this brush" }).click();
  await page.waitForURL("**/bench/*");
  await proofed(page);
  await page.getByText(/rev 3 · saved/).waitFor();
  expect(await page.getByRole("combobox", { name: "Shape", exact: true }).inputValue()).toBe("image");

  // What lay on the desk lies there still: it may be there before the desk was ever seen empty.
  await page.getByRole("link", { name: "Tips" }).click();
  await page.getByRole("button", { name: /^My tips/ }).click();
  await page.getByRole("searchbox", { name: "Find a tip" }).fill(tag);
  await page.getByText(new RegExp(`in \\d+ brush(es)?: .*${leaf}`)).waitFor();
  await page.getByRole("button", { name: "Open", exact: true }).click();
  await page.getByText(`${mapped.width}×${mapped.height} px`).waitFor();
  await aim(page, "light");
  await page.getByText("Its greys make the colour darker and lighter").waitFor();
  await page.getByRole("button", { name: /^My tips/ }).click();
  await page.getByRole("button", { name: new RegExp(`^Put ${tip}.* into the bin`) }).click();
  await page.getByRole("searchbox", { name: "Find a tip" }).fill(tag);
  await page.getByText("No tip of that name.").waitFor({ timeout: 10_000 });
  expect(complaints).toEqual([]);
  await context.close();
});

test("a tip is drawn with symmetry, cut out, undone and made a family that is evened out", {
  timeout: 180_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await onDesk(page);
  await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("256 px");
  await page.getByRole("button", { name: "A blank sheet" }).click();
  await findings(page).getByText("Nothing is on the sheet").waitFor({ timeout: 20_000 });
  await page.getByRole("combobox", { name: "Each stroke falls" }).selectOption("around");
  const box = (await page.getByRole("img", { name: /sheet; draw on it/ }).boundingBox()) ?? {
    x: 0,
    y: 0,
    width: 1,
    height: 1,
  };
  const line = async (places: readonly (readonly [number, number])[]) => {
    const at = ([x, y]: readonly [number, number]) => [box.x + x * box.width, box.y + y * box.height] as const;
    await page.mouse.move(...at(places[0]));
    await page.mouse.down();
    for (const place of places.slice(1)) await page.mouse.move(...at(place), { steps: 5 });
    await page.mouse.up();
  };
  const thumbnail = () =>
    page
      .getByRole("region", { name: "Family" })
      .locator("canvas")
      .first()
      .evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext("2d")?.getImageData(0, 0, canvas.width, canvas.height) ?? { data: [] };
        let [sum, left] = [0, 0];
        for (let i = 3; i < data.length; i += 4) {
          sum += data[i];
          if (((i - 3) / 4) % canvas.width < canvas.width / 2) left += data[i];
        }
        return { sum, left: left / Math.max(1, sum) };
      });
  await step(
    page,
    () =>
      line([
        [0.56, 0.5],
        [0.8, 0.45],
      ]),
    "stroke",
  );
  const star = await thumbnail();
  expect(Math.abs(star.left - 0.5), "six copies lie evenly about the middle").toBeLessThan(0.08);
  await page.getByText("cut square", { exact: true }).click();
  await step(
    page,
    () =>
      line([
        [0.5, 0.05],
        [0.95, 0.95],
      ]),
    "cut out",
  );
  expect((await thumbnail()).left, "what is outside is gone").toBeLessThan(0.15);
  await page.keyboard.press("Control+z");
  await expect.poll(async () => Math.abs((await thumbnail()).left - 0.5), { timeout: 5000 }).toBeLessThan(0.08);
  await page.keyboard.press("Control+y");
  await expect.poll(async () => (await thumbnail()).left, { timeout: 5000 }).toBeLessThan(0.15);

  await page.getByRole("button", { name: "Add a blank tip to the family" }).click();
  await page.getByRole("button", { name: "Tip 2, blank sheet" }).waitFor();
  await page
    .getByRole("radiogroup", { name: "What the pointer does on the sheet" })
    .getByText("draw", { exact: true })
    .click();
  await page.getByRole("combobox", { name: "Each stroke falls" }).selectOption("none");
  await step(
    page,
    () =>
      line([
        [0.2, 0.2],
        [0.4, 0.3],
      ]),
    "stroke",
  );
  await page.getByRole("combobox", { name: "Picked" }).selectOption("sequence");
  await step(page, () => page.getByRole("button", { name: "Even out" }).click(), "even out the family");
  await expect.poll(() => findings(page).textContent(), { timeout: 20_000 }).not.toMatch(/off the middle/);
  await page.getByRole("button", { name: "Earlier in the family" }).click();
  await page.getByRole("button", { name: "Tip 1, blank sheet", pressed: true }).waitFor();
  await page.getByRole("button", { name: "Take this tip out of the family" }).click();
  await expect.poll(() => page.getByRole("button", { name: /^Tip \d/ }).count()).toBe(1);
  expect(complaints).toEqual([]);
  await context.close();
});

test("what cannot be opened is said in one line, SVG is drawn without running anything, and part of the paper becomes a tip", {
  timeout: 180_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Enamel one-stroke");
  const bench = page.url();
  await page.goto("/desk/tip");
  await comeToLife(page);
  await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("512");
  await page.getByRole("combobox", { name: "Begin with" }).selectOption("speckle");
  await page.getByText("512×512 px").first().waitFor();
  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("link", { name: "Enamel one-stroke", exact: true }).last().click();
  await page.waitForURL(bench);
  await proofed(page);
  await penStroke(
    page,
    [300, 340, 380].map((x) => ({ x, y: 120, pressure: 1 })),
  );
  await page.getByRole("button", { name: "My layers" }).click();
  await page.getByRole("checkbox", { name: "the proofs are shown" }).uncheck();
  await page.getByRole("button", { name: "Take to the tip desk" }).click();
  await page.waitForURL("**/desk/tip");
  await page
    .getByText(/×\d+ px/)
    .first()
    .waitFor();
  await aim(page, "strength");
  await page.getByRole("radio", { name: "alpha" }).waitFor();
  expect(await page.getByRole("radio", { name: "alpha" }).isChecked()).toBe(true);
  // What lay on the desk lies aside, over a reload, too.
  await expect.poll(() => keptKeys(page)).toContainEqual(expect.stringMatching(/^tip desk .*, aside$/));
  await page.reload();
  await page.getByRole("button", { name: "Bring back what lay here" }).click();
  await page.getByText("512×512 px").first().waitFor();
  await page.getByRole("button", { name: "Bring back what lay here" }).click();
  await expect.poll(() => page.getByText("512×512 px").count()).toBe(0);

  const open = (name: string, mimeType: string, body: string | Buffer) =>
    page.getByLabel("A picture for a tip").setInputFiles({ name, mimeType, buffer: Buffer.from(body) });
  const said = async (text: RegExp) =>
    expect.poll(() => page.getByRole("alert").textContent(), { timeout: 10_000 }).toMatch(text);
  await open("nothing.png", "image/png", "");
  await said(/nothing\.png: the file is empty/);
  await open("cut.png", "image/png", leafPhoto().subarray(0, 900));
  await said(/cut\.png/);
  const huge = Buffer.from(leafPhoto());
  huge.writeUInt32BE(50_000, 16);
  await open("huge.png", "image/png", huge);
  await said(/50000×240 px, the most is 4096/);
  await open("words.txt", "text/plain", "no picture");
  await said(/words\.txt: a PNG, JPEG, WebP or SVG picture can be opened here/);
  await open("broken.jpg", "image/jpeg", "\xff\xd8\xff not a picture");
  await said(/broken\.jpg: the picture cannot be read/);
  await open("broken.svg", "image/svg+xml", "<svg");
  await said(/broken\.svg: this is no SVG picture/);
  expect(
    await page
      .getByText(/×\d+ px/)
      .first()
      .textContent(),
    "what was there is still there",
  ).not.toBe("256×256 px");

  await open(
    "ring.svg",
    "image/svg+xml",
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400000000 200000000"><script>document.title = "run"; fetch("/shelf?svg")</script><image href="http://127.0.0.1:9/x.png" width="10" height="10"/><circle cx="200000000" cy="100000000" r="60000000"/></svg>`,
  );
  await page.getByText("2048×1024 px").waitFor({ timeout: 20_000 });
  expect(await page.title()).toBe("Tip desk · Brosse");
  expect(await page.getByRole("alert").count()).toBe(0);
  expect(complaints.filter((text) => !/127\.0\.0\.1:9|Content Security|Content-Security/.test(text))).toEqual([]);
  await close();
});

test("pictures of every kind that a camera or a program writes come out as they look", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await onDesk(page);
  // Dark on the left half.
  const half = sharp({ create: { width: 64, height: 40, channels: 3, background: "#ffffff" } }).composite([
    { input: { create: { width: 32, height: 40, channels: 3, background: "#101010" } }, left: 0, top: 0 },
  ]);
  const flat = sharp(await half.png().toBuffer());
  const files: [string, string, Buffer, string][] = [
    ["cmyk.jpg", "image/jpeg", await flat.clone().toColourspace("cmyk").jpeg({ quality: 95 }).toBuffer(), "64×40 px"],
    [
      "turned.jpg",
      "image/jpeg",
      await flat.clone().withMetadata({ orientation: 6 }).jpeg({ quality: 95 }).toBuffer(),
      "40×64 px",
    ],
    ["palette.png", "image/png", await flat.clone().png({ palette: true }).toBuffer(), "64×40 px"],
    ["deep.png", "image/png", await flat.clone().toColourspace("rgb16").png().toBuffer(), "64×40 px"],
    ["lossy.webp", "image/webp", await flat.clone().webp().toBuffer(), "64×40 px"],
    [
      "moving.webp",
      "image/webp",
      await sharp([await flat.clone().png().toBuffer(), await flat.clone().negate().png().toBuffer()], {
        join: { animated: true },
      })
        .webp({ lossless: true })
        .toBuffer(),
      "64×40 px",
    ],
    [
      "dot.png",
      "image/png",
      Buffer.from(encode({ width: 1, height: 1, data: new Uint8Array([0]), channels: 1, depth: 8 })),
      "1×1 px",
    ],
  ];
  for (const [name, type, body, size] of files) {
    await page.getByRole("combobox", { name: "Begin with" }).selectOption("polygon");
    await page.getByText("1024×1024 px").waitFor({ timeout: 20_000 });
    await page.getByLabel("A picture for a tip").setInputFiles({ name, mimeType: type, buffer: body });
    await page.getByText(size, { exact: true }).waitFor({ timeout: 20_000 });
    if (name === "dot.png") continue;
    const saved = await savedPng(page, "Save as PNG");
    const strengthAt = (x: number, y: number) => saved.data[(y * saved.width + x) * 2 + 1] / 65535;
    // A quarter turn clockwise brings the left side to the top.
    const [dark, light] =
      name === "turned.jpg" ? [strengthAt(20, 10), strengthAt(20, 54)] : [strengthAt(10, 20), strengthAt(54, 20)];
    expect(dark, `${name}: its dark half is strong`).toBeGreaterThan(0.8);
    expect(light, `${name}: its light half is not`).toBeLessThan(0.06);
  }
  expect(complaints).toEqual([]);
  await context.close();
});

test("a photograph of a hundred million px is refused before it is decoded", { timeout: 60_000 }, async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await onDesk(page);
  const body = await sharp({ create: { width: 12_000, height: 9000, channels: 3, background: "#777777" } })
    .jpeg()
    .toBuffer();
  await page
    .getByLabel("A picture for a tip")
    .setInputFiles({ name: "wall.jpg", mimeType: "image/jpeg", buffer: body });
  await expect
    .poll(() => page.getByRole("alert").textContent(), { timeout: 15_000 })
    .toBe("wall.jpg: 12000×9000 px; 4096 px a side are the most");
  await context.close();
});

test("long work says so and can be stopped, and leaves the tip as it was", { timeout: 120_000 }, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await onDesk(page);
  await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("2048 px");
  await page.getByRole("combobox", { name: "Begin with" }).selectOption("speckle");
  await page.getByText("2048×2048 px").waitFor({ timeout: 30_000 });
  await aim(page, "edge");
  await page.getByRole("spinbutton", { name: /Grow/ }).fill("90");
  await page.getByRole("button", { name: "Grow", exact: true }).click();
  await page.getByRole("button", { name: "Stop" }).click({ timeout: 10_000 });
  await expect.poll(() => page.getByRole("button", { name: "Stop" }).count(), { timeout: 3000 }).toBe(0);
  expect(await page.getByRole("button", { name: "Undo", exact: true }).isDisabled()).toBe(true);
  // And other work goes on.
  await aim(page, "place");
  await step(page, () => page.getByRole("button", { name: "Flip left–right" }).click(), "flip");
  expect(complaints).toEqual([]);
  await context.close();
});

test("a brush begins with the tip on the desk, and another one takes a kept tip alone", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await onDesk(page);
  await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("256 px");
  await page.getByRole("combobox", { name: "Begin with" }).selectOption("speckle");
  await page.getByText("256×256 px").waitFor();
  await page.getByRole("textbox", { name: "name", exact: true }).fill("Spatter of the shop");
  await page.getByRole("button", { name: "Keep among my tips" }).click();
  await page.getByText("“Spatter of the shop” is among your tips.").waitFor();
  await page.getByRole("button", { name: "New brush from this tip" }).click();
  await page.waitForURL("**/bench/*");
  await proofed(page);
  expect(await page.getByRole("textbox", { name: "The brush’s name" }).inputValue()).toBe("Spatter of the shop");

  await page.getByRole("link", { name: "Shelf", exact: true }).click();
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  const size = page.getByRole("textbox", { name: "Size", exact: true });
  await size.fill("77 px");
  await size.press("Enter");
  await page.getByRole("combobox", { name: "Shape" }).selectOption("image");
  const dialog = page.getByRole("dialog", { name: "A picture for the tip" });
  await dialog.getByRole("searchbox").fill("spatter");
  await dialog.getByRole("button", { name: "Take Spatter of the shop" }).click();
  await page.getByRole("button", { name: /one picture/ }).waitFor();
  expect(await size.inputValue()).toBe("77 px");
  await page.getByRole("button", { name: "Undo: the tip “Spatter of the shop”" }).click();
  await expect.poll(() => page.getByRole("combobox", { name: "Shape" }).inputValue()).toBe("ellipse");
  expect(complaints).toEqual([]);
  await context.close();
});

test("a grass tip is drawn from beside the sheet, faded, and kept; several pictures come at once, a package goes to the shelf", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await onDesk(page);
  await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("256 px");
  await page.getByRole("button", { name: "A blank sheet" }).click();
  await findings(page).getByText("Nothing is on the sheet").waitFor({ timeout: 20_000 });
  const box = await page.getByRole("img", { name: /sheet; draw on it/ }).boundingBox();
  if (!box) throw new Error("there is no sheet");
  // A blade that comes from below the sheet.
  await step(
    page,
    async () => {
      await page.mouse.move(box.x + box.width * 0.5, box.y + box.height + 8);
      await page.mouse.down();
      await page.mouse.move(box.x + box.width * 0.55, box.y + box.height * 0.2, { steps: 10 });
      await page.mouse.up();
    },
    "stroke",
  );
  await findings(page)
    .getByText(/touches the border/)
    .waitFor({ timeout: 20_000 });
  const strengths = async () => {
    const { data, width, height } = await savedPng(page, "Save as PNG");
    const at = (v: number) => {
      let most = 0;
      for (let x = 0; x < width; x++) most = Math.max(most, data[(Math.floor(v * (height - 1)) * width + x) * 2 + 1]);
      return most / 65535;
    };
    return { tip: at(0.3), foot: at(0.95) };
  };
  const before = await strengths();
  await aim(page, "fade");
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.5);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.98, { steps: 4 });
  await page.mouse.up();
  await step(page, () => page.getByRole("button", { name: "Fade it" }).click(), "fade");
  const after = await strengths();
  expect(after.tip).toBeCloseTo(before.tip, 2);
  expect(after.foot).toBeLessThan(before.foot * 0.2);
  await page.getByRole("textbox", { name: "name", exact: true }).fill("Grass blade");
  await page.getByRole("button", { name: "Keep among my tips" }).click();
  await page.getByText("“Grass blade” is among your tips.").waitFor();

  const file = (name: string) => ({ name, mimeType: "image/png", buffer: leafPhoto(64, 48) });
  await page.getByLabel("A picture for a tip").setInputFiles([file("one.png"), file("two.png"), file("three.png")]);
  await page.getByRole("button", { name: "Tip 3, three" }).waitFor({ timeout: 20_000 });
  // A brush that is dropped here belongs on the shelf.
  await page.evaluate(() => {
    const files = new DataTransfer();
    files.items.add(
      new File([JSON.stringify({ level: 1, name: "Dropped on a desk" })], "dropped.json", { type: "application/json" }),
    );
    const target = document.querySelector("main") ?? document.body;
    for (const kind of ["dragover", "drop"])
      target.dispatchEvent(new DragEvent(kind, { dataTransfer: files, bubbles: true, cancelable: true }));
  });
  await page.getByText(/Dropped on a desk: 1 brush on your/).waitFor();
  expect(complaints).toEqual([]);
  await context.close();
});
