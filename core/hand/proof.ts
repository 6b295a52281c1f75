import type { Hand, Sample } from "./sample";
import {
  crossings,
  dots,
  fastSlow,
  flicks,
  hatch,
  lightToHeavy,
  type Room,
  type SimulatedHand,
  simulatedHands,
  slowSwell,
  wave,
} from "./simulate";

/** What lies below a proof's strokes: nothing, wet colour on the same layer, or colour on a layer below. */
export type ProofBelow = "nothing" | "wet" | "layer";

interface ProofKind {
  readonly draw: SimulatedHand;
  readonly below: ProofBelow;
  /** The share of the brush's size. */
  readonly scale: number;
}

const kinds = {
  flicks: { draw: flicks, below: "nothing", scale: 1 },
  crossings: { draw: crossings, below: "nothing", scale: 1 },
  "over wet colour": { draw: wave, below: "wet", scale: 1 },
  "light to heavy": { draw: lightToHeavy, below: "nothing", scale: 1 },
  dots: { draw: dots, below: "nothing", scale: 1 },
  hatch: { draw: hatch, below: "nothing", scale: 1 },
  "slow and fast": { draw: fastSlow, below: "nothing", scale: 1 },
  "over another layer": { draw: wave, below: "layer", scale: 1 },
  "a quarter of the size": { draw: slowSwell, below: "nothing", scale: 0.25 },
} as const satisfies Record<string, ProofKind>;

export type ProofName = keyof typeof kinds;
export const proofNames = Object.keys(kinds) as [ProofName, ...ProofName[]];
/** Those that are shown where nobody has chosen. */
export const usualProofs: readonly ProofName[] = proofNames.slice(0, 5);

/** Who draws the main stroke: a simulated hand by its short name, or a recorded stroke in shares of the paper's sides. */
export type MainHand = keyof typeof simulatedHands | readonly Sample[];

/** One proof on the bench's paper. */
export interface Proof extends Omit<ProofKind, "draw"> {
  readonly label: string;
  readonly room: Room;
  readonly strokes: Hand["strokes"];
}

/** The narrowest room of a small proof, px. */
const NARROWEST = 148;

/** How large a brush may be for the height of the main stroke's room, and of a small proof's; larger ones are shown smaller. */
const LARGEST = { main: 0.9, small: 1.1 };

/**
 * All proofs of a paper of this size, px: the main stroke above, the small ones in a row below, as many as there is room for.
 * @param size the brush's, px: where it is too large for a proof's room, the proof is drawn smaller, and its label says so
 */
export function proofsOn(
  width: number,
  height: number,
  names: readonly ProofName[] = usualProofs,
  main: MainHand = "slow-swell",
  size = 0,
): Proof[] {
  const fitted = (proof: Proof, largest = LARGEST.small): Proof => {
    const most = proof.room.height * largest;
    if (size * proof.scale <= most) return proof;
    const scale = most / size;
    return { ...proof, scale, label: `${proof.label}, at ${Math.max(1, Math.round(scale * 100))} % of its size` };
  };
  const edge = Math.max(16, width * 0.035);
  const room: Room = { left: edge, top: height * 0.12, width: width - 2 * edge, height: height * 0.42 };
  const shown = names.slice(0, Math.max(1, Math.floor((width - edge) / NARROWEST)));
  const gap = width * 0.03;
  const each = (width - 2 * edge - gap * (shown.length - 1)) / Math.max(1, shown.length);
  return [
    fitted(
      { label: "main stroke", room, strokes: mainStrokes(main, room, width, height), below: "nothing", scale: 1 },
      LARGEST.main,
    ),
    ...shown.map((name, n): Proof => {
      const { draw, below, scale } = kinds[name];
      const small = { left: edge + n * (each + gap), top: height * 0.66, width: each, height: height * 0.22 };
      return fitted({ label: name, room: small, strokes: draw(small).strokes, below, scale });
    }),
  ];
}

function mainStrokes(main: MainHand, room: Room, width: number, height: number): Hand["strokes"] {
  if (typeof main === "string") return simulatedHands[main](room).strokes;
  return [main.map((sample) => ({ ...sample, x: sample.x * width, y: sample.y * height }))];
}
