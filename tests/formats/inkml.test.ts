import { FormatError } from "@core/formats/fault";
import { readInkml } from "@core/formats/inkml/read";
import { readTrace } from "@core/formats/inkml/trace";
import { writeInkml } from "@core/formats/inkml/write";
import { slowSwell } from "@core/hand/simulate";
import { XMLValidator } from "fast-xml-parser";
import { describe, expect, test } from "vitest";

const xy = ["X", "Y"].map((name) => ({ name, intermittent: false, fallback: Number.NaN }));

test("a hand written as InkML is well-formed and reads back the same", () => {
  const hand = slowSwell({ left: 10, top: 20, width: 500, height: 200 });
  const text = writeInkml({ ...hand, name: 'slow & "swell" <1>' });
  expect(XMLValidator.validate(text)).toBe(true);
  const back = readInkml(text, "hand");
  expect(back.name).toBe('slow & "swell" <1>');
  back.strokes[0].forEach((s, i) => {
    const o = hand.strokes[0][i];
    expect([s.x, s.y, s.time, s.pressure, s.twist]).toEqual([o.x, o.y, o.time, o.pressure, o.twist]);
    expect(s.tilt).toBeCloseTo(o.tilt ?? 0, 9);
    expect(s.lean).toBeCloseTo(o.lean ?? 0, 6);
  });
});

test("a mouse's hand, with places and times only, stays without pressure", () => {
  const back = readInkml(writeInkml({ name: "m", strokes: [[{ x: 1, y: 2, time: 3 }]] }), "m");
  expect(back.strokes).toEqual([[{ x: 1, y: 2, time: 3 }]]);
});

describe("traces in the manners of W3C InkML 2011, section 3.2.1", () => {
  // The two examples of the recommendation, recalled from memory.
  test("explicit values", () => {
    expect(readTrace("10 0, 9 14, 8 28", xy, "t")).toEqual([
      [10, 0],
      [9, 14],
      [8, 28],
    ]);
  });
  test("differences and second differences, the prefix holding on", () => {
    expect(readTrace("1125 18432,'23'43,\"7\"-8,3 -5,7 -3,6 2,6 8,3 6,3 6,2 8,3 8,2 -3", xy, "t").slice(0, 5)).toEqual([
      [1125, 18432],
      [1148, 18475],
      [1178, 18510],
      [1211, 18540],
      [1251, 18567],
    ]);
  });
  test("hexadecimal, repeated and boolean values", () => {
    expect(readTrace("#A #FF, * 3, T F", xy, "t")).toEqual([
      [10, 255],
      [10, 3],
      [1, 0],
    ]);
  });
  test("intermittent channels may be left out, unknown values take the default", () => {
    const channels = [...xy, { name: "F", intermittent: true, fallback: 0.5 }];
    expect(readTrace("1 2 0.9, 3 4, 5 6 ?", channels, "t")).toEqual([
      [1, 2, 0.9],
      [3, 4, 0.5],
      [5, 6, 0.5],
    ]);
  });
});

test("formats in definitions, contexts and trace groups are found", () => {
  const text = `<ink xmlns="http://www.w3.org/2003/InkML"><definitions>
    <traceFormat xml:id="f"><channel name="Y" type="decimal"/><channel name="X" type="decimal"/><channel name="F" type="decimal" default="0.25"/></traceFormat>
    <context xml:id="c" traceFormatRef="#f"/></definitions>
    <traceGroup contextRef="#c"><trace>1 2 0.5, 3 4 ?</trace><traceGroup><trace>5 6 1</trace></traceGroup></traceGroup>
    <trace>7 8</trace></ink>`;
  const { strokes } = readInkml(text, "t");
  expect(strokes.map((s) => s.map(({ x, y, pressure }) => [x, y, pressure]))).toEqual([
    [
      [2, 1, 0.5],
      [4, 3, 0.25],
    ],
    [[6, 5, 1]],
    [[7, 8, undefined]],
  ]);
});

describe("bad ink is refused with the place", () => {
  const ink = (inner: string) => `<ink xmlns="http://www.w3.org/2003/InkML">${inner}</ink>`;
  test.each([
    ["not XML", "<ink", /not well-formed|no <ink>/],
    ["other XML", "<svg/>", /no <ink>/],
    ["no traces", ink(""), /no traces/],
    ["a word", ink("<trace>1 2, 3 four</trace>"), /trace 1, point 2: "four"/],
    ["too few values", ink("<trace>1 2, 3</trace>"), /point 2: 1 values for 2 channels/],
    ["out of reach", ink("<trace>1 1000000000</trace>"), /within ±100000/],
    ["an entity bomb", `<!DOCTYPE ink [<!ENTITY a "b">]>${ink("<trace>1 2</trace>")}`, /document type/],
  ])("%s", (_, text, line) => {
    expect(() => readInkml(text, "hand.inkml")).toThrow(FormatError);
    expect(() => readInkml(text, "hand.inkml")).toThrow(line);
  });
});
