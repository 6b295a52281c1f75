import { type Brush, parseBrush } from "@core/brush";
import { chance } from "@core/chance/counter";
import { type Plane, planeOf } from "@core/desk/plane";
import { evenedOut } from "@core/desk/tip/family";
import { pictureOfSheet, sheetOfPicture, type TipSheet } from "@core/desk/tip/sheet";
import { type TipStep, tipStepSchema, withStep } from "@core/desk/tip/steps";
import { copiesOf } from "@core/desk/tip/symmetry";
import { writeGreyAlpha16 } from "@core/formats/png/png";
import type { Sample } from "@core/hand/sample";
import type { Picture } from "@core/picture/picture";
import { renderHand } from "@core/stroke/render";
import { drawShape } from "@core/tip/shape/draw-shape";
import { type DrawnShape, type ImageShape, shapeOf } from "@core/tip/shape/shape";

/** A tip of the demo workshop, made as the tip desk makes them. */
export interface DemoTip {
  readonly name: string;
  readonly tags: string;
  readonly credit: string;
  readonly pictures: readonly Uint8Array[];
  readonly mapped: boolean;
  readonly pick: ImageShape["pick"];
  readonly pivot: readonly [number, number];
}

const SIDE = 256;

/** A sheet where a shape is: `inside` is above 0 within it, in half sides of the sheet from its middle. */
function cut(inside: (u: number, v: number) => number): TipSheet {
  return {
    strength: planeOf(SIDE, SIDE, (x, y) =>
      Math.min(1, Math.max(0, inside((x + 0.5) / (SIDE / 2) - 1, (y + 0.5) / (SIDE / 2) - 1) * (SIDE / 2) + 0.5)),
    ),
  };
}

/** Does the desk's steps one after the other. */
function worked(sheet: TipSheet, ...steps: readonly Partial<TipStep>[]): TipSheet {
  return steps.reduce<TipSheet>((now, step) => withStep(now, tipStepSchema.parse(step)), sheet);
}

function drawn(kind: DrawnShape["kind"], part: Partial<DrawnShape> = {}): TipSheet {
  const shape = { ...shapeOf(kind), ...part } as DrawnShape;
  return { strength: { width: SIDE, height: SIDE, data: Float32Array.from(drawShape(shape, SIDE, 0.9, 1)) } };
}

/** Stamps a tip with a brush of its own along strokes: marks laid by another brush, merged into one tip. */
function stamped(
  tip: TipSheet,
  side: number,
  size: number,
  strokes: readonly (readonly Sample[])[],
  brush: object,
): TipSheet {
  const value: Brush = parseBrush({
    level: 1,
    name: "stamp",
    ...brush,
    tip: { size, shape: { kind: "image", pictures: [{ file: "tips/stamp.png" }] }, ...(brush as { tip?: object }).tip },
  });
  const pixels = renderHand({
    brush: value,
    strokes,
    width: side,
    height: side,
    ink: { colour: [0, 0, 0], second: [0, 0, 0] },
    paper: null,
    seed: 3,
    pictures: new Map<string, Picture>([["tips/stamp.png", pictureOfSheet(tip)]]),
  });
  return sheetOfPicture(
    { width: side, height: side, channels: 4, data: new Uint8Array(pixels.buffer), full: 255 },
    "alpha",
  );
}

const line = (from: readonly [number, number], to: readonly [number, number]): Sample[] =>
  Array.from({ length: 30 }, (_, i) => ({
    x: from[0] + ((to[0] - from[0]) * i) / 29,
    y: from[1] + ((to[1] - from[1]) * i) / 29,
    time: i * 8,
    pressure: 1,
  }));

const leaf = worked(
  cut((u, v) => 0.36 * Math.sin(Math.PI * Math.min(1, Math.max(0, (u + 0.94) / 1.88)) ** 0.75) - Math.abs(v)),
  { kind: "map", from: "depth", amount: 0.7 },
);
const twig = (() => {
  const leaves = stamped({ strength: leaf.strength }, 320, 110, [line([40, 160], [196, 160])], {
    tip: { pivot: [-1, 0], mirror: { topBottom: "chance" } },
    trail: { spacing: 0.3 },
    paint: { flow: 1 },
    responses: [{ quality: "angle", source: "chance", low: -48, high: 48 }],
  });
  const stalk = planeOf(
    320,
    320,
    (x, y) => Math.min(1, Math.max(0, 2.5 - Math.abs(y + 0.5 - 160))) * (x > 20 && x < 230 ? 1 : 0),
  );
  return worked(joined(leaves, stalk), { kind: "crop", margin: 0.05 });
})();
const wreath = (() => {
  const first = [{ x: 256, y: 90, time: 0, pressure: 1, twist: 0 }];
  const around = copiesOf(first, "around", 512, 512, 12);
  return worked(
    stamped({ strength: twig.strength }, 512, 150, around, {
      paint: { flow: 1 },
      responses: [{ quality: "angle", source: "twist", low: 0, high: 360 }],
    }),
    { kind: "centre", by: "box" },
    { kind: "crop", margin: 0.05 },
  );
})();

function joined(sheet: TipSheet, more: Plane): TipSheet {
  return { strength: { ...sheet.strength, data: sheet.strength.data.map((v, i) => Math.max(v, more.data[i])) } };
}

