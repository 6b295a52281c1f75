import type { Sample } from "./sample";

/** Painters of other means than the maker's. */
export const painterKinds = ["full pen", "pressure only", "mouse", "left hand"] as const;

export type PainterKind = (typeof painterKinds)[number];

/** A reading as another painter's pen would give it: without what it cannot feel, or leaning as in the left hand. */
export function asPainter(kind: PainterKind): (sample: Sample) => Sample {
  switch (kind) {
    case "full pen":
      return (sample) => sample;
    case "pressure only":
      return ({ x, y, time, pressure }) => ({ x, y, time, ...(pressure === undefined ? {} : { pressure }) });
    case "mouse":
      return ({ x, y, time }) => ({ x, y, time });
    case "left hand":
      return ({ lean, twist, ...sample }) => ({
        ...sample,
        ...(lean === undefined ? {} : { lean: (540 - lean) % 360 }),
        ...(twist === undefined ? {} : { twist: (360 - twist) % 360 }),
      });
  }
}
