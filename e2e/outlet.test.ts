import { XMLParser } from "fast-xml-parser";
import type { Browser, Locator } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import {
  address,
  comeToLife,
  enterDemo,
  newSet,
  openBrowser,
  painter,
  penStroke,
  publishSet,
  sendOut,
} from "./browser";
import { signUp } from "./makers";
import { difference, paperPixels } from "./pixels";

let browser: Browser;

beforeAll(async () => {
  browser = await openBrowser();
});

afterAll(() => browser.close());

const wave = Array.from({ length: 24 }, (_, i) => ({
  x: 40 + i * 9,
  y: 70 + 25 * Math.sin(i / 3),
  pressure: 0.2 + 0.6 * Math.sin((i / 23) * Math.PI),
}));

test("an edition by voucher: its sampler is tried by all, a code from the stand-in till opens the rest, and the maker sees it used", {
  timeout: 240_000,
}, async () => {
  const maker = await painter(browser);
  await enterDemo(maker.page);
  const name = `Tally ${Date.now()}`;
  const set = await newSet(maker.page, name, ["Outliner, fine", "Drop shade"]);
  await maker.page
    .getByRole("checkbox", { name: /sampler/i })
    .first()
    .click();
  await maker.page.getByRole("button", { name: "Publish…" }).click();
  await maker.page.waitForURL("**/publish");
  await maker.page.getByText("those with a voucher", { exact: true }).click();
  await maker.page.getByText("A sampler goes out beside it, for everybody: Outliner, fine.").waitFor();
  await sendOut(maker.page, "1.0.0", "Two for the tally board");
  const edition = maker.page.url();

  // A painter without an account finds it, tries what the sampler has, and gets nothing else.
  const taker = await painter(browser);
  const { page } = taker;
  await page.goto("/outlet?access=voucher");
  await page.getByRole("searchbox", { name: "Find a set" }).fill(name);
  await page.getByRole("button", { name: "Find", exact: true }).click();
  const line = page.getByRole("list", { name: "Sets" }).locator("> li");
  await expect.poll(() => line.count()).toBe(1);
  expect(await line.textContent()).toMatch(/by voucher.*sampler, 1 brush/);
  await line.getByRole("link", { name }).first().click();
  await page.waitForURL(edition);
  await page.getByText("This edition is kept for those with a voucher.").waitFor();
  const specimen = page.getByRole("region", { name: "Specimen" });
  expect(await specimen.getByRole("button", { name: /^Outliner, fine/ }).isEnabled()).toBe(true);
  expect(await specimen.getByRole("button", { name: /^Drop shade/ }).isEnabled()).toBe(false);
  expect(await page.content()).not.toContain(
    '"Drop shade","notes":"Firm along one edge and gone at the other: the shade beside a letter.","tip"',
  );
  expect((await page.request.get(`${edition}/package.zip`)).status()).toBe(403);

  // The checkout hands codes out where the maker says so, and nowhere else.
  await maker.page.goto(set);
  await comeToLife(maker.page);
  const vouchers = maker.page.getByRole("region", { name: "Vouchers" });
  await vouchers.getByRole("button", { name: "Show" }).click();
  await vouchers.getByRole("checkbox", { name: /test checkout/ }).check();

  // With an account, at the checkout: a code and a receipt that says what it is.
  await page.goto(`${address}/sign-up?to=${encodeURIComponent(new URL(edition).pathname)}`);
  await signUp(page, "Lock Keepers");
  await page.waitForURL(edition);
  const box = page.getByRole("region", { name: "Voucher" });
  await box.getByRole("textbox", { name: "The voucher’s code" }).fill("0000-0000-0000-0000");
  await box.getByRole("button", { name: "Use it" }).click();
  await box.getByText("There is no unused voucher with this code for this set.").waitFor();
  await box.getByRole("button", { name: "Get one at the test checkout" }).click();
  await box.getByText(/paid: nothing\. No money was taken/).waitFor();
  await box.getByRole("button", { name: "Use it" }).click();
  await page.getByRole("link", { name: /^Package/ }).waitFor();
  expect((await page.request.get(`${edition}/package.zip`)).status()).toBe(200);
  expect(await specimen.getByRole("button", { name: /^Drop shade/ }).isEnabled()).toBe(true);
  await page.getByRole("button", { name: "Put on my shelf" }).click();
  await page.waitForURL("**/shelf?*");

  await maker.page.goto(set);
  await comeToLife(maker.page);
  await vouchers.getByRole("button", { name: "Show" }).click();
  await vouchers.getByText(/used by Lock Keepers/).waitFor();
  await vouchers.getByRole("spinbutton", { name: "How many vouchers" }).fill("2");
  await vouchers.getByRole("textbox", { name: "For whom they are" }).fill("the yard");
  await vouchers.getByRole("button", { name: "Make", exact: true }).click();
  await vouchers.getByText("2 are free, 1 used").waitFor();
  await maker.page.getByText("1 taken", { exact: true }).waitFor();
  expect([...maker.complaints, ...taker.complaints.filter((one) => !/403/.test(one))]).toEqual([]);
  await maker.context.close();
  await taker.context.close();
});