const dome = (radius: number) => cut((u, v) => radius - Math.hypot(u, v));
const screw = (() => {
  const head = worked(dome(0.86), { kind: "map", from: "depth", amount: 0.5 });
  const slot = cut((u, v) => Math.min(0.09 - Math.abs(v), 0.7 - Math.abs(u)));
  return worked(
    {
      strength: head.strength,
      map: head.map && { ...head.map, data: head.map.data.map((v, i) => v * (1 - 0.8 * slot.strength.data[i])) },
    },
    { kind: "transform", turn: 24 },
  );
})();
const flakes = [1, 2, 3].map((seed) =>
  worked(
    cut((u, v) => {
      const turn = Math.atan2(v, u);
      return (
        0.5 +
        0.3 *
          [2, 3, 5, 7].reduce(
            (sum, k) => sum + ((chance(seed, k, 1) - 0.3) / k) * Math.sin(k * turn + 6.28 * chance(seed, k, 2)),
            0,
          ) -
        Math.hypot(u, v)
      );
    }),
    { kind: "sharpen", part: "strength", amount: 0.5 },
    { kind: "map", from: "depth", amount: -0.5 },
  ),
);

/** The photograph of a dark blot on uneven paper, as a workshop would take it: the desk makes a clean tip of it. */
const blot = worked(
  {
    strength: planeOf(SIDE, SIDE, (x, y) => {
      const [u, v] = [x / (SIDE / 2) - 1, y / (SIDE / 2) - 1];
      const rim = 0.42 + 0.1 * Math.sin(5 * Math.atan2(v, u) + 1) + 0.05 * Math.sin(11 * Math.atan2(v, u));
      return Math.min(
        1,
        0.1 +
          0.16 * (u + 1) +
          0.03 * chance(5, y * SIDE + x, 1) +
          0.5 * Math.min(1, Math.max(0, (rim - Math.hypot(u, v)) * 24)),
      );
    }),
  },
  { kind: "background" },
  { kind: "haze", below: 0.1 },
  { kind: "centre", by: "weight" },
);

const recipes: readonly {
  name: string;
  tags: string;
  sheets: readonly TipSheet[];
  pick?: ImageShape["pick"];
  pivot?: readonly [number, number];
}[] = [
  { name: "Rivet", tags: "metal dot", sheets: [worked(dome(0.8), { kind: "map", from: "depth", amount: 0.8 })] },
  { name: "Screw head", tags: "metal", sheets: [screw] },
  { name: "Bay leaf", tags: "leaf ornament", sheets: [leaf], pivot: [-1, 0] },
  { name: "Bay twig", tags: "leaf ornament", sheets: [twig], pivot: [-1, 0] },
  { name: "Wreath", tags: "leaf ornament frame", sheets: [wreath] },
  { name: "Gold flakes", tags: "gilding family", sheets: evenedOut(flakes), pick: "chance" },
  {
    name: "Five-point star",
    tags: "ornament",
    sheets: [
      cut((u, v) => {
        const k = Math.abs((((Math.atan2(u, -v) / (2 * Math.PI)) * 5 + 5.5) % 1) - 0.5) * 2;
        return 0.36 + 0.5 * (1 - k) ** 1.6 - Math.hypot(u, v);
      }),
    ],
  },
  {
    name: "Awning scallop",
    tags: "awning edge",
    sheets: [cut((u, v) => (v < -0.2 ? Math.min(0.9 - Math.abs(u), v + 0.9) : 0.9 - Math.hypot(u, (v + 0.2) * 0.95)))],
    pivot: [0, -0.9],
  },
  {
    name: "Worn bristle",
    tags: "hair dry",
    sheets: [
      worked(
        drawn("bristles", { bundle: "flat", hairs: 46, thickness: 0.3, clumping: 0.45 }),
        { kind: "grow", by: 1 },
        { kind: "blur", part: "strength", radius: 0.7 },
      ),
    ],
  },
  {
    name: "Stipple",
    tags: "dots texture",
    sheets: [
      worked(
        drawn("speckle", { dots: 70, spread: 0.8 }),
        { kind: "transform", across: 0.85, down: 0.85 },
        { kind: "feather", radius: 3 },
      ),
    ],
  },
  { name: "Enamel blot", tags: "splash", sheets: [blot] },
  {
    name: "Soft wedge",
    tags: "shade",
    sheets: [
      worked(
        cut((u, v) => Math.min(0.8 - Math.abs(u), 0.3 - Math.abs(v - 0.2 * u))),
        { kind: "feather", radius: 26 },
        { kind: "straighten" },
      ),
    ],
  },
  {
    name: "Bead",
    tags: "dot light",
    sheets: [worked(dome(0.82), { kind: "map", from: "depth", amount: 1 }, { kind: "blur", part: "map", radius: 6 })],
  },
];

/** Twelve tips and one, from a rivet to a wreath, with their PNGs as the desk writes them. */
export function demoTips(): DemoTip[] {
  return recipes.map(({ name, tags, sheets, pick = "chance", pivot = [0, 0] }) => ({
    name,
    tags,
    credit: "Quayside Signworks",
    pictures: sheets.map((sheet) => {
      const { width, height, data } = pictureOfSheet(sheet);
      return writeGreyAlpha16(data as Uint16Array, width, height);
    }),
    mapped: sheets.every(({ map }) => map !== undefined),
    pick,
    pivot,
  }));
}
