import { readInkml } from "@core/formats/inkml/read";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import {
  addToSet,
  comeToLife,
  enterDemo,
  newSet,
  openBrowser,
  painter,
  penStroke,
  proofed,
  publishSet,
} from "./browser";
import { signUp } from "./makers";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

const wave = (y: number, x = 60) =>
  Array.from({ length: 24 }, (_, i) => ({ x: x + i * 8, y: y + 14 * Math.sin(i / 4), pressure: 0.3 + i / 60 }));

/** The study that is on the screen has been opened and can be painted on. */
async function opened(page: Page): Promise<void> {
  await page.getByRole("img", { name: /paint here/ }).waitFor();
  await page.getByText("the study is being opened").waitFor({ state: "detached" });
}

const told = (page: Page) => page.getByRole("banner").getByRole("status");

/** Everything done so far is acknowledged by the server. */
async function kept(page: Page): Promise<void> {
  await expect.poll(() => told(page).textContent(), { timeout: 20_000 }).toBe("kept");
}

test("from a set to a demonstration in other painters' hands, and back", { timeout: 240_000 }, async () => {
  const maker = await painter(browser);
  const { page } = maker;
  await enterDemo(page);
  // Of one's own: what the workshop has is looked at by other tests.
  await page.getByRole("link", { name: "Outliner, fine", exact: true }).last().click();
  await proofed(page);
  await page.getByRole("button", { name: "Save as new…" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).fill("Pier line");
  await page.getByRole("button", { name: "Save as new", exact: true }).click();
  await page.getByText("It stands first on").waitFor();
  const set = await newSet(page, "Pier signs", ["Pier line", "Rivet row", "Gold flake"]);
  await page.getByRole("checkbox", { name: "Pier line goes out with the sampler" }).check();
  await page.getByRole("button", { name: "Save" }).click();
  await expect.poll(() => page.getByRole("status").first().textContent()).toBe("saved");

  // 1. A study from the set: its brushes in the tray, one click or key takes another, each in three uses.
  await page.getByRole("link", { name: "Begin a study…" }).click();
  await page.getByRole("heading", { name: "Begin a study" }).waitFor();
  await page.getByRole("textbox", { name: "Name" }).fill("Pier sign");
  await page.getByLabel("Width, px").fill("900");
  await page.getByLabel("Height, px").fill("600");
  await page.getByRole("button", { name: "Begin" }).click();
  await opened(page);
  const tray = page.getByRole("region", { name: "Tray" });
  expect(await tray.getByRole("button", { name: /^Take/ }).count()).toBe(3);
  await penStroke(page, wave(80));
  await page.keyboard.press("2");
  expect(await tray.getByText("In hand: Rivet row").count()).toBe(1);
  await page.getByLabel("sRGB").fill("#9b2038");
  await page.getByLabel("sRGB").blur();
  await page.keyboard.press(".");
  await penStroke(page, wave(140));
  await page.keyboard.press("n");
  await tray.getByText("smudge").click();
  await penStroke(page, wave(140));
  await page.keyboard.press("r");
  await penStroke(page, wave(80, 150));
  await page.keyboard.press("p");
  const size = () => tray.getByRole("slider", { name: "size" }).getAttribute("aria-valuetext");
  const before = await size();
  const box = await page.getByRole("img", { name: /paint here/ }).boundingBox();
  if (!box) throw new Error("there is no picture");
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.keyboard.down("g");
  await page.mouse.down();
  await page.mouse.move(box.x + 320, box.y + 200, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up("g");
  expect(Number.parseFloat((await size()) ?? "")).toBeCloseTo(2 * Number.parseFloat(before ?? ""), 0);
  // Zoom by wheel, mirror, the whole window, all of the picture again.
  const bar = page.getByRole("button", { name: "1:1" }).locator("..");
  const zoom = () => bar.textContent();
  const fitted = await zoom();
  await page.mouse.wheel(0, -360);
  await expect.poll(zoom).not.toBe(fitted);
  await page.keyboard.press("v");
  expect(await page.getByRole("button", { name: "mirror" }).getAttribute("aria-pressed")).toBe("true");
  await page.keyboard.press("v");
  await page.keyboard.press("w");
  await page.getByRole("region", { name: "Progressives" }).waitFor({ state: "detached" });
  await page.keyboard.press("w");
  await page.keyboard.press("0");
  await expect.poll(zoom).toBe(fitted);

  // 2. Layers: a new one, named, with a mask; everything is taken back and done again.
  await page.getByRole("button", { name: "new", exact: true }).click();
  const layers = page.getByRole("region", { name: "Progressives" });
  await layers.getByRole("button", { name: "Paint on sheet 2" }).waitFor();
  await layers.getByLabel("Name of the sheet").fill("Letters");
  await layers.getByLabel("Name of the sheet").blur();
  await page.keyboard.press("1");
  await penStroke(page, wave(200));
  await layers.getByText("mask", { exact: true }).click();
  await penStroke(page, wave(200, 100));
  await page.getByRole("button", { name: "Undo: a stroke on a mask" }).click();
  await page.getByRole("button", { name: "Redo: a stroke on a mask" }).click();
  await page.getByRole("button", { name: "Undo: a stroke on a mask" }).waitFor();

  // 3. The roll: looked back along, with a chapter and a caption.
  const roll = page.getByRole("slider", { name: "Place on the roll" });
  await expect.poll(() => roll.getAttribute("aria-valuemax")).toBe("8");
  await roll.press("Home");
  await expect.poll(() => roll.getAttribute("aria-valuenow")).toBe("0");
  await roll.press("ArrowRight");
  await page.getByText(/after 1 of 8 acts/).waitFor();
  await page.getByRole("button", { name: "New chapter…" }).click();
  await page.getByLabel("Its name").fill("Lines");
  await page.getByRole("button", { name: "Write it" }).click();
  await page.getByRole("button", { name: "Caption here…" }).click();
  await page.getByLabel("What it says").fill("Thin first.");
  await page.getByRole("button", { name: "Write it" }).click();
  await page.getByText("“Thin first.”").waitFor();
  await page.getByRole("button", { name: "Back to now" }).click();
  await kept(page);

  // What was painted is there after a reload, and may be taken back still.
  await page.reload();
  await opened(page);
  await page.getByRole("button", { name: "Undo: a stroke on a mask" }).waitFor();
  await page.getByText("1 Lines").waitFor();

  // 4. A vignette for one brush: it lies alone in the tray.
  await page.goto(set);
  await page.getByRole("button", { name: "Words for Gold flake" }).click();
  await page.getByRole("button", { name: "Paint a vignette of Gold flake" }).click();
  await opened(page);
  expect(await tray.getByRole("button", { name: /^Take/ }).count()).toBe(1);
  await penStroke(page, wave(120));
  await kept(page);

  // 5. It goes out: with its demonstration and vignette, and a sampler beside it.
  await page.goto(set);
  await page.getByRole("checkbox", { name: "Pier sign goes out with the next edition" }).check();
  await expect
    .poll(() => page.getByRole("checkbox", { name: "Pier sign goes out with the next edition" }).isEnabled())
    .toBe(true);
  await publishSet(page, "1.0.0");
  const edition = page.url();

  // 6. Another painter, without an account: the demonstration plays, is stopped, and is painted on.
  const taker = await painter(browser);
  const { page: other } = taker;
  await other.goto(edition);
  await other.getByRole("img", { name: "Pier sign, as it became" }).waitFor();
  const play = other.getByRole("button", { name: "Play", exact: true });
  await expect.poll(() => play.isEnabled(), { timeout: 20_000 }).toBe(true);
  const place = other.getByRole("slider", { name: "Place on the roll" });
  await place.press("Home");
  await expect.poll(() => place.getAttribute("aria-valuenow")).toBe("0");
  await play.click();
  await expect.poll(() => place.getAttribute("aria-valuenow"), { timeout: 20_000 }).not.toBe("0");
  await other.getByText("“Thin first.”").waitFor();
  await place.press("End");
  await expect.poll(() => place.getAttribute("aria-valuenow")).toBe("8");
  await place.press("ArrowLeft");
  await other.getByText("Pier line", { exact: true }).first().waitFor();
  await other.getByRole("button", { name: "Take the brush from here" }).click();
  await other.getByText("Now it is yours: paint on.").waitFor();
  await penStroke(other, wave(60));
  const undo = other.getByRole("button", { name: "Undo: a stroke" }).first();
  await undo.click();
  // What was there when one took the brush is its maker's: it cannot be taken back.
  await expect
    .poll(() => other.getByRole("region", { name: "Demonstration" }).getByRole("button", { name: "Undo" }).isDisabled())
    .toBe(true);
  await other.getByRole("button", { name: "Watch again" }).click();
  await expect.poll(() => play.isEnabled()).toBe(true);
  await other.getByRole("button", { name: "Show the vignette of Gold flake" }).click();
  await other.getByRole("region", { name: "Vignette" }).waitFor();
  await other.getByText(/sampler goes out beside it/).waitFor();
  await other.getByRole("button", { name: "What changed" }).click();
  await other.getByText("The first edition.").waitFor();
  await other.keyboard.press("Escape");

  // 8. The painter answers with a stroke.
  const pad = other.getByRole("region", { name: /^Try/ });
  await pad.getByRole("button", { name: "Paint over colours" }).click();
  await pad.getByRole("button", { name: "Undo: a stroke" }).waitFor();
  const sheet = await pad.getByRole("img").boundingBox();
  if (!sheet) throw new Error("there is no pad");
  await other.mouse.move(sheet.x + 80, sheet.y + 60);
  await other.mouse.down();
  await other.mouse.move(sheet.x + 260, sheet.y + 140, { steps: 12 });
  await other.mouse.up();
  await pad.getByRole("button", { name: "not with my pen" }).click();
  await pad.getByLabel("What you would say").fill("It skips when I am quick.");
  await pad.getByRole("button", { name: "Send" }).click();
  await pad.getByText("Told.").waitFor();

  // 7. They take the set and change a brush; the maker changes another, adds one, and publishes again.
  await other.getByRole("link", { name: "Sign up to keep it" }).click();
  await signUp(other, "Lock Keepers");
  await other.waitForURL("**/editions/*");
  await other.getByRole("button", { name: "Put on my shelf" }).click();
  await other.waitForURL("**/shelf?*");
  await changeSize(other, "Rivet row", "31 px");

  await page.goto("/shelf");
  await changeSize(page, "Pier line", "9 px");
  await page.goto("/shelf");
  await changeSize(page, "Rivet row", "25 px");
  await page.goto(set);
  await page.getByRole("button", { name: "Add brushes…" }).click();
  await addToSet(page, "Awning stripe");
  await publishSet(page, "1.1.0");

  await other.goto(edition);
  await other.getByRole("link", { name: "Renew yours to 1.1.0" }).waitFor();
  await other.goto("/shelf");
  await other.getByRole("link", { name: "See what is new" }).click();
  await other.waitForURL("**/renew/*");
  await other.getByRole("img", { name: "Rivet row, as it will be" }).waitFor();
  await other.getByText("1 part was changed by both").waitFor();
  // Its size is mine, its flow the maker’s; of what both changed I take the maker’s.
  const whose = other.getByRole("radiogroup", { name: "Size of Rivet row" });
  expect(await whose.getByRole("radio", { name: "mine", exact: true }).isChecked()).toBe(true);
  await whose.getByText("the maker’s", { exact: true }).click();
  await other.getByRole("button", { name: "Renew", exact: true }).click();
  await other.waitForURL("**/shelf?renewed=*");
  const done = other.getByText(/^Renewed\./);
  await done.waitFor();
  expect(await done.textContent()).toBe("Renewed. Replaced: Pier line, Rivet row. New: Awning stripe.");
  const lines = other.getByRole("list", { name: "Brushes" }).locator("> li");
  await expect.poll(() => lines.count()).toBe(4);
  expect(await lines.filter({ hasText: "Pier line" }).textContent()).toContain("9");

  // In one step it is as it was, and renewed again, by merging what does not meet.
  await other.getByRole("button", { name: "Take it back" }).click();
  await other.getByText(/^Taken back: /).waitFor();
  await expect.poll(() => lines.count()).toBe(3);
  await other.getByRole("link", { name: "See what is new" }).click();
  await other.getByRole("button", { name: "Renew", exact: true }).click();
  await other.waitForURL("**/shelf?renewed=*");
  await other.getByText("Replaced: Pier line. Changed by you, and left so: Rivet row.").waitFor();
  await other.getByText("changed by you", { exact: true }).waitFor();

  // 8. The maker reads the answer, replies for all to read, and sees the stroke drawn again on the bench.
  await page.goto(set);
  await page.getByText("“It skips when I am quick.”").waitFor();
  await comeToLife(page);
  await page.getByText("1 taken", { exact: true }).waitFor();
  await page.getByRole("button", { name: "Reply, for all to read" }).click();
  await page.getByRole("textbox", { name: "Your reply" }).fill("Slower pens do better with 1.1.0.");
  await page.getByRole("button", { name: "Reply", exact: true }).click();
  await page.getByText("Slower pens do better with 1.1.0.").waitFor();
  await other.goto(edition);
  await other.getByText("Slower pens do better with 1.1.0.").waitFor();
  const ink = await page.getByRole("link", { name: "as InkML" }).getAttribute("href");
  expect(readInkml(await (await page.request.get(ink ?? "")).text(), "stroke.inkml").strokes).toHaveLength(1);
  await page.getByRole("link", { name: "their stroke, on the bench" }).click();
  await page.getByRole("button", { name: "Replay their stroke" }).waitFor();
  await proofed(page);
  await page.getByRole("button", { name: "Replay their stroke" }).click();
  await page.getByRole("button", { name: "Undo: my last stroke" }).waitFor();
  expect(maker.complaints).toEqual([]);
  expect(taker.complaints).toEqual([]);
});

async function changeSize(page: Page, brush: string, size: string): Promise<void> {
  await page.getByRole("link", { name: brush, exact: true }).last().click();
  await proofed(page);
  await page.getByRole("textbox", { name: "Size", exact: true }).fill(size);
  await page.getByRole("textbox", { name: "Size", exact: true }).press("Enter");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText(/rev \d+ · saved/).waitFor();
}
