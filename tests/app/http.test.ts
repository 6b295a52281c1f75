import { FormatError } from "@core/formats/fault";
import { AllowanceSpent } from "@server/render/allowance";
import { PoolBusy } from "@server/render/pool";
import { describe, expect, test } from "vitest";
import { numberOf, safeTarget } from "~/http/answers";
import { faultOf, readForm, readJson } from "~/http/read-request.server";
import { readTable } from "~/http/table-cookie";

const post = (body: BodyInit, type?: string) =>
  new Request("http://x/", { method: "POST", body, headers: type ? { "Content-Type": type } : {} });

describe("where to go after signing in", () => {
  const target = (to: string) => safeTarget(new Request(`http://x/sign-in?to=${encodeURIComponent(to)}`));

  test.each(["/shelf", "/editions/abc?x=1#pad", "/sets/a%20b"])("%s is a path of this site", (to) => {
    expect(target(to)).toBe(to);
  });

  // Control characters fall away in a browser, and a backslash is a slash to it: WHATWG URL.
  test.each([
    "//evil.example",
    "/\\evil.example",
    "/\t/evil.example",
    "/\n/evil.example",
    "/\r\n//evil.example",
    "\t//evil.example",
    "https://evil.example",
    "javascript:alert(1)",
    "/\u0000/evil.example",
    "",
    "shelf",
    "/\t\\evil.example",
    "/.//evil.example/../..//x",
  ])("%j leads to the shelf, or stays on this site", (to) => {
    const { origin } = new URL(target(to), "http://x");
    expect(origin).toBe("http://x");
    expect(target(to)).not.toMatch(/^\/[/\\\t\n\r]/);
  });
});

describe("what a request sends", () => {
  test("that is no form is the asker's fault", async () => {
    for (const request of [
      post("a=b", "text/plain"),
      post("----", "multipart/form-data; boundary=x"),
      post("{}", "application/json"),
    ])
      await expect(readForm(request)).rejects.toMatchObject({ init: { status: 400 } });
    expect((await readForm(post(new URLSearchParams({ a: "b" })))).get("a")).toBe("b");
  });

  test("that is no JSON, or too deep, is undefined and never thrown", async () => {
    for (const text of ["", "{", "[".repeat(9999), "undefined", "NaN"])
      expect(await readJson(post(text))).toBeUndefined();
    expect(await readJson(post('{"a":[1]}'))).toEqual({ a: [1] });
  });

  test.each(["0", "-1", "1.5", "Infinity", "1e3", "NaN", "", "99999999999", " 1", "0x10"])(
    "%j is no number of a revision",
    (text) => {
      expect(numberOf(text)).toBeUndefined();
    },
  );

  test("numbers from 1 are", () => {
    expect([numberOf("1"), numberOf("204")]).toEqual([1, 204]);
  });
});

test("faults from outside have the status of a fault from outside; others go on", () => {
  expect(faultOf(new FormatError("a"))).toEqual({ fault: "a", status: 400 });
  expect(faultOf(new AllowanceSpent("b")).status).toBe(429);
  expect(faultOf(new PoolBusy("c")).status).toBe(503);
  // As another copy of our code would throw it.
  expect(faultOf(Object.assign(new Error("e"), { name: "FormatError" }))).toEqual({ fault: "e", status: 400 });
  expect(() => faultOf(new TypeError("d"))).toThrow("d");
});

test("the table's cookie is dark only where it says so", () => {
  expect(readTable("a=b; brosse_table=dark")).toBe("dark");
  for (const cookies of [null, "", "brosse_table=light", "x_brosse_table=dark", "brosse_table=darker"])
    expect(readTable(cookies), String(cookies)).toBe("light");
});
