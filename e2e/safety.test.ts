import { deflateSync } from "node:zlib";
import { crc32 } from "@core/formats/zip/crc32";
import { encode } from "fast-png";
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
      /^brosse_session=[\w%=]+; Max-Age=\d+; Path=\/; HttpOnly; SameSite=Lax$/,
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

describe("what makes no sense is the asker's fault, and nothing happens", () => {
  async function signedIn() {
    const { context, page } = await painter(browser);
    await enterDemo(page);
    const id = await brushId(page, "Rivet row");
    const { request } = context;
    const send = async (path: string, options: object) =>
      (await request.post(path, { headers: { Origin: address }, maxRedirects: 0, ...options })).status();
    return { context, page, request, id, send };
  }

  test("bodies that are no form, no JSON, too deep, or of another shape", async () => {
    const { context, id, send } = await signedIn();
    const text = { headers: { Origin: address, "Content-Type": "text/plain" }, data: "hello" };
    for (const path of ["/sign-in", "/sign-up", "/shelf", "/sets", "/tips", "/desk/tip", "/desk/grain"])
      expect(await send(path, text), path).toBeLessThan(500);
    for (const data of ["", "{", "[".repeat(5000), "null", '{"act":"save","from":1e999}', '{"act":"save","from":1}'])
      expect(
        await send(`/bench/${id}`, { headers: { Origin: address }, data: Buffer.from(data) }),
        data.slice(0, 30),
      ).toBe(400);
    await context.close();
  });

  test("numbers that are none in an address, and methods that there are not", async () => {
    const { context, id, request } = await signedIn();
    for (const number of ["Infinity", "1e308", "-1", "0", "NaN", "99999999999999999999"])
      expect((await request.get(`/strips/brushes/${id}/${number}.png`)).status(), number).toBe(404);
    expect((await request.get(`/strips/brushes/${id}/1.png?w=Infinity`)).status()).toBe(400);
    expect((await request.get("/%E0%A4%A")).status()).toBeLessThan(500);
    expect((await request.fetch("/shelf", { method: "DELETE" })).status()).toBe(405);
    await context.close();
  });

  test("a brush that stands in a set twice", async () => {
    const { context, page, id, send } = await signedIn();
    await page.goto("/sets");
    await page.getByRole("link", { name: "Shopfront lettering" }).click();
    await page.getByRole("combobox", { name: "Licence" }).waitFor();
    const twice = [
      { id, group: "" },
      { id, group: "b" },
    ];
    const draft = { name: "x", licence: "CC0-1.0", notes: "", credits: "", brushes: twice };
    expect(await send(new URL(page.url()).pathname, { data: { act: "save", from: 1, draft } })).toBe(400);
    await context.close();
  });

  test("a new brush made from one that is not one's own", async () => {
    const { context, id, send } = await signedIn();
    const data = { act: "save-new", from: 1, brush: { level: 1, name: "copy" } };
    expect(await send("/bench/strangersone", { data })).toBe(404);
    expect(await send(`/bench/${id}`, { data: { ...data, from: 999 } })).toBe(404);
    await context.close();
  });

  test("a picture that unpacks to more than it says, and a package that is none", async () => {
    const { context, send } = await signedIn();
    const trap = { name: "trap.png", mimeType: "image/png", buffer: Buffer.from(trapPng()) };
    expect(await send("/tips", { multipart: { picture: trap } })).toBe(400);
    const zip = { name: "trap.zip", mimeType: "application/zip", buffer: Buffer.alloc(4000, 7) };
    expect(await send("/shelf", { multipart: { package: zip } })).toBe(400);
    await context.close();
  });
});

/** A PNG of 4×4 px by its header, whose pixels unpack to 200 MB. */
function trapPng(): Uint8Array {
  const honest = encode({ width: 4, height: 4, data: new Uint8Array(16), channels: 1, depth: 8 });
  const packed = deflateSync(Buffer.alloc(200 << 20));
  const chunk = Buffer.alloc(packed.length + 12);
  chunk.writeUInt32BE(packed.length);
  chunk.write("IDAT", 4);
  packed.copy(chunk, 8);
  chunk.writeUInt32BE(crc32(chunk.subarray(4, 8 + packed.length)), 8 + packed.length);
  return Buffer.concat([honest.subarray(0, 33), chunk, honest.subarray(honest.length - 12)]);
}

test("a stale save is a conflict that offers both versions, and keeping both loses nothing", async () => {
  const { context, page } = await painter(browser);
  await enterDemo(page);
  await page.getByRole("button", { name: "New brush", exact: true }).click();
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
