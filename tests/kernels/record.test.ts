import { readFileSync } from "node:fs";
import { createKernels } from "@core/kernels/load";
import { MARK_BYTES, markWord } from "@core/kernels/mark-record";
import { expect, test } from "vitest";

const source = (path: string) => readFileSync(new URL(`../../core/kernels/${path}`, import.meta.url), "utf8");

test("the record of a mark has the fields of the kernels' class, in their order, four bytes each", () => {
  const body = /class Mark \{([\s\S]*?)\n\}/.exec(source("assembly/mark.ts"))?.[1] ?? "";
  const fields = [...body.matchAll(/^ {2}(\w+): (\w+);/gm)].map(([, name, type]) => ({ name, type }));
  expect(fields.map(({ name }) => name)).toEqual(Object.keys(markWord));
  expect(Object.values(markWord)).toEqual(fields.map((_, n) => n));
  expect(new Set(fields.map(({ type }) => type))).toEqual(new Set(["usize", "i32"]));
  expect(source("assembly/mark.ts")).toContain(`MARK_BYTES: i32 = ${MARK_BYTES};`);
});

test("every function of the kernels is declared with as many parameters as it has, and no other", () => {
  const rooms = ["layers", "marks", "mixing", "tips", "water"].map((room) => source(`signatures/${room}.ts`));
  const text = [source("load.ts"), ...rooms].join("\n");
  const body = [...text.matchAll(/interface (?:KernelExports|\w+Kernels)\b[^{]*\{([\s\S]*?)\n\}/g)]
    .map(([, members]) => members)
    .join("\n");
  const declared = new Map<string, number>();
  for (const [, name, parameters] of body.matchAll(/^ {2}(\w+)\(([\s\S]*?)\): /gm))
    declared.set(name, parameters.split(",").filter((part) => part.trim() !== "").length);
  const law = /type Law = \(([\s\S]*?)\) => void/.exec(text)?.[1].split(",").length ?? 0;
  for (const [, name] of body.matchAll(/^ {2}(\w+): Law;/gm)) declared.set(name, law);
  const exported = Object.entries(createKernels().run).filter(([, value]) => typeof value === "function");
  const real = new Map(exported.map(([name, value]) => [name, (value as () => void).length]));
  expect([...declared.keys()].sort()).toEqual([...real.keys()].sort());
  for (const [name, count] of declared) expect(real.get(name), name).toBe(count);
});
