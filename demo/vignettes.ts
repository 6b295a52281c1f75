import { arc, even, type Point, swelling } from "./hand";
import { wordStrokes } from "./letters";
import type { DemoStudy, StudyPainter } from "./study-painter";

const WIDTH = 600;
const HEIGHT = 400;
const INK = "#1f2a30";
const GOLD = "#d9a441";
const GREEN = "#1d6b57";

/** A small picture with one brush alone. */
function vignette(brush: string, name: string, paper: string, paint: (on: StudyPainter) => void): DemoStudy {
  return { name, brush, width: WIDTH, height: HEIGHT, paper, paint };
}

const wave = (y: number, high: number, turns = 1): Point[] =>
  Array.from({ length: 25 }, (_, i) => [70 + (i / 24) * 460, y + Math.sin((i / 24) * Math.PI * 2 * turns) * high]);

/** What the workshop painted with each brush of its set. */
export const vignettes: readonly DemoStudy[] = [
  vignette("Chalk snap", "Lines for a word", "#2b3432", (on) => {
    for (const y of [110, 200, 290])
      on.stroke(
        "Chalk snap",
        "#e8ebe4",
        [
          [50, y],
          [550, y],
        ],
        { speed: 2 },
      );
    for (const points of wordStrokes("RED", 130, 115, 170, 0.34))
      on.stroke("Chalk snap", "#f4d58a", points, { speed: 0.8, values: { size: 4 } });
  }),
  vignette("Outliner, fine", "A border", "#f6f1e2", (on) => {
    for (const inset of [40, 56])
      on.stroke(
        "Outliner, fine",
        GREEN,
        [
          [inset, inset],
          [600 - inset, inset],
          [600 - inset, 400 - inset],
          [inset, 400 - inset],
          [inset, inset],
        ],
        {
          values: { size: inset === 40 ? 8 : 4 },
          speed: 1,
        },
      );
    for (let i = 0; i < 6; i++)
      on.stroke("Outliner, fine", INK, arc(120 + i * 72, 200, 44, 90, 200 - i * 8, 520 - i * 8, 30), {
        values: { size: 5 },
        weight: swelling,
      });
  }),
  vignette("Lettering quill, long", "Three pulls and a flourish", "#fdfdfd", (on) => {
    for (let i = 0; i < 3; i++)
      on.stroke("Lettering quill, long", INK, wave(120 + i * 74, 26 - i * 8), { weight: swelling, speed: 0.6 });
    on.stroke("Lettering quill, long", "#9b2038", arc(300, 320, 210, 44, 180, 520, 40), {
      values: { size: 26 },
      weight: swelling,
    });
  }),
  vignette("Enamel one-stroke", "A for enamel", "#e9e4d4", (on) => {
    for (const points of wordStrokes("A", 195, 70, 260)) {
      on.stroke(
        "Enamel one-stroke",
        INK,
        points.map(([x, y]): Point => [x + 9, y + 9]),
        { weight: even },
      );
      on.stroke("Enamel one-stroke", "#9b2038", points, { weight: even });
    }
  }),
  vignette("Drop shade", "A step in the light", "#dfe3dd", (on) => {
    for (let i = 0; i < 4; i++)
      on.stroke(
        "Drop shade",
        "#56605b",
        [
          [90 + i * 36, 90 + i * 72],
          [520, 90 + i * 72],
        ],
        { values: { size: 70 }, speed: 1.4 },
      );
  }),
  vignette("Gilder’s size", "Film over film", "#1c2b28", (on) => {
    for (let i = 0; i < 5; i++)
      on.stroke("Gilder’s size", i % 2 === 0 ? GOLD : "#efd48c", wave(90 + i * 55, 14 + i * 3), {
        values: { size: 78 },
        speed: 0.9,
        weight: () => 0.8,
      });
  }),
  vignette("Gold flake", "Leaf let fall", "#16312b", (on) => {
    for (let i = 0; i < 7; i++)
      on.stroke(
        "Gold flake",
        ["#efcf7d", GOLD, "#b9822b"][i % 3],
        arc(300, 210, 230 - i * 24, 140 - i * 12, 190 + i * 11, 330 + i * 25),
        { speed: 0.7 },
      );
  }),
  vignette("Leaf, torn", "A branch", "#f4f2ea", (on) => {
    on.stroke(
      "Leaf, torn",
      GREEN,
      [
        [60, 330],
        [220, 250],
        [380, 210],
        [540, 90],
      ],
      { values: { size: 56 }, speed: 0.5, weight: swelling },
    );
    for (const [x, y] of [
      [200, 140],
      [330, 320],
      [470, 260],
    ] as const)
      on.stroke(
        "Leaf, torn",
        "#7f9b3e",
        [
          [x - 30, y + 20],
          [x + 34, y - 24],
        ],
        { values: { size: 44 }, speed: 0.4, weight: swelling },
      );
  }),
  vignette("Acanthus", "A scroll", "#efe7d2", (on) => {
    on.stroke("Acanthus", "#7b5a24", arc(220, 210, 140, 120, 160, 500, 40), { speed: 0.6, weight: swelling });
    on.stroke("Acanthus", "#a97f36", arc(400, 200, 120, 110, 340, 20, 40), { speed: 0.6, weight: swelling });
  }),
];
