import { chance } from "@core/chance/counter";
import { arc, even, type Point, swelling } from "./hand";
import { wordStrokes, wordWidth } from "./letters";
import type { DemoStudy, StudyPainter } from "./study-painter";

const WIDTH = 1500;
const HEIGHT = 875;
/** The fascia that is painted. */
const board = { left: 130, top: 235, right: 1370, bottom: 565 };

const greens = ["#1d5d51", "#206558", "#1b564b", "#237062"] as const;
const GOLD = "#d9a441";
const DEEP = "#10302b";
const LIGHT = "#f6e6b4";

const lines = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => from + ((to - from) * (i + 0.5)) / count);

function wall(on: StudyPainter): void {
  on.chapter("Wall", "A wash of three greys, wet beside wet: nothing here may be sharp.");
  on.first("Wall");
  on.fill("#e3e6e0");
  lines(-10, HEIGHT + 10, 9).forEach((y, i) => {
    const colour = ["#c9d2cc", "#d8ddd6", "#bfcac5"][i % 3];
    const from = i % 2 === 0 ? -60 : WIDTH + 60;
    on.stroke(
      "Gilder’s size",
      colour,
      [
        [from, y],
        [WIDTH / 2, y + 14],
        [WIDTH - from, y - 6],
      ],
      { values: { size: 190 }, speed: 1.3, weight: () => 0.85, strays: 5 },
    );
  });
}

function snap(on: StudyPainter): void {
  on.chapter("Snap the lines", "Chalk first: the board, then where letters stand.");
  on.sheet("Lines");
  const { left, right } = board;
  for (const y of [board.top, board.bottom, 312, 488])
    on.stroke(
      "Chalk snap",
      "#6d7672",
      [
        [left - 24, y],
        [right + 24, y],
      ],
      { speed: 1.6, weight: () => 0.5 },
    );
  for (const x of [left, right])
    on.stroke(
      "Chalk snap",
      "#6d7672",
      [
        [x, board.top - 18],
        [x, board.bottom + 18],
      ],
      { speed: 2, weight: () => 0.5 },
    );
}

function fascia(on: StudyPainter): void {
  on.chapter(
    "Block the fascia",
    "One pull a course, edge to edge; leave the brush’s lines, they are the board’s grain.",
  );
  on.sheet("Fascia");
  const { left, top, right, bottom } = board;
  lines(top, bottom, 17).forEach((y, i) => {
    const shift = (chance(9, i, 1) - 0.5) * 16;
    on.stroke(
      "Enamel one-stroke",
      greens[i % greens.length],
      [
        [left + shift + 10, y],
        [(left + right) / 2, y + (chance(9, i, 2) - 0.5) * 5],
        [right + shift - 6, y + 1],
      ],
      { values: { size: 34, angle: 88, flow: 0.96 }, speed: 1.1, weight: even, strays: 1.5 },
    );
  });
  on.caption("Thin and long over it: a darker course here and there.");
  lines(top + 12, bottom - 12, 7).forEach((y, i) => {
    on.stroke(
      "Outliner, fine",
      i % 2 === 0 ? DEEP : "#2f8271",
      [
        [left + 30 + chance(3, i, 1) * 200, y + (chance(3, i, 4) - 0.5) * 30],
        [left + 500 + chance(3, i, 2) * 600, y + (chance(3, i, 4) - 0.5) * 30],
      ],
      { values: { size: 3, flow: 0.28 }, speed: 1.1, weight: swelling },
    );
  });
}

const HIGH = 176;

function word(): { strokes: Point[][]; left: number; top: number } {
  const left = (WIDTH - wordWidth("BREAD", HIGH, 0.38)) / 2;
  const top = 312;
  return { strokes: wordStrokes("BREAD", left, top, HIGH, 0.38), left, top };
}

function lettering(on: StudyPainter): void {
  const { strokes } = word();
  on.chapter("Letters", "The shade goes down before the letter: it tells where the light is.");
  on.sheet("Cast shadow", { blend: "multiply", opacity: 0.85 });
  for (const points of strokes)
    on.stroke(
      "Enamel one-stroke",
      DEEP,
      points.map(([x, y]): Point => [x + 11, y + 11]),
      { values: { size: 38, roundness: 0.55, angle: 40 }, speed: 0.9, weight: even },
    );
  on.sheet("Gold");
  on.caption("Gold in one stroke each, stems first; do not go back over it.");
  for (const points of strokes)
    on.stroke("Enamel one-stroke", GOLD, points, {
      values: { size: 38, roundness: 0.55, angle: 40 },
      speed: 0.8,
      weight: even,
    });
  on.sheet("On the gold", { keepsAlpha: false });
  on.caption("A hair of light on the side the lamp is on.");
  for (const points of strokes)
    on.stroke(
      "Outliner, fine",
      LIGHT,
      points.map(([x, y]): Point => [x - 5, y - 6]),
      { values: { size: 6 }, speed: 0.9, weight: swelling, strays: 0.6 },
    );
}

