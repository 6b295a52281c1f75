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
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    baseURL: process.argv[2] ?? "http://127.0.0.1:4870",
  });
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
  await page.getByRole("button", { name: "Test strip" }).click();
  await page.getByRole("menuitem", { name: "Depth", exact: true }).click();
  await page.getByRole("combobox", { name: "Second quality" }).selectOption("flow");
  await shoot("bench-sheet");
  await page.getByRole("button", { name: "Close the test strip" }).click();
  await below("bodies");
  await page.getByRole("textbox", { name: "Hardness", exact: true }).fill("60%");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Save with a note…" }).click();
  await page.getByRole("textbox", { name: "Note to this revision" }).fill("crisper, for lettering on board");
  await page.getByRole("button", { name: "Save revision" }).click();
  await page.getByRole("button", { name: "More of the bench" }).click();
  await page.getByRole("menuitem", { name: "History of revisions" }).click();
  await shoot("bench-history");
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
  await page.getByRole("link", { name: "Badger blender" }).click();
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
  await page.getByRole("link", { name: "Studies" }).click();
  await page.getByRole("link", { name: "Bread, first light" }).click();
  await page.getByText("the study is being opened").waitFor({ state: "detached" });
  await page.getByRole("button", { name: "Take Enamel one-stroke" }).click();
  await page.getByRole("button", { name: "Paint on Gold" }).click();
  await shoot("study");
  await page.goto("/outlet");
  await page.getByRole("link", { name: "Shopfront lettering" }).last().click();
  await page.getByRole("link", { name: /^Package/ }).waitFor();
  const place = page.getByRole("slider", { name: "Place on the roll" });
  await place.waitFor();
  await page.getByText("Now:").waitFor();
  for (let i = 0; i < 3; i++) await place.press("PageDown");
  await shoot("player");
  await page.getByRole("button", { name: /^Lettering quill/ }).click();
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
