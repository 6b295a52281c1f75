import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { address, addToSet, enterDemo, keptKeys, openBrowser, painter, proofed } from "./browser";
import { brushFiles, newMaker, takeFiles } from "./makers";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

async function onNewBrush() {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("button", { name: "New brush", exact: true }).click();
  await page.waitForURL("**/bench/*");
  await proofed(page);
  return { context, page };
}

async function changeSize(page: Page, value: string): Promise<void> {
  const field = page.getByRole("textbox", { name: "Size", exact: true });
  await field.fill(value);
  await field.press("Enter");
}

const state = (page: Page) => page.getByText(/^rev \d+ ·/);
const alert = (page: Page) => page.getByRole("alert");
const again = (page: Page) => alert(page).getByRole("button", { name: "Try again" });

describe("a save that fails keeps the screen, says what happened in a line, and goes out when it can", () => {
  test("no server, a fault of the server, no session, no network", async () => {
    const { context, page } = await onNewBrush();
    const saves = (url: URL) => url.pathname.endsWith(".data");
    const save = () => page.getByRole("button", { name: "Save", exact: true }).click();

    // Nobody listens: asked again by itself.
    await page.route(saves, (route) => route.abort("connectionrefused"));
    await changeSize(page, "51");
    await save();
    await expect.poll(() => alert(page).textContent()).toContain("Brosse does not answer");
    await changeSize(page, "52");
    await page.keyboard.press("Control+s");
    await page.unroute(saves);
    await expect.poll(() => state(page).textContent()).toBe("rev 3 · saved");
    await expect.poll(() => alert(page).count()).toBe(0);

    // A fault of the server: tried again when asked to.
    await page.route(saves, (route) => route.fulfill({ status: 500, body: "oh" }));
    await changeSize(page, "53");
    await save();
    await expect.poll(() => alert(page).textContent()).toContain("The server could not do this");
    await page.unroute(saves);
    await again(page).click();
    await expect.poll(() => state(page).textContent()).toBe("rev 4 · saved");

    // The answer is lost after the brush was saved: sent again, it is no conflict with oneself.
    await page.route(saves, async (route) => {
      await route.fetch();
      await route.abort("connectionreset");
    });
    await changeSize(page, "54");
    await save();
    await expect.poll(() => alert(page).count()).toBe(1);
    await page.unroute(saves);
    await again(page).click();
    await expect.poll(() => state(page).textContent()).toBe("rev 5 · saved");

    // The session has ended: signed in on another page, it goes on here.
    const cookies = await context.cookies();
    await context.clearCookies();
    await changeSize(page, "55");
    await save();
    await expect.poll(() => alert(page).textContent()).toContain("You are not signed in any more");
    expect(await page.getByRole("textbox", { name: "Size", exact: true }).inputValue()).toBe("55 px");
    await context.addCookies(cookies);
    await again(page).click();
    await expect.poll(() => state(page).textContent()).toBe("rev 6 · saved");

    // No network: neither saving nor leaving takes the screen away.
    await context.setOffline(true);
    await changeSize(page, "56");
    await save();
    await expect.poll(() => alert(page).textContent()).toContain("There is no network");
    await page.getByRole("link", { name: "Sets", exact: true }).click();
    expect(page.url()).toContain("/bench/");
    await context.setOffline(false);
    await page.waitForURL("**/sets");
    await page.goBack();
    await expect.poll(() => state(page).textContent()).toBe("rev 7 · saved");
    await context.close();
  });

  test("pressing Ctrl+S again and again is no conflict with oneself", async () => {
    const { context, page } = await onNewBrush();
    await changeSize(page, "61");
    await page.keyboard.press("Control+s");
    await page.keyboard.press("Control+s");
    await changeSize(page, "62");
    await page.keyboard.press("Control+s");
    await page.keyboard.press("Control+s");
    await expect.poll(() => state(page).textContent()).toMatch(/^rev [23] · saved$/);
    expect(await page.getByRole("dialog").count()).toBe(0);
    await context.close();
  });

  test("a kept tip, a new brush beside another, a published edition go out when they can", {
    timeout: 120_000,
  }, async () => {
    const { context, page } = await onNewBrush();
    const all = (url: URL) => url.pathname.endsWith(".data");
    const cut = () => page.route(all, (route) => route.abort("connectionrefused"));
    const mended = async () => {
      await expect.poll(() => alert(page).count()).toBe(1);
      await page.unroute(all);
      await again(page).click();
    };
    await page.getByRole("textbox", { name: "The brush’s name" }).fill("Fault line");
    await page.getByRole("button", { name: "Save as new…" }).click();
    await page.getByRole("dialog").getByRole("textbox").first().fill("Fault line two");
    await cut();
    await page.keyboard.press("Enter");
    await mended();
    await expect.poll(() => page.getByRole("heading", { level: 1 }).textContent()).toBe("Fault line two");

    await page.goto(`${address}/desk/tip`);
    await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("256 px");
    await page.getByRole("combobox", { name: "Begin with" }).selectOption("speckle");
    await page.getByText("256×256 px").waitFor();
    await page.getByRole("textbox", { name: "name", exact: true }).fill("Fault spatter");
    await cut();
    await page.getByRole("button", { name: "Keep among my tips" }).click();
    await mended();
    await page.getByText("“Fault spatter” is among your tips.").waitFor();

    await page.goto(`${address}/sets`);
    await page.getByRole("button", { name: "New set" }).click();
    await page.waitForURL("**/sets/*");
    await addToSet(page, "Fault line two");
    await cut();
    await page.getByRole("button", { name: "Publish…" }).click();
    await mended();
    await page.waitForURL("**/publish");
    await page.getByRole("checkbox", { name: /^This is for good/ }).click();
    await cut();
    await page.getByRole("button", { name: "Publish 1.0.0" }).click();
    await mended();
    await page.waitForURL("**/editions/*", { timeout: 60_000 });
    await context.close();
  });

  test("the history, and a set’s order", async () => {
    const { context, page } = await onNewBrush();
    const all = (url: URL) => url.pathname.endsWith(".data");
    await page.route(all, (route) => route.abort("connectionrefused"));
    await page.getByRole("button", { name: "More of the bench" }).click();
    await page.getByRole("menuitem", { name: "History of revisions" }).click();
    await expect.poll(() => alert(page).count()).toBe(1);
    await page.unroute(all);
    await again(page).click();
    await page.getByRole("region", { name: "History" }).getByText("as it is now").waitFor();

    await page.goto(`${address}/sets`);
    await page.getByRole("button", { name: "New set" }).click();
    await page.waitForURL("**/sets/*");
    await page.route(all, (route) => route.fulfill({ status: 500, body: "" }));
    await page.getByRole("button", { name: /^Add / }).first().click();
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect.poll(() => alert(page).textContent()).toContain("Nothing is lost");
    await page.unroute(all);
    await again(page).click();
    await page.getByText("saved", { exact: true }).waitFor();
    await context.close();
  });
});

