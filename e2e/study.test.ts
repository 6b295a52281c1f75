import { readFileSync } from "node:fs";
import { pictureOfSheet, sheetOfStudy, unpackStudy } from "@core/formats/study";
import { createKernels } from "@core/kernels/load";
import { standingActs } from "@core/study/standing";
import { decode } from "fast-png";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { enterDemo, openBrowser, painter, penStroke } from "./browser";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const told = (page: Page) => page.getByRole("banner").getByRole("status");

async function opened(page: Page): Promise<void> {
  await page.getByRole("img", { name: /paint here/ }).waitFor();
  await page.getByText("the study is being opened").waitFor({ state: "detached" });
}

async function begin(page: Page, name: string): Promise<void> {
  await page.getByRole("link", { name: "Studies" }).click();
  await page.getByRole("heading", { name: "Begin a study" }).waitFor();
  await page.getByRole("textbox", { name: "Name" }).fill(name);
  await page.getByRole("combobox", { name: "Brushes of" }).selectOption({ label: "Shopfront lettering (9)" });
  await page.getByLabel("Width, px").fill("700");
  await page.getByLabel("Height, px").fill("450");
  await page.getByRole("button", { name: "Begin" }).click();
  await opened(page);
}

const wave = (y: number) =>
  Array.from({ length: 22 }, (_, i) => ({
    x: 60 + i * 11,
    y: y + 18 * Math.sin(i / 3),
    pressure: 0.25 + i / 40,
    tiltX: 20,
    tiltY: -14,
    twist: i * 3,
  }));

async function download(page: Page, item: RegExp): Promise<Uint8Array> {
  await page.getByRole("button", { name: "Take out…" }).click();
  const coming = page.waitForEvent("download");
  await page.getByRole("menuitem", { name: item }).click();
  return new Uint8Array(readFileSync(await (await coming).path()));
}

