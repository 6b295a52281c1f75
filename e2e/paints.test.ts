import { namedPaints } from "@core/paint/named-paints";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { onBench, openBrowser, penStroke } from "./browser";
import { difference, paperPixels } from "./pixels";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const hexOf = (name: string) => namedPaints.find((paint) => paint.name === name)?.colour;
const area = { left: 100, top: 50, width: 300, height: 90 };
const line = (page: Page, y: number) =>
  penStroke(
    page,
    Array.from({ length: 12 }, (_, i) => ({ x: 120 + i * 22, y, pressure: 0.8 })),
  );

test("a paint is taken by its name and mixed with another; one of one's own is made, comes back with the account, and is let go", {
  timeout: 90_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Ribbon flat, three colours");
  // A brush that is dipped in three has a third colour in sight.
  await page.getByRole("button", { name: /^Third colour/ }).waitFor();
  await page.getByRole("button", { name: /^First colour/ }).click();
  const paints = page.getByRole("region", { name: "Paints" });
  await paints.getByRole("button", { name: "Prussian blue" }).click();
  await page.getByRole("button", { name: `First colour, ${hexOf("Prussian blue")}` }).waitFor();
  await paints.getByLabel("mixed with").selectOption("Lemon yellow");
  await paints.getByRole("button", { name: "75 hundredths of Lemon yellow" }).click();
  const mixed = await page.getByRole("button", { name: /^First colour/ }).getAttribute("title");
  const [, hex = ""] = /(#[0-9a-f]{6})$/.exec(mixed ?? "") ?? [];
  expect(parseInt(hex.slice(3, 5), 16), "yellow and blue are a green").toBeGreaterThan(parseInt(hex.slice(1, 3), 16));
  expect(parseInt(hex.slice(3, 5), 16)).toBeGreaterThan(parseInt(hex.slice(5, 7), 16));
  const name = `Shop green ${Date.now()}`;
  await paints.getByRole("button", { name: /^make a paint/ }).click();
  await paints.getByLabel("name", { exact: true }).fill(name);
  await paints.getByLabel("Its tint").fill("#cfe3c4");
  await paints.getByRole("button", { name: "Keep it" }).click();
  await paints.getByText("1 part in 9 of white gives").waitFor();
  await page.reload();
  await page.getByRole("button", { name: /^First colour/ }).click();
  await paints.getByRole("button", { name: "Vermilion" }).click();
  await paints.getByRole("button", { name, exact: true }).click();
  await page.getByRole("button", { name: `First colour, ${hex}` }).waitFor();
  await paints.getByRole("button", { name: `Let ${name} go` }).click();
  await paints.getByRole("button", { name, exact: true }).waitFor({ state: "detached" });
  expect(complaints).toEqual([]);
  await close();
});

test("what was let dry stays as it is under a brush that smears; wet paint does not; both can be taken back", {
  timeout: 90_000,
}, async () => {
  const { page, complaints, close } = await onBench(browser, "Oil round, loaded");
  const see = () => paperPixels(page);
  await page.getByRole("button", { name: "Hide the proofs" }).click();
  await line(page, 90);
  const painted = await see();
  await page.getByText("smudge", { exact: true }).click();
  await line(page, 100);
  expect(difference(await see(), painted, area)).toBeGreaterThan(300);
  await page.getByRole("button", { name: "Undo: my last stroke" }).click();
  await page.getByRole("button", { name: /^Let it dry/ }).click();
  await page.getByRole("button", { name: "Undo: letting it dry" }).waitFor();
  await line(page, 100);
  expect(difference(await see(), painted, area)).toBe(0);
  await page.getByRole("button", { name: "Undo: my last stroke" }).click();
  await page.getByRole("button", { name: "Undo: letting it dry" }).click();
  await line(page, 100);
  expect(difference(await see(), painted, area)).toBeGreaterThan(300);
  // The key does the same.
  await page.keyboard.press("y");
  await page.getByRole("button", { name: "Undo: letting it dry" }).waitFor();
  expect(complaints).toEqual([]);
  await close();
});
