import type { Page } from "playwright-core";
import { launchChromium } from "../../scripts/chromium.mjs";
import { unlessSmall } from "../small";
import { percentile } from "../timing";

/** Going from one brush to another on the bench, ms from the click. */
export interface TrayDelays {
  /** To the outline of the other tip, to its first proof on the paper, and to the bench open from the shelf with ink on it. */
  readonly outline: { readonly p50: number; readonly p95: number };
  readonly proof: { readonly p50: number; readonly p95: number };
  readonly opening: { readonly p50: number; readonly p95: number };
}

const names = ["Lettering quill, long", "Enamel one-stroke", "Drop shade", "Awning stripe"].slice(0, unlessSmall(4, 2));
const ROUNDS = unlessSmall(5, 1);

const both = (values: readonly number[]) => ({ p50: percentile(values, 0.5), p95: percentile(values, 0.95) });

/** Measures the tray in headless Chromium, by the page's own clock, when all brushes have been in hand once. */
export async function measureTray(address: string): Promise<TrayDelays> {
  const browser = await launchChromium();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
    await page.goto("/");
    await page.getByRole("button", { name: "Enter the demo workshop" }).click();
    await page.waitForURL("**/shelf");
    const opening: number[] = [];
    for (let round = 0; round < unlessSmall(3, 2); round++)
      for (const name of names) {
        const spent = await timed(page, "link", name, "begun");
        if (round > 0) opening.push(spent);
        await page.waitForTimeout(unlessSmall(600, 0));
        await page.getByRole("link", { name: "Shelf", exact: true }).click();
        await page.waitForURL("**/shelf");
        await page.getByRole("link", { name, exact: true }).last().waitFor();
      }
    await page.getByRole("link", { name: names[0], exact: true }).last().click();
    await page.waitForTimeout(unlessSmall(1500, 300));
    const [outline, proof]: number[][] = [[], []];
    for (let round = 0; round < ROUNDS; round++)
      for (const name of [...names.slice(1), names[0]]) {
        outline.push(await timed(page, "button", `Take ${name}`, "outline"));
        await page.waitForTimeout(unlessSmall(500, 0));
      }
    for (let round = 0; round < ROUNDS; round++)
      for (const name of [...names.slice(1), names[0]]) {
        proof.push(await timed(page, "button", `Take ${name}`, "begun"));
        await page.waitForTimeout(unlessSmall(500, 0));
      }
    return { outline: both(outline), proof: both(proof), opening: both(opening) };
  } finally {
    await browser.close();
  }
}

/** Clicks something and waits for the engine to say a thing, or for the tip's outline to be another. @returns ms */
async function timed(page: Page, role: "link" | "button", name: string, until: "begun" | "outline"): Promise<number> {
  const target = await page.getByRole(role, { name, exact: true }).last().elementHandle();
  return page.evaluate(
    ([element, wanted]) =>
      new Promise<number>((resolve) => {
        const outline = () => document.querySelector("svg > path[vector-effect]")?.getAttribute("d");
        const before = outline();
        const begun = performance.now();
        const done = () => resolve(performance.now() - begun);
        if (wanted === "begun")
          addEventListener("brosse:engine", function listen(event) {
            if ((event as CustomEvent<{ kind: string }>).detail.kind !== "begun") return;
            removeEventListener("brosse:engine", listen);
            done();
          });
        else {
          const watch = () => (outline() !== before ? done() : requestAnimationFrame(watch));
          requestAnimationFrame(watch);
        }
        (element as HTMLElement).click();
      }),
    [target, until] as const,
  );
}
