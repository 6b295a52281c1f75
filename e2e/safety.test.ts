import type { Browser } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { address, enterDemo, openBrowser, painter, proofed } from "./browser";

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

async function brushId(page: import("playwright-core").Page, name: string): Promise<string> {
  return ((await page.getByRole("link", { name, exact: true }).getAttribute("href")) ?? "").split("/").pop() ?? "";
}

describe("every answer", () => {
  test.each(["/", "/outlet", "/no/such/page", "/icon.svg", "/schema/set.json"])(
    "%s carries the security headers",
    async (path) => {
      const { headers } = await fetch(address + path);
      expect(headers.get("content-security-policy")).toMatch(
        /default-src 'self'.*script-src 'self' 'nonce-[\w+/=]+' 'wasm-unsafe-eval'.*frame-ancestors 'none'/,
      );
      expect(headers.get("content-security-policy")).not.toMatch(
        /script-src[^;]*unsafe-inline|unsafe-eval'(?<!wasm-unsafe-eval')/,
      );
      expect(headers.get("cross-origin-opener-policy")).toBe("same-origin");
      expect(headers.get("cross-origin-embedder-policy")).toBe("require-corp");
      expect(headers.get("x-content-type-options")).toBe("nosniff");
      expect(headers.get("x-powered-by")).toBeNull();
    },
  );

  test("pages are isolated, so that shared memory is there", async () => {
    const { page, context } = await painter(browser);
    await page.goto("/");
    expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
    await context.close();
  });
});

describe("writes", () => {
  test.each([undefined, "https://elsewhere.example", "null"])("from origin %s are refused", async (origin) => {
    for (const path of ["/demo", "/sign-in", "/shelf"]) {
      const reply = await fetch(address + path, {
        method: "POST",
        redirect: "manual",
        headers: origin ? { Origin: origin } : {},
        body: new URLSearchParams({ act: "new" }),
      });
      expect(reply.status).toBe(403);
    }
  });

  test("the session's cookie is HttpOnly and SameSite", async () => {
    const reply = await fetch(`${address}/demo`, { method: "POST", redirect: "manual", headers: { Origin: address } });
    expect(reply.headers.get("set-cookie")).toMatch(
      /^brosse_session=[\w-]{43}; Path=\/; HttpOnly; SameSite=Lax; Max-Age=\d+$/,
    );
  });

  test("a sign-in goes on only to pages of this site", async () => {
    const body = new URLSearchParams({ email: "workshop@quayside.example", password: "gold-leaf-and-enamel" });
    for (const to of ["https://evil.example/", "//evil.example", "/\\evil.example"]) {
      const reply = await fetch(`${address}/sign-in?to=${encodeURIComponent(to)}`, {
        method: "POST",
        redirect: "manual",
        headers: { Origin: address },
        body,
      });
      expect(reply.headers.get("location")).toBe("/shelf");
    }
  });
});

test("another's private brush is 404: its page, its strokes, and a save", async () => {
  const owner = await painter(browser);
  await enterDemo(owner.page);
  const id = await brushId(owner.page, "Rivet row");
  const other = await painter(browser);
  await other.page.goto("/sign-up");
  await other.page.getByRole("textbox", { name: "You or your studio" }).fill("Elsewhere");
  await other.page.getByRole("textbox", { name: "E-mail" }).fill(`else-${Date.now()}@example.com`);
  await other.page.getByRole("textbox", { name: "Password" }).fill("a long enough password");
  await other.page.getByRole("button", { name: "Open an account" }).click();
  await other.page.waitForURL("**/shelf");
  const { request } = other.context;
  expect((await request.get(`/bench/${id}`)).status()).toBe(404);
  expect((await request.get(`/strips/brushes/${id}/1.png`)).status()).toBe(404);
  expect(
    (
      await request.post(`/bench/${id}`, {
        headers: { Origin: address },
        data: { act: "save", from: 1, brush: { level: 1, name: "stolen" } },
      })
    ).status(),
  ).toBe(404);
  expect((await request.get(`/strips/brushes/${id}/1.png`)).status()).toBe(
    (await request.get("/strips/brushes/nosuchbrush1/1.png")).status(),
  );
  await Promise.all([owner.context.close(), other.context.close()]);
});

test("a stale save is a conflict that offers both versions, and keeping both loses nothing", async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("button", { name: "New brush" }).click();
  await page.waitForURL("**/bench/*");
  const id = page.url().split("/").pop() ?? "";
  const second = await context.newPage();
  const edit = async (at: typeof page, value: string) => {
    const size = at.getByRole("textbox", { name: "Size", exact: true });
    await size.fill(value);
    await size.press("Enter");
  };
  await page.goto(`/bench/${id}`);
  await second.goto(`/bench/${id}`);
  await second.getByRole("textbox", { name: "Size", exact: true }).waitFor();
  await edit(second, "21 px");
  await second.getByRole("button", { name: "Save", exact: true }).click();
  await second.getByText("rev 2 · saved").waitFor();
  await proofed(page);
  await edit(page, "33 px");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByRole("dialog", { name: "This brush was saved elsewhere" }).waitFor();
  await page.getByRole("button", { name: "Keep both: mine as a new brush" }).click();
  await page.waitForURL((url) => url.pathname !== `/bench/${id}`);
  await expect.poll(() => page.getByRole("textbox", { name: "Size", exact: true }).inputValue()).toBe("33 px");
  // The changes have gone into the new brush: no draft of them is left on the old one.
  await page.goto(`/bench/${id}`);
  await expect.poll(() => page.getByRole("textbox", { name: "Size", exact: true }).inputValue()).toBe("21 px");
  await context.close();
});