describe("what was not saved outlasts leaving and reloading", () => {
  test("a set’s words and brushes; a brush in the bin is brought back at once", async () => {
    const { context, page } = await painter(browser);
    await enterDemo(page);
    await page.goto("/sets");
    await page.getByRole("button", { name: "New set" }).click();
    await page.waitForURL("**/sets/*");
    await page.getByRole("textbox", { name: "Name", exact: true }).fill("Signs of rain");
    await page.getByRole("button", { name: /^Add / }).first().click();
    await page.getByText("draft kept", { exact: true }).waitFor();
    await page.getByRole("link", { name: "Shelf", exact: true }).click();
    await page.waitForURL("**/shelf");
    await page.goBack();
    await page.getByText("This is your draft, kept in this browser.").waitFor();
    await page.reload();
    await page.getByRole("heading", { name: "Signs of rain" }).waitFor();
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await page.getByText("saved", { exact: true }).waitFor();
    await page.reload();
    await page.getByRole("heading", { name: "Signs of rain" }).waitFor();
    expect(await page.getByText("This is your draft").count()).toBe(0);

    await page.getByRole("button", { name: "Put Signs of rain into the bin" }).click();
    await page.getByRole("button", { name: "Undo" }).click();
    await expect.poll(() => page.getByText("lies in the bin.").count()).toBe(0);
    await page.getByRole("link", { name: /Signs of rain/ }).waitFor();
    await context.close();
  });

  test("a set whose brush is binned shows its place; a finder whose answer does not come says so, and asks again", async () => {
    const { page, close } = await newMaker(browser);
    await takeFiles(page, brushFiles(3));
    await page.goto("/sets");
    await page.getByRole("button", { name: "New set" }).click();
    await page.waitForURL("**/sets/*");
    const set = page.url();
    await page.getByRole("button", { name: "Add all 3" }).click();
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await page.getByText("saved", { exact: true }).waitFor();
    // What was found for other words cannot be added as if it were the answer to these.
    await page.route("**/shelf/rows.json?find=zebra*", (route) => route.fulfill({ status: 503 }));
    await page.getByRole("searchbox", { name: "Find a brush of the shelf" }).fill("zebra");
    await page.getByText(/The shelf could not be asked: the server answered 503.*found for “everything”/).waitFor();
    expect(await page.getByRole("button", { name: /^Add all/ }).isDisabled()).toBe(true);
    await page.unroute("**/shelf/rows.json?find=zebra*");
    await page.getByText("No brush is like that.").waitFor();

    await page.goto("/shelf");
    await page.getByRole("button", { name: /^Put Row 2.* into the bin/ }).click();
    await page.getByText("lies in the bin.").waitFor();
    await page.goto(set);
    await page.getByText(/A brush that is not on your shelf any more/).waitFor();
    await page.getByRole("heading", { name: "In the set 3" }).waitFor();
    await page.getByRole("button", { name: "Take the lost brush out of the set" }).click();
    await page.getByRole("heading", { name: "In the set 2" }).waitFor();
    expect(await page.getByText(/not on your shelf any more/).count()).toBe(0);
    await close();
  });

  test("what lies on the tip desk and on the grain desk", async () => {
    const { context, page } = await painter(browser);
    await enterDemo(page);
    await page.getByRole("link", { name: "Tips", exact: true }).click();
    await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("1024");
    await page.getByRole("combobox", { name: "Begin with" }).selectOption("speckle");
    await page.getByText("1024×1024 px").waitFor();
    await page.getByRole("button", { name: "Open a picture…" }).first().waitFor();
    await page.getByRole("link", { name: "Grains", exact: true }).click();
    await page.getByRole("combobox", { name: "Begin with a drawn grain" }).selectOption("linen");
    await page.getByText("linen, drawn").first().waitFor();
    await page.getByRole("link", { name: "Tips", exact: true }).click();
    await page.getByText("1024×1024 px").waitFor();
    await page.reload();
    await page.getByText("1024×1024 px").waitFor();
    // Something else takes its place, and what lay there is brought back.
    await page.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("256");
    await page.getByRole("combobox", { name: "Begin with" }).selectOption("blank");
    await page.getByText("256×256 px").waitFor();
    await page.getByRole("button", { name: "Bring back what lay here" }).click();
    await page.getByText("1024×1024 px").waitFor();
    await page.goto("/desk/grain");
    await page.getByText("linen, drawn").first().waitFor();
    await context.close();
  });
});

