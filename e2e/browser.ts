import type { Browser, BrowserContext, Page } from "playwright-core";
import { launchChromium } from "../scripts/chromium.mjs";

export const address = process.env.BROSSE_TEST_ADDRESS ?? "";
if (!address) throw new Error("run the tests with `npm test`: it starts a server for them");

export const openBrowser: () => Promise<Browser> = launchChromium;

/** A painter at a screen of their own; whatever the page complains about is collected. */
export async function painter(
  browser: Browser,
  options: Parameters<Browser["newContext"]>[0] = {},
): Promise<{ context: BrowserContext; page: Page; complaints: string[] }> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: address,
    acceptDownloads: true,
    ...options,
  });
  // A busy machine is slow, and not wrong.
  context.setDefaultTimeout(60_000);
  const page = await context.newPage();
  const complaints: string[] = [];
  page.on("pageerror", (error) => complaints.push(error.message));
  page.on("console", (message) => {
    // Answers of 400 and 409 are part of some tests.
    if (message.type() === "error" && !/status of (400|409)/.test(message.text())) complaints.push(message.text());
  });
  // What the engine says is counted from the first script on.
  await context.addInitScript(() => {
    const heard = { begun: 0, proofed: 0, shown: 0 };
    Object.assign(window, { heard });
    addEventListener("brosse:engine", (event) => {
      const { detail } = event as CustomEvent<{ kind: "begun" | "proofed" | "shown"; turn?: number; samples?: number }>;
      if (detail.kind === "begun") heard.begun = detail.turn ?? 0;
      if (detail.kind === "proofed") heard.proofed = detail.turn ?? 0;
      if (detail.kind === "shown") heard.shown = detail.samples ?? 0;
    });
  });
  return { context, page, complaints };
}

export async function enterDemo(page: Page): Promise<void> {
  await page.goto("/");
  await page.getByRole("button", { name: "Enter the demo workshop" }).click();
  await page.waitForURL("**/shelf");
  await page.getByRole("button", { name: "New brush", exact: true }).waitFor();
}

/** Waits until the worker has drawn at least this many turns of proofs. */
export async function proofed(page: Page, turn = 1): Promise<void> {
  await page.waitForFunction(
    (wanted) => (window as unknown as { heard: { proofed: number } }).heard.proofed >= wanted,
    turn,
  );
}

/** A painter at the demo workshop's bench, with one of its brushes. */
export async function onBench(
  browser: Browser,
  name: string,
): Promise<{ page: Page; close: () => Promise<void>; complaints: string[] }> {
  const { context, page, complaints } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("link", { name, exact: true }).last().click();
  await proofed(page);
  return { page, complaints, close: () => context.close() };
}

export async function proofTurn(page: Page): Promise<number> {
  return page.evaluate(() => (window as unknown as { heard: { proofed: number } }).heard.proofed);
}

interface Reading {
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
  readonly tiltX?: number;
  readonly tiltY?: number;
  readonly twist?: number;
}

/** Draws one stroke on a paper with a synthetic pen; places are px from the paper's corner. @param rest ms before the pen leaves */
export async function penStroke(
  page: Page,
  readings: readonly Reading[],
  pointerType: "pen" | "mouse" | "touch" = "pen",
  rest = 0,
): Promise<void> {
  await page.evaluate(
    async ({ readings, pointerType, rest }) => {
      const canvas = document.querySelector("[role=img] > canvas");
      if (!canvas) throw new Error("there is no paper");
      const box = canvas.getBoundingClientRect();
      const heard = (window as unknown as { heard: { shown: number } }).heard;
      heard.shown = 0;
      const send = (name: string, r: (typeof readings)[number], buttons: number) =>
        canvas.dispatchEvent(
          new PointerEvent(name, {
            pointerId: 7,
            pointerType,
            isPrimary: true,
            bubbles: true,
            cancelable: true,
            button: name === "pointermove" ? -1 : 0,
            buttons,
            clientX: box.left + r.x,
            clientY: box.top + r.y,
            pressure: r.pressure,
            tiltX: r.tiltX ?? 0,
            tiltY: r.tiltY ?? 0,
            twist: r.twist ?? 0,
          }),
        );
      send("pointerdown", readings[0], 1);
      for (const r of readings.slice(1)) send("pointermove", r, 1);
      if (rest > 0) await new Promise((resolve) => setTimeout(resolve, rest));
      send("pointerup", readings[readings.length - 1], 0);
      while (heard.shown < readings.length) await new Promise((resolve) => setTimeout(resolve, 10));
    },
    { readings: [...readings], pointerType, rest },
  );
}

