import { arc, type Point } from "./hand";

// Capitals of single lines, as a sign painter strokes them: our own, in a box one high; y grows downward.
const bowl = (top: number, bottom: number, reach: number): Point[] => [
  [0, top],
  [reach * 0.5, top],
  ...arc(reach * 0.5, (top + bottom) / 2, reach * 0.5, (bottom - top) / 2, -90, 90),
  [0, bottom],
];
const stem: Point[] = [
  [0, 0],
  [0, 1],
];

/** The strokes of each letter, in the order in which they are painted, and how wide it is. */
export const letters: Readonly<Record<string, { readonly wide: number; readonly strokes: readonly Point[][] }>> = {
  B: { wide: 0.62, strokes: [stem, bowl(0, 0.47, 0.56), bowl(0.47, 1, 0.64)] },
  R: {
    wide: 0.64,
    strokes: [
      stem,
      bowl(0, 0.5, 0.58),
      [
        [0.28, 0.5],
        [0.64, 1],
      ],
    ],
  },
  E: {
    wide: 0.54,
    strokes: [
      stem,
      [
        [0, 0],
        [0.54, 0],
      ],
      [
        [0, 0.48],
        [0.44, 0.48],
      ],
      [
        [0, 1],
        [0.56, 1],
      ],
    ],
  },
  A: {
    wide: 0.76,
    strokes: [
      [
        [0.38, 0],
        [0, 1],
      ],
      [
        [0.38, 0],
        [0.76, 1],
      ],
      [
        [0.14, 0.64],
        [0.62, 0.64],
      ],
    ],
  },
  D: { wide: 0.68, strokes: [stem, bowl(0, 1, 0.68)] },
};

/** The strokes of a word, px, its top left corner at a place. */
export function wordStrokes(word: string, left: number, top: number, height: number, gap = 0.3): Point[][] {
  let x = left;
  return [...word].flatMap((letter) => {
    const { wide, strokes } = letters[letter];
    const placed = strokes.map((points) => points.map(([u, v]): Point => [x + u * height, top + v * height]));
    x += (wide + gap) * height;
    return placed;
  });
}

/** How wide a word is, px. */
export function wordWidth(word: string, height: number, gap = 0.3): number {
  return [...word].reduce((sum, letter) => sum + (letters[letter].wide + gap) * height, -gap * height);
}
