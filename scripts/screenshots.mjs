// Takes the pictures in docs/screenshots from a running, fresh demo: npm run screenshots [-- http://127.0.0.1:4870]
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { launchChromium } from "./chromium.mjs";
import { root } from "./commands.mjs";
import { run } from "./say.mjs";

const folder = join(root, "docs/screenshots");

await run(async () => {
  mkdirSync(folder, { recursive: true });
  const browser = await launchChromium();
  const baseURL = process.argv[2] ?? "http://127.0.0.1:4870";
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL });
  const shoot = async (name) => {
    await page.waitForLoadState("networkidle");
    await page.waitForFunction(() =>
      [...document.images].every((one) => one.getBoundingClientRect().top > innerHeight || one.naturalWidth > 0),
    );
    await page.waitForTimeout(2500);
    await page.screenshot({ path: join(folder, `${name}.png`) });
  };
  const draw = async (points, on = page.locator("[role=img] > canvas")) => {
    const box = await on.boundingBox();
    await page.mouse.move(box.x + points[0][0], box.y + points[0][1]);
    await page.mouse.down();
    for (const [x, y] of points) await page.mouse.move(box.x + x, box.y + y, { steps: 6 });
    await page.mouse.up();
  };
  const below = (panel) =>
    page.getByRole("radiogroup", { name: "Below the paper" }).getByText(panel, { exact: true }).click();
  await page.goto("/");
  await shoot("front");
  await page.getByRole("button", { name: "Enter the demo workshop" }).click();
  await page.getByRole("button", { name: "New brush", exact: true }).waitFor();
  await page.getByText(/are being measured/).waitFor({ state: "detached", timeout: 60_000 });
  await shoot("shelf");
  for (const name of ["Gilder’s size", "Drop shade", "Glaze, thin", "Fitch, worn"])
    await page.getByLabel(`Choose ${name}`).click();
  await page.getByRole("link", { name: "Compare", exact: true }).click();
  await page
    .getByText(/mean ΔE/)
    .nth(2)
    .waitFor();
  await shoot("compare");
  await page.goto("/shelf");
  await page.getByRole("link", { name: "Lettering quill, long", exact: true }).click();
  await shoot("bench");
  await page.getByRole("button", { name: "Size by pressure" }).click();
  await shoot("bench-response");
  await page.keyboard.press("Escape");
  await page.goto("/shelf");
  await page.getByRole("link", { name: "Scumble, dry" }).click();
  await page.getByRole("button", { name: "Test strip" }).click();
  await page.getByRole("menuitem", { name: "Depth", exact: true }).click();
  await below("responses");
  await shoot("bench-responses");
  await page.getByRole("button", { name: "Close the test strip" }).click();
  await below("score");
  await page.getByRole("region", { name: "Edge and marks" }).getByText(/px/).first().waitFor();
  await page.getByRole("slider", { name: "Place along the main stroke" }).hover();
  await shoot("bench-score");
  await page.goto("/desk/tip");
  await page.getByText("Begin a tip").waitFor();
  await page.waitForTimeout(1500);
  await page.getByRole("button", { name: /^My tips/ }).click();
  await page.getByRole("searchbox", { name: "Find a tip" }).fill("Bay leaf");
  await page.getByRole("button", { name: "Open", exact: true }).last().click();
  await page.getByText("256×256 px").waitFor();
  await shoot("tip-desk");
  await page.goto("/desk/grain");
  await page.getByRole("combobox", { name: "Begin with a drawn grain" }).selectOption("paper");
  await page.getByText("Nothing to mend.").waitFor();
  await page.getByRole("button", { name: /^My grains/ }).click();
  await page.getByRole("searchbox", { name: "Find a grain" }).fill("Crackled");
  await page.getByRole("button", { name: "Open", exact: true }).last().click();
  await page.getByText("Crackled enamel.png").waitFor();
  await shoot("grain-desk");
  await page.goto("/shelf");
  await page.getByRole("searchbox").first().fill("Short bristle");
  await page.getByRole("link", { name: "Short bristle, wet", exact: true }).last().click();
  await shoot("bench-mixing");
  await page.getByRole("button", { name: "My layers" }).click();
  await page.getByRole("button", { name: "Add a layer above layer 1" }).click();
  await shoot("bench-layers");
  await page.keyboard.press("Escape");
  await page.goto("/shelf");
  await page.getByRole("link", { name: "Leaf, torn" }).click();
  await page.getByRole("button", { name: /^Pictures of the tip/ }).click();
  await shoot("bench-pictures");
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Sets" }).click();
  await page.getByRole("link", { name: "Shopfront lettering" }).click();
  await page.getByText(/stop it ·/).waitFor({ timeout: 60_000 });
  await shoot("set");
  const set = page.url();

  // A painter takes what is out and changes a brush; the maker changes it, too, and publishes again.
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL })).newPage();
  await other.goto("/sign-up");
  await other.getByRole("textbox", { name: "You or your studio" }).fill("Lock Keepers");
  await other.getByRole("textbox", { name: "E-mail" }).fill(`lock-${Date.now()}@example.com`);
  await other.getByRole("textbox", { name: "Password" }).fill("a long enough password");
  await other.getByRole("button", { name: "Open an account" }).click();
  await other.waitForURL("**/shelf");
  await other.goto("/outlet");
  await other.getByRole("link", { name: "Shopfront lettering" }).first().click();
  await other.getByRole("button", { name: "Put on my shelf" }).click();
  await other.waitForURL("**/shelf?*");
  const change = async (on, brush, values) => {
    await on.goto("/shelf");
    await on.getByRole("link", { name: brush, exact: true }).last().click();
    await on.waitForURL("**/bench/*");
    await on.waitForTimeout(1500);
    for (const [name, value] of values) {
      await on.getByRole("textbox", { name, exact: true }).fill(value);
      await on.keyboard.press("Enter");
    }
    await on.getByRole("button", { name: "Save", exact: true }).click();
    await on.getByText(/rev \d+ · saved/).waitFor();
  };
  await change(other, "Drop shade", [
    ["Size", "70"],
    ["Flow", "40%"],
  ]);
  await change(page, "Drop shade", [
    ["Size", "61"],
    ["Hardness", "35%"],
  ]);
  await change(page, "Enamel one-stroke", [["Roundness", "20%"]]);
  await page.goto(set);
  await page.waitForTimeout(1500);
  await page.getByRole("button", { name: "Publish…" }).click();
  await page.waitForURL("**/publish");
  await page
    .getByText(/mean ΔE/)
    .nth(1)
    .waitFor();
  await page
    .getByRole("textbox", { name: "What is new" })
    .fill("A broader shade, and a thinner one-stroke for small boards.");
  await shoot("publish");
  await page.getByRole("checkbox", { name: /^This is for good/ }).click();
  await page.getByRole("button", { name: /^Publish 1/ }).click();
  await page.waitForURL("**/editions/*", { timeout: 60_000 });
  await other.goto("/shelf");
  await other.getByRole("link", { name: "See what is new" }).click();
  await other.getByRole("img", { name: "Drop shade, as it will be" }).waitFor();
  await other.waitForTimeout(3000);
  await other.screenshot({ path: join(folder, "renewal.png") });
  await page.getByRole("link", { name: "Studies" }).click();
  await page.getByRole("link", { name: "Bread, first light" }).click();
  await page.getByText("the study is being opened").waitFor({ state: "detached" });
  await page.getByRole("button", { name: "Take Enamel one-stroke" }).click();
  await page.getByRole("button", { name: "Paint on Gold" }).click();
  await shoot("study");
  await page.goto("/outlet");
  await shoot("outlet");
  await page.getByRole("link", { name: "Wet and thick" }).first().click();
  await page.getByRole("link", { name: /^Package/ }).waitFor();
  const place = page.getByRole("slider", { name: "Place on the roll" });
  await place.waitFor();
  await page.getByText("Now:").waitFor();
  for (let i = 0; i < 3; i++) await place.press("PageDown");
  await shoot("player");
  await page.getByRole("button", { name: /^Filbert, two colours/ }).click();
  const pad = page.getByRole("region", { name: /^Try/ });
  await pad.scrollIntoViewIfNeeded();
  await pad
    .getByRole("radio", { name: "gold" })
    .or(pad.getByRole("button", { name: "gold" }))
    .click();
  await draw(
    [
      [60, 200],
      [120, 120],
      [180, 230],
      [240, 120],
      [300, 230],
      [380, 140],
    ],
    pad.locator("canvas").first(),
  );
  await shoot("edition");
  await browser.close();
});