/** Waits until React has taken the page over: what is clicked before that goes nowhere. */
export async function comeToLife(page: Page): Promise<void> {
  await page.waitForFunction(() =>
    Object.keys(document.querySelector("main") ?? {}).some((key) => key.startsWith("__reactFiber")),
  );
}

/** From a set's page: publishes its next edition, and ends on that one's page. @param version the one that is to be proposed */
export async function publishSet(page: Page, version: string): Promise<void> {
  await page.getByRole("button", { name: "Publish…" }).click();
  await page.waitForURL("**/publish");
  await sendOut(page, version, "");
}

/** The rest of it: from the page that shows what would go out. */
export async function sendOut(page: Page, version: string, note: string): Promise<void> {
  await page.getByRole("textbox", { name: "What is new" }).fill(note);
  await page.getByRole("checkbox", { name: /^This is for good/ }).click();
  await page.getByRole("button", { name: `Publish ${version}` }).click();
  await page.waitForURL("**/editions/*", { timeout: 60_000 });
}

/** Begins a set of this name with brushes of the shelf. @returns its address */
export async function newSet(page: Page, name: string, brushes: readonly string[]): Promise<string> {
  await page.getByRole("link", { name: "Sets", exact: true }).click();
  await page.getByRole("button", { name: "New set" }).click();
  await page.waitForURL("**/sets/*");
  await page.getByRole("textbox", { name: "Name", exact: true }).fill(name);
  for (const brush of brushes) await addToSet(page, brush);
  return page.url();
}

/** On a set's page: finds a brush of the shelf by its name and adds it. */
export async function addToSet(page: Page, name: string): Promise<void> {
  await page.getByRole("searchbox", { name: "Find a brush of the shelf" }).fill(name);
  await page.getByRole("button", { name: `Add ${name} to the set` }).click();
}

/** Finds a brush of the shelf by its name and chooses it for something. */
export async function chooseBrush(page: Page, what: string, name: string): Promise<void> {
  await page.getByRole("button", { name: new RegExp(`^${what}`) }).click();
  await page.getByRole("searchbox", { name: "Find a brush of the shelf" }).fill(name);
  await page
    .getByRole("button", { name: `Take ${name}`, exact: false })
    .first()
    .click();
}

/** Shows what belongs to an aim of the tip desk. */
export async function aim(page: Page, what: string): Promise<void> {
  await page.getByRole("radiogroup", { name: "What to do to the tip" }).getByText(what, { exact: true }).click();
}

/** The names under which this browser keeps drafts and sheets, once it has kept one; an empty desk is not counted. */
export function keptKeys(page: Page): Promise<string[]> {
  return page.evaluate(async () => {
    if (!(await indexedDB.databases()).some(({ name }) => name === "keyval-store")) return [];
    const base = await new Promise<IDBDatabase>((resolve, reject) => {
      const opening = indexedDB.open("keyval-store");
      opening.onsuccess = () => resolve(opening.result);
      opening.onerror = () => reject(opening.error);
    });
    const store = base.transaction("keyval").objectStore("keyval");
    const read = <T>(request: IDBRequest<T>) =>
      new Promise<T>((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    const [keys, values] = await Promise.all([read(store.getAllKeys()), read(store.getAll())]);
    base.close();
    return keys.map(String).filter((_, n) => !Array.isArray(values[n]) || values[n].length > 0);
  });
}