describe("a page that crashes loses nothing that it said was kept", () => {
  const crash = async (page: Page) => {
    const session = await page.context().newCDPSession(page);
    await Promise.race([session.send("Page.crash").catch(() => undefined), page.waitForEvent("crash")]);
  };

  test("on the bench, at a set, on the tip desk", { timeout: 120_000 }, async () => {
    const { context, page } = await onNewBrush();
    await changeSize(page, "71");
    await expect.poll(() => state(page).textContent()).toContain("draft kept");
    const bench = page.url();
    await crash(page);
    const after = await context.newPage();
    await after.goto(bench);
    await expect.poll(() => after.getByRole("textbox", { name: "Size", exact: true }).inputValue()).toBe("71 px");

    await after.goto(`${address}/sets`);
    await after.getByRole("button", { name: "New set" }).click();
    await after.waitForURL("**/sets/*");
    await after.getByRole("textbox", { name: "Credits" }).fill("Proofed by the harbour cat.");
    await after.getByText("draft kept").waitFor();
    const set = after.url();
    await crash(after);
    const third = await context.newPage();
    await third.goto(set);
    await third.getByText("This is your draft").waitFor();
    expect(await third.getByRole("textbox", { name: "Credits" }).inputValue()).toBe("Proofed by the harbour cat.");

    await third.goto(`${address}/desk/tip`);
    await third.getByRole("combobox", { name: "Longer side of a new sheet" }).selectOption("256 px");
    await third.getByRole("combobox", { name: "Begin with" }).selectOption("speckle");
    await third.getByText("256×256 px").waitFor();
    await third.getByRole("region", { name: "Findings" }).waitFor();
    // The desk keeps what lies on it a moment after the last change.
    await expect
      .poll(() => keptKeys(third), { timeout: 10_000 })
      .toContainEqual(expect.stringMatching(/^tip desk (?!settings)/));
    await crash(third);
    const fourth = await context.newPage();
    await fourth.goto(`${address}/desk/tip`);
    await fourth.getByText("256×256 px").waitFor();
    await context.close();
  });
});