test("a study taken out is the same picture in Node, and the same again where it is taken in", {
  timeout: 120_000,
}, async () => {
  const { page, context, complaints } = await painter(browser);
  await enterDemo(page);
  await begin(page, "Out and in");
  for (const [n, brush] of ["Acanthus", "Lettering quill, long", "Gold flake", "Drop shade"].entries()) {
    await page.getByRole("button", { name: `Take ${brush}` }).click();
    await penStroke(page, wave(60 + n * 50));
  }
  // What is dry neither smears nor mixes.
  await page.getByRole("button", { name: /^Let it dry/ }).click();
  await page.getByRole("button", { name: "Undo: letting it dry" }).waitFor();
  await page.getByRole("region", { name: "Paints" }).getByRole("button", { name: "Vermilion" }).click();
  await page.getByText("smudge", { exact: true }).click();
  await penStroke(page, wave(110));
  await page.getByRole("button", { name: "new", exact: true }).click();
  await page.getByText("paint", { exact: true }).first().click();
  await page.getByRole("combobox", { name: "Lies on by" }).selectOption("multiply");
  await penStroke(page, wave(150), "mouse");
  await page.getByRole("button", { name: "Undo: a stroke" }).click();
  await page.getByRole("button", { name: "Redo: a stroke" }).click();
  await expect.poll(() => told(page).textContent(), { timeout: 20_000 }).toBe("kept");

  const png = await download(page, /^The picture \(/);
  const zip = await download(page, /^The study/);
  const study = unpackStudy(zip);
  expect(study.acts.map(({ kind }) => kind)).toEqual([
    ...Array(4).fill("stroke"),
    "dry",
    "stroke",
    "layer",
    "look",
    "stroke",
    "back",
    "again",
  ]);
  const sheet = sheetOfStudy(createKernels(), study);
  for (const { act } of standingActs(study.acts)) sheet.do(act);
  const here = decode(pictureOfSheet(sheet, study.paper));
  const there = decode(png);
  expect([there.width, there.height]).toEqual([here.width, here.height]);
  const rgb = ({ data, channels, width, height }: typeof here) =>
    Buffer.from(
      Uint8Array.from({ length: width * height * 3 }, (_, i) => data[Math.floor(i / 3) * channels + (i % 3)]),
    );
  expect(rgb(there).equals(rgb(here))).toBe(true);
  expect((await download(page, /^Its layers/)).length).toBeGreaterThan(1000);
  expect(decode(await download(page, /^Normals/)).depth).toBe(16);
  expect(decode(await download(page, /not lit/)).width).toBe(here.width);

  await page.getByRole("link", { name: "Studies" }).click();
  await page
    .getByLabel("Or take one in from a file")
    .setInputFiles({ name: "study.zip", mimeType: "application/zip", buffer: Buffer.from(zip) });
  await page.getByRole("button", { name: "Take it in" }).click();
  await page.waitForURL("**/studies/*");
  await opened(page);
  expect(await page.getByRole("button", { name: /^Take (Acanthus|Gold flake)/ }).count()).toBe(2);
  expect(rgb(decode(await download(page, /^The picture \(/))).equals(rgb(here))).toBe(true);
  // One that is damaged is refused, and says where.
  await page.getByRole("link", { name: "Studies" }).click();
  await page
    .getByLabel("Or take one in from a file")
    .setInputFiles({ name: "bad.zip", mimeType: "application/zip", buffer: Buffer.from(zip.subarray(0, 900)) });
  await page.getByRole("button", { name: "Take it in" }).click();
  await page.getByText(/^bad\.zip: .*damaged or cut short/).waitFor();
  expect(complaints).toEqual([]);
  await context.close();
});

/** How many acts of a study this browser has kept. */
async function countActs(id: string): Promise<number> {
  const base = await new Promise<IDBDatabase>((resolve, reject) => {
    const opening = indexedDB.open(`brosse study ${id}`);
    opening.onsuccess = () => resolve(opening.result);
    opening.onerror = () => reject(opening.error);
  });
  const counting = base.transaction("acts").objectStore("acts").count();
  const count = await new Promise<number>((resolve) => {
    counting.onsuccess = () => resolve(counting.result);
  });
  base.close();
  return count;
}

test("without a server strokes are kept in the browser; a killed page loses a moment of the stroke in hand", {
  timeout: 120_000,
}, async () => {
  const { page, context } = await painter(browser);
  await enterDemo(page);
  await begin(page, "Killed");
  // “Kept” is also said of the empty sheet: the stroke must have gone out.
  const gone = page.waitForResponse("**/acts");
  await penStroke(page, wave(60));
  await gone;
  await expect.poll(() => told(page).textContent(), { timeout: 20_000 }).toBe("kept");
  await page.route("**/acts", (route) => route.abort("internetdisconnected"));
  await penStroke(page, wave(120));
  await penStroke(page, wave(180));
  await expect.poll(() => told(page).textContent(), { timeout: 20_000 }).toMatch(/^2 acts kept in this browser alone/);
  // A fourth is under way when the page is killed.
  const address = page.url();
  await page.mouse.move(600, 300);
  await page.mouse.down();
  let x = 600;
  const keptHere = async () => {
    await page.mouse.move(++x, 300 + (x % 7));
    return page.evaluate(countActs, address.split("/").at(-1) ?? "");
  };
  await expect.poll(keptHere).toBe(4);
  const cdp = await context.newCDPSession(page);
  const crashed = page.waitForEvent("crash");
  // A page that is gone does not answer.
  void cdp.send("Page.crash").catch(() => undefined);
  await crashed;

  const again = await context.newPage();
  await again.goto(address);
  await opened(again);
  await again.getByText(/after 4 of 4 acts/).waitFor();
  await expect.poll(() => told(again).textContent(), { timeout: 20_000 }).toBe("kept");
  // And the server has them all: another browser sees the same.
  const answer = await context.request.get(`${address}/acts`);
  expect(((await answer.json()) as { acts: unknown[] }).acts).toHaveLength(4);
  await context.close();
});

test("two fingers move and enlarge the picture, and leave no stroke behind", async () => {
  const { page, context } = await painter(browser);
  await enterDemo(page);
  await begin(page, "Fingers");
  const bar = page.getByRole("button", { name: "1:1" }).locator("..");
  const percent = async () => Number.parseInt((await bar.textContent()) ?? "", 10);
  const before = await percent();
  await page.evaluate(() => {
    const canvas = document.querySelector("[role=img] > canvas");
    if (!canvas) throw new Error("there is no picture");
    const box = canvas.getBoundingClientRect();
    const send = (name: string, pointerId: number, x: number) =>
      canvas.dispatchEvent(
        new PointerEvent(name, {
          pointerId,
          pointerType: "touch",
          bubbles: true,
          cancelable: true,
          button: name === "pointermove" ? -1 : 0,
          buttons: name === "pointerup" ? 0 : 1,
          clientX: box.left + x,
          clientY: box.top + 150,
        }),
      );
    send("pointerdown", 1, 200);
    send("pointermove", 1, 205);
    send("pointerdown", 2, 300);
    for (let i = 1; i <= 10; i++) {
      send("pointermove", 1, 205 - i * 5);
      send("pointermove", 2, 300 + i * 5);
    }
    send("pointerup", 1, 155);
    send("pointerup", 2, 350);
  });
  await expect.poll(percent).toBeGreaterThan(before * 1.7);
  await page.getByText("The roll grows as you paint").waitFor();
  expect(await page.getByRole("button", { name: "Undo" }).isDisabled()).toBe(true);
  await context.close();
});
