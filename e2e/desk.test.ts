import { randomFillSync } from "node:crypto";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { decode, encode } from "fast-png";
import type { Browser } from "playwright-core";
import sharp from "sharp";
import { afterAll, beforeAll, expect, test } from "vitest";
import { addToSet, chooseBrush, enterDemo, openBrowser, painter, proofed } from "./browser";

const largePath = join(tmpdir(), `brosse-${process.pid}-large.png`);

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(async () => {
  rmSync(largePath, { force: true });
  await browser.close();
});

/** A sheet of sand, brighter to the right: neither its light nor its border will do. */
function sand(): Buffer {
  const [width, height] = [320, 240];
  const data = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    const corn = Math.sin(x * 0.7 + Math.sin(y * 0.31) * 3) * Math.cos(y * 0.83 + Math.sin(x * 0.23) * 2);
    return Math.max(0, Math.min(255, 110 + 45 * corn + 90 * (x / width - 0.5)));
  });
  return Buffer.from(encode({ width, height, data, channels: 1, depth: 8 }));
}

test("a picture becomes a grain that tiles, is seen under strokes, and is given to a brush", {
  timeout: 180_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await proofed(page);
  await page.getByRole("textbox", { name: "The brush’s name" }).fill("Sand try");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText(/rev 2 · saved/).waitFor();
  await page.getByRole("link", { name: "Grains" }).click();
  await page.getByText("Put a surface on the desk").waitFor();
  await page
    .getByLabel("A picture of a surface")
    .setInputFiles({ name: "sand.png", mimeType: "image/png", buffer: sand() });
  const findings = page.getByRole("region", { name: "Findings" });
  await findings.getByText(/light is uneven/).waitFor({ timeout: 20_000 });
  for (let i = 0; i < 3 && (await findings.getByRole("button", { name: "Even it out" }).count()) > 0; i++) {
    await findings.getByRole("button", { name: "Even it out" }).click();
    await expect.poll(() => page.getByText("working…").count(), { timeout: 20_000 }).toBe(0);
  }
  expect(await findings.getByText(/light is uneven/).count()).toBe(0);
  await page.getByRole("checkbox", { name: "Turned over" }).check();
  await page.getByRole("radio", { name: "moved by half" }).check({ force: true });
  await expect
    .poll(
      async () =>
        Number.parseFloat(
          (await page.getByRole("region", { name: "Tiling" }).locator("p span").first().textContent()) ?? "9",
        ),
      { timeout: 20_000 },
    )
    .toBeLessThan(1.6);

  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save as PNG" }).click();
  const saved = decode(readFileSync(await (await download).path()));
  expect([saved.depth, saved.channels]).toEqual([16, 1]);
  expect([saved.width, saved.height]).toEqual([284, 204]);

  await chooseBrush(page, "The brush that gets the grain", "Sand try");
  await page.getByRole("button", { name: "Use it in this brush" }).click();
  await page.waitForURL("**/bench/*");
  await proofed(page);
  await page.getByText(/rev 3 · saved/).waitFor();
  expect(await page.getByRole("combobox", { name: "Grain", exact: true }).inputValue()).toBe("picture");
  expect(complaints).toEqual([]);
  await context.close();
});

test("what is no picture, empty, broken or too large is refused in one line, and the desk stays as it was", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  // By a link, and not by its address: the page hears files once it has come to life.
  await page.getByRole("link", { name: "Grains" }).click();
  await page.getByText("Put a surface on the desk").waitFor();
  const open = (name: string, mimeType: string, buffer: Buffer) =>
    page.getByLabel("A picture of a surface").setInputFiles({ name, mimeType, buffer });
  const alert = page.getByRole("alert");
  await open("notes.png", "image/png", Buffer.from("not a picture at all"));
  await expect.poll(() => alert.textContent(), { timeout: 15_000 }).toContain("notes.png: the picture cannot be read");
  await open("nothing.png", "image/png", Buffer.alloc(0));
  await expect.poll(() => alert.textContent(), { timeout: 15_000 }).toBe("nothing.png: the file is empty");
  await open("notes.txt", "text/plain", Buffer.from("words"));
  await expect
    .poll(() => alert.textContent(), { timeout: 15_000 })
    .toContain("a PNG, JPEG, WebP or SVG picture can be opened here");
  await open("sign.svg", "image/svg+xml", Buffer.from("<svg><p>"));
  await expect.poll(() => alert.textContent(), { timeout: 15_000 }).toContain("sign.svg: this is no SVG picture");
  await open("cut.png", "image/png", sand().subarray(0, 900));
  await expect.poll(() => alert.textContent(), { timeout: 15_000 }).toContain("cut.png");
  await open(
    "wide.png",
    "image/png",
    Buffer.from(encode({ width: 5000, height: 2, data: new Uint8Array(10_000), channels: 1, depth: 8 })),
  );
  await expect.poll(() => alert.textContent(), { timeout: 15_000 }).toContain("wide.png");
  // One px can be opened: it is what it is.
  await open(
    "dot.png",
    "image/png",
    Buffer.from(encode({ width: 1, height: 1, data: new Uint8Array([90]), channels: 1, depth: 8 })),
  );
  await page.getByText("It is only 1 px").waitFor({ timeout: 20_000 });
  await page.getByRole("combobox", { name: "Begin with a drawn grain" }).selectOption("weave");
  await expect
    .poll(() => page.getByRole("status").first().textContent(), { timeout: 20_000 })
    .toContain("weave, drawn, 512×512 px");
  expect(complaints).toEqual([]);
  await context.close();
});

