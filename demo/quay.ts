import { chance } from "@core/chance/counter";
import { arc, even, type Point, swelling } from "./hand";
import type { DemoStudy, StudyPainter } from "./study-painter";

const WIDTH = 960;
const HEIGHT = 600;
/** Where the water ends, and the quay begins. */
const HORIZON = 268;
const QUAY = 402;

const across = (y: number, from = -40, to = WIDTH + 40, bow = 0): Point[] => [
  [from, y],
  [(from + to) / 2, y + bow],
  [to, y],
];

function sky(on: StudyPainter): void {
  on.chapter("Sky", "A full mop, quickly: the second row while the first one shines, and it runs by itself.");
  on.first("Washes");
  const rows = [
    ["#6f9fc4", 46],
    ["#8db2cd", 118],
    ["#e0bd8c", 206],
  ] as const;
  for (const [colour, y] of rows)
    on.stroke("Wash mop", colour, across(y, -60, WIDTH + 60, 10), {
      values: { size: 150 },
      speed: 2.4,
      weight: () => 0.8,
    });
  on.caption("Clear water where a cloud is wanted: it pushes the blue away.");
  for (const [x, y] of [
    [220, 92],
    [300, 74],
    [640, 110],
  ] as const)
    on.stroke(
      "Clear water",
      "#ffffff",
      [
        [x - 46, y],
        [x + 40, y - 8],
      ],
      { values: { size: 46 }, speed: 1.6, weight: () => 0.8 },
    );
  on.caption("Salt into the last of the shine, then leave it alone.");
  on.stroke("Salt, strewn", "#ffffff", across(190, 520, 900), { speed: 1.4, weight: () => 0.7 });
  on.dry();
}

function water(on: StudyPainter): void {
  on.chapter("Water", "Thin paint, one flat after another, each over the dry one.");
  for (const [colour, y, size] of [
    ["#4d7f93", HORIZON + 16, 66],
    ["#3f6f86", HORIZON + 66, 72],
    ["#31596f", HORIZON + 112, 72],
  ] as const)
    on.stroke("Wash mop", colour, across(y, -60, WIDTH + 60, 4), { values: { size }, speed: 2, weight: () => 0.85 });
  on.dry();
  for (let i = 0; i < 9; i++) {
    const y = HORIZON + 14 + i * 12;
    const x = 90 + chance(7, i, 1) * 620;
    on.stroke("Soft flat, thin paint", i % 3 === 0 ? "#dfe9e6" : "#2b5068", across(y, x, x + 70 + i * 14, 2), {
      values: { size: 10 + i },
      weight: swelling,
    });
  }
}

function shed(on: StudyPainter): void {
  on.chapter("Shed", "Stiff hair, almost no paint: the boards are what the brush leaves out.");
  on.sheet("Shed");
  const [left, right, top] = [560, 884, 176];
  for (let i = 0; i < 11; i++)
    on.stroke(
      "Short bristle, wet",
      ["#6b4a39", "#7b5743", "#5a3d31"][i % 3],
      [
        [left + 16 + i * 29, top + 6],
        [left + 14 + i * 29, QUAY + 8],
      ],
      { values: { size: 46 }, weight: even },
    );
  on.dry();
  for (let i = 0; i < 6; i++)
    on.stroke(
      "Stiff bristle, nearly dry",
      "#b08b63",
      [
        [left + 24 + i * 54, top + 12],
        [left + 20 + i * 54, QUAY - 10],
      ],
      { values: { size: 30 }, weight: swelling },
    );
  on.caption("The awning in one pull a stripe: shade, colour and light lie side by side in the brush.");
  for (let i = 0; i < 7; i++)
    on.stroke(
      "Ribbon flat, three colours",
      i % 2 === 0 ? "#b8322a" : "#efe6d3",
      [
        [left - 14 + i * 58, top - 18],
        [left - 26 + i * 61, top + 56],
      ],
      {
        values: { size: 56 },
        second: i % 2 === 0 ? "#6b1a18" : "#b9ab8f",
        third: i % 2 === 0 ? "#e8705c" : "#fffaf0",
        speed: 0.5,
        weight: even,
      },
    );
  on.stroke("Long bristle, wet", "#43302a", across(top - 22, left - 34, right + 40, -2), {
    values: { size: 30 },
    weight: even,
  });
}