test("a withdrawn edition is gone for those who do not have it, whatever they ask for, and stays with those who do", {
  timeout: 120_000,
}, async () => {
  const maker = await painter(browser);
  await enterDemo(maker.page);
  const set = await newSet(maker.page, `Semaphore ${Date.now()}`, ["Lamp glow"]);
  await publishSet(maker.page, "1.0.0");
  const edition = maker.page.url();
  const values = await maker.page.request.get(`${edition}.data`);
  expect(await values.text()).toContain("hardness");

  const taker = await painter(browser);
  await taker.page.goto(`${address}/sign-up?to=${encodeURIComponent(new URL(edition).pathname)}`);
  await signUp(taker.page, "Box Number Nine");
  await taker.page.waitForURL(edition);
  await taker.page.getByRole("button", { name: "Put on my shelf" }).click();
  await taker.page.waitForURL("**/shelf?*");

  await maker.page.goto(set);
  await comeToLife(maker.page);
  await maker.page.getByRole("button", { name: "Withdraw edition 1.0.0" }).click();
  await maker.page.getByRole("textbox", { name: "Why, for those who look for it" }).fill("the glow was not ours");
  await maker.page.getByRole("button", { name: "Withdraw it" }).click();
  await maker.page.getByText(/“the glow was not ours”\. It is shown to those alone who have it/).waitFor();

  const { context, page } = await painter(browser);
  expect((await page.goto(edition))?.status()).toBe(410);
  await page.getByText(/Withdrawn by its maker on .*: “the glow was not ours”/).waitFor();
  // Also where the page itself goes there.
  await page.getByRole("link", { name: "The outlet" }).click();
  await page.waitForURL("**/outlet");
  await page.goBack();
  await page.getByText(/Withdrawn by its maker on .*: “the glow was not ours”/).waitFor();
  const data = await page.request.get(`${edition}.data`);
  expect(await data.text()).not.toContain("hardness");
  const id = edition.split("/").at(-1);
  for (const path of [
    `/editions/${id}/package.zip`,
    `/editions/${id}/share.png`,
    `/editions/${id}/demonstrations/0.zip`,
    `/editions/${id}/stages/${"0".repeat(64)}.png`,
    `/strips/editions/${id}/0.png`,
    `/measures/editions/${id}/0.json`,
  ])
    expect([path, (await page.request.get(address + path)).status()]).toEqual([path, 410]);

  await taker.page.goto(edition);
  await taker.page.getByRole("link", { name: /^Package/ }).waitFor();
  expect((await taker.page.request.get(`${edition}/package.zip`)).status()).toBe(200);
  expect(await taker.page.getByRole("button", { name: "Put on my shelf" }).count()).toBe(0);
  for (const one of [maker.context, taker.context, context]) await one.close();
  expect([...maker.complaints, ...taker.complaints]).toEqual([]);
});

