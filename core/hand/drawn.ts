import type { Hand } from "./sample";
import { type SimulatedHand, simulatedHands } from "./simulate";

/** A simulated hand by its name, or strokes that somebody has drawn. */
export type HandChoice = keyof typeof simulatedHands | Hand;

/** What a choice draws in a room. */
export function handOf(choice: HandChoice): SimulatedHand {
  return typeof choice === "string" ? simulatedHands[choice] : drawnHand(choice);
}

/**
 * Strokes that were drawn somewhere, laid into a room: in its middle, as large as they fit, neither stretched nor turned. Times
 * stay, so that a smaller hand is a slower one. A single dot lies in the middle.
 */
export function drawnHand({ name, strokes }: Hand): SimulatedHand {
  const samples = strokes.flat();
  const [left, right] = ends(samples.map(({ x }) => x));
  const [top, bottom] = ends(samples.map(({ y }) => y));
  return (room) => {
    const times = Math.min(room.width / Math.max(right - left, 1), room.height / Math.max(bottom - top, 1));
    const x0 = room.left + (room.width - (right - left) * times) / 2;
    const y0 = room.top + (room.height - (bottom - top) * times) / 2;
    const laid = strokes.map((stroke) =>
      stroke.map((sample) => ({ ...sample, x: x0 + (sample.x - left) * times, y: y0 + (sample.y - top) * times })),
    );
    return { name, strokes: laid };
  };
}

function ends(values: readonly number[]): readonly [number, number] {
  return values.reduce(([low, high], value) => [Math.min(low, value), Math.max(high, value)], [
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
  ] as readonly [number, number]);
}
