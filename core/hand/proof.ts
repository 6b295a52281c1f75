import type { Hand } from "./sample";
import { crossings, dots, flicks, lightToHeavy, type Room, slowSwell, wave } from "./simulate";

/** The hand that draws every line of a shelf or specimen in a strip of this size, px. */
export function stripHand(width: number, height: number): Hand {
  return slowSwell({ left: height * 0.3, top: height * 0.2, width: width - height * 0.6, height: height * 0.6 });
}

/** One proof on the bench's paper. */
export interface Proof {
  readonly label: string;
  readonly room: Room;
  readonly strokes: Hand["strokes"];
  /** Wet colour that lies below, drawn first. */
  readonly wash: boolean;
}

/** All proofs of a paper of this size, px: the main stroke above, the small ones in a row below. */
export function proofsOn(width: number, height: number): Proof[] {
  const edge = Math.max(16, width * 0.035);
  const main: Room = { left: edge, top: height * 0.12, width: width - 2 * edge, height: height * 0.42 };
  const small = [
    { label: "flicks", draw: flicks, wash: false },
    { label: "crossings", draw: crossings, wash: false },
    { label: "over wet colour", draw: wave, wash: true },
    { label: "light to heavy", draw: lightToHeavy, wash: false },
    { label: "dots", draw: dots, wash: false },
  ];
  // A narrow paper has room for fewer of them.
  const shown = small.slice(0, Math.max(1, Math.min(small.length, Math.floor((width - edge) / 170))));
  const gap = width * 0.03;
  const each = (width - 2 * edge - gap * (shown.length - 1)) / shown.length;
  return [
    { label: "main stroke", room: main, strokes: slowSwell(main).strokes, wash: false },
    ...shown.map(({ label, draw, wash }, n) => {
      const room = { left: edge + n * (each + gap), top: height * 0.66, width: each, height: height * 0.22 };
      return { label, room, strokes: draw(room).strokes, wash };
    }),
  ];
}