test("the pad is drawn on with a mouse, a pen and a finger, on a narrow screen, too; the maker’s stroke is replayed as each would draw it", {
  timeout: 120_000,
}, async () => {
  const { context, page, complaints } = await painter(browser, {
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  await page.goto("/outlet");
  await page.getByRole("link", { name: "Shopfront lettering" }).first().click();
  await page.waitForURL("**/editions/*");
  const pad = page.getByRole("region", { name: /^Try/ });
  await expect
    .poll(() => pad.getByRole("button", { name: "Paint over colours" }).isEnabled(), { timeout: 20_000 })
    .toBe(true);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.getByRole("button", { name: "Copy the link" }).click();
  await page.getByText("Link copied").waitFor();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(page.url());
  // Where the clipboard is kept from a page, the address is shown to be taken by hand.
  await page.evaluate(() => {
    navigator.clipboard.writeText = () => Promise.reject(new Error("kept"));
  });
  await page.getByRole("button", { name: "Copy the link" }).click();
  await expect.poll(() => page.getByLabel("The page’s address").inputValue()).toBe(page.url());
  await pad.scrollIntoViewIfNeeded();
  // The demonstration above has a paper of its own.
  await page.evaluate(() => document.querySelector("[aria-label=Demonstration]")?.remove());
  const all = { left: 0, top: 0, width: 390, height: 300 };
  for (const pointer of ["mouse", "pen", "touch"] as const) {
    const before = await paperPixels(page);
    await penStroke(page, wave, pointer);
    expect(difference(await paperPixels(page), before, all), pointer).toBeGreaterThan(100);
    await pad.getByRole("button", { name: "Clear" }).click();
  }
  const strokes: number[] = [];
  for (const pen of ["pen", "mouse"]) {
    await pad.getByRole("button", { name: "Clear" }).isEnabled();
    const before = await paperPixels(page);
    await pad.getByRole("radiogroup", { name: "What it is drawn with" }).getByText(pen, { exact: true }).click();
    await pad.getByRole("button", { name: "Replay the maker’s stroke" }).click();
    await expect.poll(async () => difference(await paperPixels(page), before, all)).toBeGreaterThan(100);
    strokes.push(difference(await paperPixels(page), before, all));
  }
  expect(strokes[0], "a mouse has no pressure").not.toBe(strokes[1]);
  expect(complaints).toEqual([]);
  await context.close();
});

test("thick paint is lit on the pad as one likes, and flat where it is not lit", { timeout: 90_000 }, async () => {
  const { context, page, complaints } = await painter(browser);
  await page.goto("/outlet?find=thick");
  await page.getByRole("link", { name: "Wet and thick" }).first().click();
  await page.waitForURL("**/editions/*");
  await page.getByText("Oil round, loaded", { exact: true }).click();
  const pad = page.getByRole("region", { name: /^Try Oil round, loaded/ });
  await expect
    .poll(() => pad.getByRole("button", { name: "Paint over colours" }).isEnabled(), { timeout: 20_000 })
    .toBe(true);
  await page.evaluate(() => document.querySelector("[aria-label=Demonstration]")?.remove());
  await pad.scrollIntoViewIfNeeded();
  await pad.getByRole("button", { name: "gold", exact: true }).click();
  await penStroke(page, wave, "pen");
  const light = async (change: (popover: Locator) => Promise<void>) => {
    await pad.getByRole("button", { name: "The light on thick paint" }).click();
    await change(page.getByRole("dialog", { name: "The light" }));
    await page.keyboard.press("Escape");
  };
  const all = { left: 0, top: 0, width: 390, height: 300 };
  const lit = await paperPixels(page);
  const differs = async () => difference(await paperPixels(page), lit, all);
  const paintIsLit = (popover: Locator) => popover.getByRole("checkbox", { name: "Paint is lit" }).click();
  await light(paintIsLit);
  await expect.poll(differs).toBeGreaterThan(100);
  await light(paintIsLit);
  await expect.poll(differs).toBe(0);
  await light((popover) => popover.getByRole("slider", { name: "From where" }).press("End"));
  await expect.poll(differs).toBeGreaterThan(100);
  await light((popover) => popover.getByRole("button", { name: "As usual" }).click());
  await expect.poll(differs).toBe(0);
  // A knife brings no paint: the colours that it is tried on stand up, and it moves them.
  await page.getByText("Palette knife, bare", { exact: true }).click();
  const knife = page.getByRole("region", { name: /^Try Palette knife, bare/ });
  await knife.getByRole("button", { name: "Clear" }).click();
  await knife.getByRole("button", { name: "Paint over colours" }).click();
  await knife.getByRole("button", { name: "Undo: a stroke" }).waitFor();
  let bars = await paperPixels(page);
  await expect
    .poll(async () => {
      const before = bars;
      bars = await paperPixels(page);
      return difference(bars, before, all);
    })
    .toBe(0);
  await penStroke(page, wave, "pen");
  expect(difference(await paperPixels(page), bars, all)).toBeGreaterThan(1000);
  expect(complaints).toEqual([]);
  await context.close();
});

test("what is out is told to feeds, to searchers and to whoever follows a link", async () => {
  const read = async (path: string) => {
    const answer = await fetch(`${address}${path}`);
    expect(answer.status).toBe(200);
    return { type: answer.headers.get("content-type"), bytes: Buffer.from(await answer.arrayBuffer()) };
  };
  const feed = await read("/outlet.atom");
  expect(feed.type).toBe("application/atom+xml; charset=utf-8");
  const parser = new XMLParser({ ignoreAttributes: false, isArray: (name) => name === "entry" || name === "link" });
  const atom = parser.parse(feed.bytes.toString()).feed;
  // RFC 4287, 4.1.1: a feed has one id, title and updated, and a link to itself; 4.1.2: so has an entry, with an author and an alternate.
  expect(atom["@_xmlns"]).toBe("http://www.w3.org/2005/Atom");
  expect([typeof atom.id, typeof atom.title]).toEqual(["string", "string"]);
  const date = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/;
  expect(atom.updated).toMatch(date);
  expect(atom.link.map((link: Record<string, string>) => link["@_rel"]).sort()).toEqual(["alternate", "self"]);
  for (const entry of atom.entry) {
    expect(new URL(entry.id).origin).toBe(address);
    expect(entry.updated).toMatch(date);
    expect([typeof entry.title, typeof entry.author.name, typeof entry.summary]).toEqual([
      "string",
      "string",
      "string",
    ]);
    expect(entry.link[0]["@_rel"]).toBe("alternate");
  }
  expect(new Set(atom.entry.map(({ id }: { id: string }) => id)).size).toBe(atom.entry.length);
  const map = parser.parse((await read("/sitemap.xml")).bytes.toString()).urlset;
  const pages: string[] = map.url.map(({ loc }: { loc: string }) => loc);
  expect(pages).toContain(`${address}/outlet`);
  const edition = new URL(atom.entry[0].id).pathname;
  expect(pages).toContain(`${address}${edition}`);
  const html = (await read(edition)).bytes.toString();
  expect(html).toContain(`<meta property="og:image" content="${address}${edition}/share.png"/>`);
  const picture = await read(`${edition}/share.png`);
  expect([picture.bytes.readUInt32BE(16), picture.bytes.readUInt32BE(20)]).toEqual([1200, 630]);
});
