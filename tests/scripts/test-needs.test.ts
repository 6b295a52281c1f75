import { expect, test } from "vitest";
import { needsOf } from "../../scripts/test-needs.mjs";

const part = (...given: string[]) => {
  const { checks, build, database, browser, projects } = needsOf(given);
  return { checks, build, database, browser, projects };
};

test("everything needs everything, and the quick tests come first", () => {
  const all = {
    checks: true,
    build: true,
    database: true,
    browser: true,
    projects: ["unit", "server", "browser", "browser-alone"],
  };
  expect(part()).toEqual(all);
});

test("a part of the computation needs nothing but the kernels", () => {
  const nothing = { checks: false, build: false, database: false, browser: false, projects: ["unit"] };
  for (const given of [
    ["tests/stroke"],
    ["--unit"],
    ["--unit", "--watch"],
    ["tests/app/bench", "-t", "draft"],
    ["stroke"],
  ])
    expect(part(...given), given.join(" ")).toEqual(nothing);
});

test("tests against a database need one, the command line its build, pages all of it", () => {
  expect(part("tests/server/http")).toMatchObject({
    build: true,
    database: true,
    browser: false,
    projects: ["server"],
  });
  expect(part("tests/cli")).toMatchObject({ build: true, database: false, browser: false, projects: ["server"] });
  expect(part("e2e/bench")).toMatchObject({
    build: true,
    database: true,
    browser: true,
    projects: ["browser", "browser-alone"],
  });
  expect(part("tests/stroke", "tests/server")).toMatchObject({ database: true, projects: ["unit", "server"] });
});

test("what is meant for the tests' own runner reaches it", () => {
  expect(needsOf(["--unit", "--watch", "tests/stroke", "-t", "seed"])).toMatchObject({
    watch: true,
    rest: ["tests/stroke", "-t", "seed"],
  });
});
