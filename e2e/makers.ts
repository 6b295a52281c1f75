import { brushText } from "@core/brush";
import { demoBrushes } from "@demo/brushes";
import type { Browser, Page } from "playwright-core";
import { expect } from "vitest";
import { painter } from "./browser";

/** Opens an account from the page that asks for it. */
export async function signUp(page: Page, studio: string): Promise<void> {
  await page.getByRole("textbox", { name: "You or your studio" }).fill(studio);
  await page.getByRole("textbox", { name: "E-mail" }).fill(`${crypto.randomUUID()}@example.com`);
  await page.getByRole("textbox", { name: "Password" }).fill("a long enough password");
  await page.getByRole("button", { name: "Open an account" }).click();
}

/** A maker with an account of their own. */
export async function newMaker(
  browser: Browser,
): Promise<{ page: Page; complaints: string[]; close: () => Promise<void> }> {
  const { context, page, complaints } = await painter(browser);
  await page.goto("/sign-up");
  await signUp(page, "Ropewalk Letters");
  await page.waitForURL("**/shelf");
  await page.getByRole("button", { name: "New brush", exact: true }).waitFor();
  return { page, complaints, close: () => context.close() };
}

/** Brush files without pictures, so many of them, each with a name of its own. */
export function brushFiles(count: number, tags?: (n: number) => string[]) {
  const plain = demoBrushes.filter(({ tip, ground }) => tip.shape.kind !== "image" && ground?.grain.kind !== "picture");
  return Array.from({ length: count }, (_, n) => {
    const brush = plain[n % plain.length];
    const own = {
      ...brush,
      name: `Row ${n + 1}, ${brush.name}`,
      tip: { ...brush.tip, size: brush.tip.size + n / 100 },
    };
    return {
      name: `row-${n + 1}.json`,
      mimeType: "application/json",
      buffer: Buffer.from(brushText({ ...own, tags: tags?.(n) })),
    };
  });
}

export async function takeFiles(page: Page, files: ReturnType<typeof brushFiles>): Promise<void> {
  for (let n = 0; n < files.length; n += 40) {
    const some = files.slice(n, n + 40);
    await page.getByLabel("Files for the shelf").setInputFiles(some);
    await page.getByText(new RegExp(`on your shelf: ${some.length} brush`)).waitFor({ timeout: 30_000 });
  }
}

/** Waits until the page has come to life: what sifts the shelf is counted in the browser. */
export const alive = (page: Page) => page.getByRole("button", { name: /^favourites \d/ }).waitFor();
/** Waits until every brush of the shelf is measured. */
export async function measured(page: Page): Promise<void> {
  await alive(page);
  await expect.poll(() => page.getByText(/are being measured/).count(), { timeout: 60_000 }).toBe(0);
}
/** The lines of the shelf that are on the page, and the names on them. */
export const lines = (page: Page) => page.getByRole("list", { name: "Brushes", exact: true }).locator("> li");
export const names = (page: Page) => lines(page).locator("[id^=name-]").allTextContents();
/** The line that says what was done. */
export const toast = (page: Page, text: string | RegExp) => page.getByRole("status").filter({ hasText: text });