function gilding(on: StudyPainter): void {
  const { left, top, right, bottom } = board;
  on.chapter("Line and leaf", "The keyline holds the board together. Then leaf, and let it fall.");
  on.sheet("Keyline");
  const inset = 22;
  const frame: Point[] = [
    [left + inset, top + inset],
    [right - inset, top + inset],
    [right - inset, bottom - inset],
    [left + inset, bottom - inset],
    [left + inset, top + inset],
  ];
  for (let i = 0; i < 4; i++)
    on.stroke("Outliner, fine", GOLD, [frame[i], frame[i + 1]], {
      values: { size: 6 },
      speed: 1.1,
      weight: () => 0.9,
      strays: 0.5,
    });
  for (const [x, turn] of [
    [left + 118, 1],
    [right - 118, -1],
  ] as const) {
    on.stroke("Acanthus", "#c8933a", arc(x, 478, 62 * turn, 74, 200, 20), {
      values: { size: 44 },
      speed: 0.6,
      weight: swelling,
    });
    on.stroke("Acanthus", "#e0b860", arc(x, 362, 50 * turn, 60, 20, 190), {
      values: { size: 34 },
      speed: 0.6,
      weight: swelling,
    });
  }
  for (let i = 0; i < 5; i++)
    on.stroke(
      "Gold flake",
      i % 2 === 0 ? "#efcf7d" : GOLD,
      [
        [left + 120 + i * 230, 540],
        [left + 240 + i * 230, 530 + chance(4, i, 1) * 14],
      ],
      { values: { size: 16, flow: 0.7 }, speed: 0.7 },
    );
}

function below(on: StudyPainter): void {
  on.chapter("Shade and wood", "Under the board it is dark: the shade is firm above and gone below.");
  on.on(1);
  const shade = on.sheet("Under the board", { blend: "multiply" });
  on.on(shade);
  for (const dy of [6, 18])
    on.stroke(
      "Drop shade",
      "#4d5652",
      [
        [board.left - 6, board.bottom + dy + 14],
        [board.right + 10, board.bottom + dy + 14],
      ],
      { values: { size: 76, angle: 90, flow: 0.2 }, speed: 2, weight: () => 0.8 },
    );
  on.sheet("Wood");
  const browns = ["#5a4032", "#6b4d3b", "#4c362b", "#755744"] as const;
  lines(648, HEIGHT + 8, 11).forEach((y, i) => {
    on.stroke(
      "Enamel one-stroke",
      browns[i % browns.length],
      [
        [board.left + 30 + (chance(5, i, 1) - 0.5) * 18, y],
        [WIDTH / 2, y + (chance(5, i, 2) - 0.5) * 6],
        [board.right - 30 + (chance(5, i, 3) - 0.5) * 18, y],
      ],
      { values: { size: 28, angle: 88 }, speed: 1.1 },
    );
  });
  lines(650, HEIGHT, 16).forEach((y, i) => {
    on.stroke(
      "Outliner, fine",
      i % 3 === 0 ? "#8d6b52" : "#382720",
      [
        [board.left + 60 + chance(6, i, 1) * 420, y + 4],
        [WIDTH / 2 + chance(6, i, 4) * 90, y + (chance(6, i, 2) - 0.5) * 9],
        [board.right - 60 - chance(6, i, 3) * 420, y + 4],
      ],
      { values: { size: 4, flow: 0.5 }, speed: 1.1, weight: swelling },
    );
  });
}

function lamps(on: StudyPainter): void {
  on.chapter("Lamps", "Light is laid last, and only with what adds to it.");
  on.sheet("Lamps", { blend: "plus-lighter", opacity: 0.75 });
  for (const x of [420, 1080])
    for (const [size, colour] of [
      [230, "#4a452e"],
      [130, "#6d643f"],
      [54, "#fff6d8"],
    ] as const)
      on.stroke(
        "Gilder’s size",
        colour,
        [
          [x - 6, 96],
          [x + 6, 98],
          [x - 2, 102],
        ],
        { values: { size }, speed: 0.08, weight: () => 1, strays: 0 },
      );
}

/** The workshop's fascia, from chalk to lamplight. */
export const bread: DemoStudy = {
  name: "Bread, first light",
  width: WIDTH,
  height: HEIGHT,
  paper: "#e6e8e3",
  paint: (on) => {
    wall(on);
    snap(on);
    fascia(on);
    lettering(on);
    gilding(on);
    below(on);
    lamps(on);
  },
};