function boat(on: StudyPainter): void {
  on.chapter("Boat", "Load it well: the hull is two strokes, and the second takes some of the first along.");
  on.sheet("Boat");
  const hull = (drop: number): Point[] => arc(274, 306 + drop, 184 - drop * 0.5, 62, 172, 8, 16);
  on.stroke("Long bristle, wet", "#1f5b52", hull(18), { values: { size: 54 }, weight: even });
  on.stroke("Long bristle, wet", "#efe6d3", hull(-6), { values: { size: 22 }, weight: swelling });
  on.stroke("Long bristle, wet", "#b8322a", hull(40), { values: { size: 20 }, weight: swelling });
  on.stroke(
    "Oil round, loaded",
    "#5a3d31",
    [
      [262, 356],
      [258, 96],
    ],
    { values: { size: 13 }, weight: even },
  );
  on.caption("The sail is cream laid on thick; the knife takes half of it off again.");
  for (let i = 0; i < 5; i++)
    on.stroke(
      "Short bristle, wet",
      i % 2 === 0 ? "#efe2c4" : "#f7efdc",
      [
        [276 + i * 2, 132 + i * 40],
        [312 + i * 24, 150 + i * 42],
      ],
      { values: { size: 46 }, weight: even },
    );
  on.stroke(
    "Palette knife, bare",
    "#efe2c4",
    [
      [296, 150],
      [356, 312],
    ],
    { values: { size: 26 }, weight: () => 0.7, speed: 0.6 },
  );
  on.sheet("Ropes");
  for (const [x, y] of [
    [98, 326],
    [450, 318],
  ] as const)
    on.stroke(
      "Rigger, thinned",
      "#3b2c28",
      [
        [259, 100],
        [(259 + x) / 2 - 6, (100 + y) / 2 + 12],
        [x, y],
      ],
      { values: { size: 5 }, weight: () => 0.5 },
    );
}

function quay(on: StudyPainter): void {
  on.chapter("Quay", "Stones in thick grey, petals in one push each; then flick the brush, and stop.");
  on.sheet("Quay");
  for (const [colour, y] of [
    ["#9b9484", QUAY + 50],
    ["#7f796b", QUAY + 150],
  ] as const)
    on.stroke("Wash mop", colour, across(y, -60, WIDTH + 60), { values: { size: 118 }, speed: 2, weight: () => 0.9 });
  on.dry();
  for (let row = 0; row < 4; row++)
    for (let i = 0; i < 8; i++) {
      const x = i * 128 - (row % 2) * 60 + chance(9, row * 8 + i, 1) * 14;
      const y = QUAY + 30 + row * 48;
      const grey = ["#8d8a80", "#a19d90", "#79776f", "#b3ad9d"][Math.floor(chance(9, row * 8 + i, 2) * 4)];
      on.stroke("Long bristle, wet", grey, across(y, x, x + 104, 4), { values: { size: 46 }, weight: even });
    }
  on.dry();
  on.sheet("Flowers");
  for (let n = 0; n < 5; n++) {
    const [cx, cy] = [120 + n * 178 + chance(3, n, 1) * 40, 486 + chance(3, n, 2) * 50];
    on.stroke("Filbert, two colours", "#2f6b3c", arc(cx - 26, cy + 26, 40, 44, 350, 250, 8), {
      values: { size: 22 },
      second: "#9db65a",
      weight: swelling,
    });
    for (let p = 0; p < 5; p++) {
      const turn = (p / 5) * 2 * Math.PI + n;
      const [dx, dy] = [Math.cos(turn), Math.sin(turn)];
      on.stroke(
        "Filbert, two colours",
        ["#b8322a", "#7a4fa0", "#c77d1e"][n % 3],
        [
          [cx + dx * 30, cy + dy * 26],
          [cx + dx * 6, cy + dy * 5],
        ],
        { values: { size: 30 }, second: "#f7e3c0", speed: 0.3, weight: swelling },
      );
    }
  }
  on.stroke("Spatter, thinned", "#3b2c28", across(566, 380, 560, -12), { weight: () => 0.8, speed: 1.2 });
}

/** A harbour with the whole of the set: washes first, thick paint on what has dried. */
export const quayside: DemoStudy = {
  name: "Low water at the quay",
  width: WIDTH,
  height: HEIGHT,
  paper: "#fbf8f0",
  paint: (on) => {
    sky(on);
    water(on);
    shed(on);
    boat(on);
    quay(on);
  },
};