test("the part is dragged, straightened and sharpened, has its true size in print, and goes to a whole set at once", {
  timeout: 180_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  // A set of one's own, so that the demo's brushes stay as they are for other tests.
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await proofed(page);
  await page.getByRole("textbox", { name: "The brush’s name" }).fill("Grained try");
  await page.getByRole("button", { name: "Give it a grain" }).click();
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText(/rev 2 · saved/).waitFor();
  await page.getByRole("link", { name: "Sets" }).click();
  await page.getByRole("button", { name: "New set" }).click();
  await page.getByRole("combobox", { name: "Licence" }).waitFor();
  const setName = "Grained set";
  await page.getByRole("textbox", { name: "Name", exact: true }).fill(setName);
  await addToSet(page, "Grained try");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText("saved", { exact: true }).waitFor();

  await page.getByRole("link", { name: "Grains" }).click();
  await page.getByText("Put a surface on the desk").waitFor();
  await page
    .getByLabel("A picture of a surface")
    .setInputFiles({ name: "sand.png", mimeType: "image/png", buffer: sand() });
  const thumbnail = page.getByRole("img", { name: /drag over the part/ });
  await thumbnail.waitFor();
  const box = (await thumbnail.boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
  await page.mouse.move(box.x + box.width * 0.4, box.y + box.height * 0.2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.6, box.y + box.height * 0.8, { steps: 8 });
  await page.mouse.up();
  const height = page.getByRole("slider", { name: "Height used" });
  expect(Number(await height.inputValue())).toBeCloseTo(0.6, 1);
  await page.getByRole("slider", { name: "Straighten" }).fill("12");
  await page.getByRole("slider", { name: "Sharpen" }).fill("1.5");
  await page.getByRole("spinbutton", { name: "Px of the picture to a millimetre of the surface" }).fill("23.62");
  await page.getByText(/at scale 0\.50 the grain has its true size/).waitFor({ timeout: 20_000 });
  await page
    .getByRole("combobox", { name: "The set whose brushes all get the grain" })
    .selectOption({ label: setName });
  await page.getByRole("button", { name: "Give it to the whole set" }).click();
  await page.getByText(`1 brush of “${setName}” has it now.`).waitFor({ timeout: 20_000 });
  await page.getByRole("spinbutton", { name: "Px of the picture to a millimetre of the surface" }).fill("5");
  await page
    .getByRole("combobox", { name: "Match the grain of a set" })
    .selectOption({ label: `${setName}: scale 0.50` });
  await page.getByText(/at scale 0\.50 the grain has its true size/).waitFor({ timeout: 20_000 });
  await page.getByRole("link", { name: "Shelf" }).click();
  await page.getByRole("link", { name: "Grained try", exact: true }).click();
  await proofed(page);
  expect(await page.getByRole("combobox", { name: "Grain", exact: true }).inputValue()).toBe("picture");
  expect(await page.getByRole("textbox", { name: "Grain scale", exact: true }).inputValue()).toMatch(/^0\.5/);
  expect(complaints).toEqual([]);
  await context.close();
});

test("a drawn grain follows its numbers, is kept, found, opened as it was, and matched to a set", {
  timeout: 180_000,
}, async () => {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.goto("/desk/grain");
  // At once after the page was loaded: what is chosen waits until it is heard.
  await page.getByRole("combobox", { name: "Begin with a drawn grain" }).selectOption("hatch");
  await page.getByText("Drawn: hatch").waitFor();
  const tilePixels = () =>
    page.getByRole("img", { name: "The grain as it tiles" }).evaluate((canvas) => {
      const own = canvas instanceof HTMLCanvasElement ? canvas : canvas.querySelector("canvas");
      return own?.toDataURL().length ?? 0;
    });
  await expect.poll(tilePixels, { timeout: 20_000 }).toBeGreaterThan(2000);
  const before = await tilePixels();
  await page.getByRole("slider", { name: "Lines" }).fill("48");
  await page.getByRole("checkbox", { name: "Crossed" }).uncheck();
  await expect.poll(tilePixels, { timeout: 20_000 }).not.toBe(before);

  await page.getByRole("spinbutton", { name: "Px of the picture to a millimetre of the surface" }).fill("8");
  await page.getByRole("textbox", { name: "Name" }).fill("Comb lines");
  await page.getByRole("textbox", { name: "Tags" }).fill("graining comb");
  const mine = page.getByRole("button", { name: /^My grains/ });
  const count = Number((await mine.textContent())?.match(/\d+/)?.[0]);
  expect(count).toBeGreaterThanOrEqual(10);
  await page.getByRole("button", { name: "Keep among my grains" }).click();
  await page.getByText("“Comb lines” is among your grains.").waitFor({ timeout: 20_000 });

  await page.goto("/desk/grain");
  await mine.click();
  await page.getByRole("searchbox", { name: "Find a grain" }).fill("comb");
  const rows = page.getByRole("listitem").filter({ has: page.getByRole("button", { name: "Open", exact: true }) });
  expect(await rows.count()).toBe(1);
  await rows.getByText("in no brush").waitFor();
  await rows.getByRole("button", { name: "Open", exact: true }).click();
  await page.getByText(/Comb lines\.png, 512×512 px/).waitFor();
  await page.getByText(/One tile is 64\.0 mm wide/).waitFor({ timeout: 20_000 });
  expect(await page.getByRole("combobox", { name: "Join borders" }).inputValue()).toBe("none");
  await mine.click();
  await page.getByRole("button", { name: "Put Comb lines into the bin; brushes keep it" }).click();
  await expect.poll(() => mine.textContent(), { timeout: 15_000 }).toBe(`My grains (${count})`);
  expect(complaints).toEqual([]);
  await context.close();
});

/** A file of four thousand px a side; sixteen bits of chance do not pack, and take seconds to unpack. */
async function largePicture(): Promise<string> {
  const path = largePath;
  if (!existsSync(path)) {
    const side = 4000;
    const noise = randomFillSync(new Uint16Array(side * side));
    await sharp(noise, { raw: { width: side, height: side, channels: 1 } })
      .toColourspace("grey16")
      .png({ compressionLevel: 1 })
      .toFile(path);
  }
  return path;
}

test.each([
  ["/desk/tip", "A picture for a tip", "nothing on it yet", /^320×240 px$/],
  ["/desk/grain", "A picture of a surface", "nothing on it yet", /^sand\.png, 320×240 px$/],
] as const)(
  "on %s a large picture says that it is being opened and can be stopped; the next one opens",
  { timeout: 60_000 },
  async (path, field, empty, lies) => {
    const { context, page, complaints } = await painter(browser);
    await enterDemo(page);
    await page.goto(path);
    const status = page.getByRole("banner").getByRole("status");
    await page.getByLabel(field).setInputFiles(await largePicture());
    await page.getByText(/^opening .*large\.png…$/).waitFor();
    await page.getByRole("button", { name: "Stop", exact: true }).click();
    await expect.poll(() => status.textContent()).toBe(empty);
    const opening = () => page.workers().filter((worker) => worker.url().includes("open.worker")).length;
    await expect.poll(opening, { message: "what was being opened is given up", timeout: 10_000 }).toBe(0);
    expect(await status.textContent()).toBe(empty);
    await page.getByLabel(field).setInputFiles({ name: "sand.png", mimeType: "image/png", buffer: sand() });
    await expect.poll(() => status.textContent(), { timeout: 20_000 }).toMatch(lies);
    if (path === "/desk/grain") {
      // What lies there keeps its settings and its name when the next one is stopped.
      const turned = page.getByRole("checkbox", { name: "Turned over" });
      await turned.check();
      expect(await page.getByPlaceholder("sand", { exact: true }).count()).toBe(1);
      await page.getByLabel(field).setInputFiles(largePath);
      await page.getByRole("button", { name: "Stop", exact: true }).click();
      await expect.poll(() => status.textContent(), { timeout: 20_000 }).toMatch(lies);
      expect(await turned.isChecked()).toBe(true);
      expect(await page.getByPlaceholder("sand", { exact: true }).count()).toBe(1);
    }
    expect(complaints).toEqual([]);
    await context.close();
  },
);
