import type { Curve } from "@core/response/model";

/** Shapes that a curve can begin with. */
export const curvePresets: readonly { readonly name: string; readonly curve: Curve }[] = [
  {
    name: "even",
    curve: [
      [0, 0],
      [1, 1],
    ],
  },
  {
    name: "soft",
    curve: [
      [0, 0],
      [0.5, 0.22],
      [1, 1],
    ],
  },
  {
    name: "firm",
    curve: [
      [0, 0],
      [0.5, 0.78],
      [1, 1],
    ],
  },
  {
    name: "slow at both ends",
    curve: [
      [0, 0],
      [0.25, 0.08],
      [0.75, 0.92],
      [1, 1],
    ],
  },
  {
    name: "late",
    curve: [
      [0, 0],
      [0.6, 0],
      [1, 1],
    ],
  },
  {
    name: "soon full",
    curve: [
      [0, 0],
      [0.4, 1],
      [1, 1],
    ],
  },
  {
    name: "a step",
    curve: [
      [0, 0],
      [0.48, 0],
      [0.52, 1],
      [1, 1],
    ],
  },
  {
    name: "back and forth",
    curve: [
      [0, 0],
      [0.5, 1],
      [1, 0],
    ],
  },
];
