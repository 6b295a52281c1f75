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
  test("exponents, and a comma after the last point", () => {
    expect(readTrace("1e2 -2.5E-1, 3 4,", xy, "t")).toEqual([
      [100, -0.25],
      [3, 4],
    ]);
    expect(() => readTrace("1 2,,", xy, "t")).toThrow("point 2");
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

test("what would take minutes to parse is counted and refused at once", () => {
  const began = performance.now();
  expect(() => readInkml(`<ink>${"<".repeat(8 << 20)}`, "flood")).toThrow("a tag has no end");
  expect(() => readInkml(`<ink><trace>${"1 2,".repeat(2_000_000)}</trace></ink>`, "long")).toThrow("more than");
  // Counting characters and not parsing them: some hundredths of a second each; a parser takes many seconds.
  expect(performance.now() - began).toBeLessThan(20_000);
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

describe("hands from elsewhere", () => {
  const ink = (inner: string) => readInkml(`<ink xmlns="http://www.w3.org/2003/InkML">${inner}</ink>`, "pen.inkml");
  const channel = (name: string, attributes = "") => `<channel name="${name}" ${attributes}/>`;
  const format = (...channels: string[]) => `<traceFormat>${channels.join("")}</traceFormat>`;
  const first = (inner: string) => ink(inner).strokes[0][0];

  test.each([
    ["in", 96],
    ["cm", 96 / 2.54],
    ["mm", 96 / 25.4],
    ["pt", 96 / 72],
    ["px", 1],
  ])("X and Y in %s become px", (unit, px) => {
    const { x, y } = first(
      `${format(channel("X", `units="${unit}"`), channel("Y", `units="${unit}"`))}<trace>2 3</trace>`,
    );
    expect(x).toBeCloseTo(2 * px, 9);
    expect(y).toBeCloseTo(3 * px, 9);
  });

  test("a device's steps become px by its resolution", () => {
    const property = (name: string) =>
      `<channelProperty channel="${name}" name="resolution" value="1000" units="1/cm"/>`;
    const source = `<inkSource xml:id="pad">${format(channel("X", 'units="dev"'), channel("Y", 'units="dev"'))}<channelProperties>${property("X")}${property("Y")}</channelProperties></inkSource>`;
    const { x, y } = first(
      `<definitions><context xml:id="c" inkSourceRef="#pad"/>${source}</definitions><trace contextRef="#c">1000 2540</trace>`,
    );
    expect(x).toBeCloseTo(96 / 2.54, 9);
    expect(y).toBeCloseTo(96, 9);
    expect(ink(`${format(channel("X", 'units="dev"'), channel("Y"))}<trace>4 5</trace>`).told).toEqual([
      "channel X: a device's units without a resolution count as px",
    ]);
  });

  test("pressure of any range becomes 0 to 1, in whatever place its channel stands", () => {
    const pressures = (attributes: string, values: string) =>
      ink(`${format(channel("F", attributes), channel("Y"), channel("X"))}<trace>${values}</trace>`).strokes[0].map(
        (sample) => sample.pressure,
      );
    expect(pressures('min="-512" max="511.5"', "-512 1 2, 511.5 1 2")).toEqual([0, 1]);
    expect(pressures('max="4095"', "4095 1 2, 0 1 2")).toEqual([1, 0]);
    expect(pressures("", "0.25 1 2")).toEqual([0.25]);
    const loose = ink(`${format(channel("X"), channel("Y"), channel("F"))}<trace>1 2 300, 1 3 600</trace>`);
    expect(loose.strokes[0].map((sample) => sample.pressure)).toEqual([0.5, 1]);
    expect(loose.told).toEqual(["channel F tells no range: its largest number, 600, counts as full"]);
  });

  test("time in seconds, timestamps and offsets say when strokes began", () => {
    const seconds = format(channel("X"), channel("Y"), channel("T", 'units="s"'));
    expect(ink(`${seconds}<trace>1 2 0.5, 1 3 0.75</trace>`).strokes[0].map(({ time }) => time)).toEqual([500, 750]);
    const { strokes } = ink(`<definitions>
        <timestamp xml:id="noon" timeString="2026-03-01T12:00:00Z"/>
        <timestamp xml:id="later" timestampRef="#noon" timeOffset="2000"/>
        <context xml:id="a" timestampRef="#noon">${format(channel("X"), channel("Y"), channel("T"))}</context>
        <context xml:id="b" timestampRef="#later">${format(channel("X"), channel("Y"), channel("T", 'respectTo="#later"'))}</context>
      </definitions>
      <trace contextRef="#a">1 2 10</trace><trace contextRef="#b">1 2 10</trace><trace contextRef="#a" timeOffset="500">1 2 10</trace>`);
    expect(strokes.map(([sample]) => sample.time)).toEqual([10, 2010, 510]);
  });

  test("what the pen did in the air is not painted, and traces that go on are one stroke", () => {
    const { strokes, told } = ink(`<trace xml:id="a" continuation="begin">1 1, 2 2</trace>
      <trace xml:id="up" type="penUp">9 9</trace><trace type="penUp" continuation="end" priorRef="#up">8 8</trace>
      <trace xml:id="b">5 5</trace>
      <trace continuation="end" priorRef="#a">3 3</trace>`);
    expect(strokes.map((stroke) => stroke.map(({ x }) => x))).toEqual([[1, 2, 3], [5]]);
    expect(told).toEqual(["what the pen did in the air (type penUp) is not painted"]);
  });

  test("azimuth and elevation, in degrees or radians, are tilt and lean", () => {
    const stance = (units: string, azimuth: number, elevation: number) =>
      first(
        `${format(channel("X"), channel("Y"), channel("OA", units), channel("OE", units))}<trace>1 2 ${azimuth} ${elevation}</trace>`,
      );
    expect(stance("", 90, 45)).toMatchObject({ tilt: 0.5, lean: 270 });
    const { tilt, lean } = stance('units="rad"', Math.PI / 2, Math.PI / 4);
    expect(tilt).toBeCloseTo(0.5, 6);
    expect(lean).toBeCloseTo(270, 4);
  });

  test("an axis that runs the other way is turned over within its range", () => {
    const { y } = first(
      `${format(channel("X"), channel("Y", 'orientation="-ve" min="0" max="200"'))}<trace>1 30</trace>`,
    );
    expect(y).toBe(170);
  });

  test.each([
    [
      format(channel("X", 'units="furlong"'), channel("Y")),
      'pen.inkml: channel X: the unit "furlong" is none of px, in, cm, mm, m, pt, pc',
    ],
    [
      format(channel("X"), channel("Y"), channel("F", 'min="3" max="3"')),
      "pen.inkml: channel F: its range of 3 to 3 is empty",
    ],
    [
      format(channel("X"), channel("Y"), channel("F", 'max="much"')),
      'pen.inkml: channel F: its max "much" is not a number',
    ],
  ])("%s is refused", (inner, line) => {
    expect(() => ink(`${inner}<trace>1 2 3</trace>`)).toThrow(new FormatError(line));
  });

  test("long chains of references and words of the language are refused, not followed", () => {
    const contexts = Array.from({ length: 20_000 }, (_, n) => `<context xml:id="c${n}" contextRef="#c${n + 1}"/>`).join(
      "",
    );
    expect(() => ink(`<definitions>${contexts}</definitions><trace contextRef="#c0">1 2</trace>`)).toThrow(
      "pen.inkml: contexts or timestamps refer on to more than 32 others",
    );
    const stamps = Array.from(
      { length: 20_000 },
      (_, n) => `<timestamp xml:id="t${n}" timestampRef="#t${n + 1}"/>`,
    ).join("");
    expect(() =>
      ink(
        `<definitions>${stamps}<context xml:id="c" timestampRef="#t0"/></definitions><trace contextRef="#c">1 2</trace>`,
      ),
    ).toThrow("pen.inkml: contexts or timestamps refer on to more than 32 others");
    expect(() =>
      ink(`${format(channel("X"), channel("Y"), channel("T", 'units="constructor"'))}<trace>1 2 3</trace>`),
    ).toThrow('the unit "constructor" is none of ms, s, us, ns');
  });

  test("what is not there, goes in a circle or is left out is said in one line", () => {
    expect(() => ink('<trace continuation="end" priorRef="#none">1 2</trace>')).toThrow(
      "trace 1: it continues a trace that is not there",
    );
    const circle =
      '<definitions><timestamp xml:id="a" timestampRef="#b"/><timestamp xml:id="b" timestampRef="#a"/><context xml:id="c" timestampRef="#a"/></definitions>';
    expect(() => ink(`${circle}<trace contextRef="#c">1 2</trace>`)).toThrow(
      "timestamps refer to one another in a circle",
    );
    expect(
      ink(
        `<definitions><context xml:id="c"><canvasTransform/><brush/></context></definitions><trace contextRef="#c">1 2</trace>`,
      ).told,
    ).toEqual(["canvas transforms are not read: places are as the pen had them", "brushes are not read"]);
    expect(ink(`${format(channel("X"), channel("Y"), channel("W"))}<trace>1 2 3</trace>`).told).toEqual([
      "channel W is not read",
    ]);
  });
});
