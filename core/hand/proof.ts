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
  /** Where the hand moves. */
  readonly room: Room;
  /** Where its tip may reach, and what lies below may lie. */
  readonly bed: Room;
  readonly strokes: Hand["strokes"];
}

/** The narrowest room of a small proof, px. */
const NARROWEST = 148;

/**
 * The bands of a paper in which strokes lie, as shares of its height: below its tools the main stroke's, then the small ones',
 * and below these their names.
 */
const BANDS = { main: { top: 0.135, bottom: 0.61 }, small: { top: 0.64, bottom: 0.9 } } as const;
/** Where the names of the small proofs stand, as a share of the height. */
export const CAPTIONS_TOP = 0.91;
/** How large a brush may be for the height of its band; larger ones are shown smaller. */
const LARGEST = { main: 0.78, small: 0.72 };
/** The least share of its band in which a hand moves. */
const LEAST = 0.16;

interface Band {
  readonly top: number;
  readonly bottom: number;
}

function bandOf({ top, bottom }: Band, height: number): Pick<Room, "top" | "height"> {
  return { top: top * height, height: (bottom - top) * height };
}

/** The part of a band in which a hand moves, so that its tip stays in it. @param span how wide its strokes are, px */
function within(band: Band, height: number, span: number): Pick<Room, "top" | "height"> {
  const whole = bandOf(band, height);
  const room = Math.max(whole.height * LEAST, whole.height - span);
  return { top: whole.top + (whole.height - room) / 2, height: room };
}

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
  /** How large a brush is drawn in a band, and what is said of it. */
  const fitted = (band: keyof typeof BANDS, label: string, scale: number) => {
    const { top, bottom } = BANDS[band];
    const most = (bottom - top) * height * LARGEST[band];
    if (size * scale <= most) return { label, scale };
    const smaller = most / size;
    return { label: `${label}, at ${Math.max(1, Math.round(smaller * 100))} % of its size`, scale: smaller };
  };
  const edge = Math.max(16, width * 0.035);
  const whole = fitted("main", "main stroke", 1);
  const room: Room = { left: edge, width: width - 2 * edge, ...within(BANDS.main, height, size * whole.scale) };
  const shown = names.slice(0, Math.max(1, Math.floor((width - edge) / NARROWEST)));
  const gap = width * 0.03;
  const each = (width - 2 * edge - gap * (shown.length - 1)) / Math.max(1, shown.length);
  return [
    {
      ...whole,
      room,
      bed: { ...room, ...bandOf(BANDS.main, height) },
      strokes: mainStrokes(main, room, width, height),
      below: "nothing",
    },
    ...shown.map((name, n): Proof => {
      const { draw, below, scale } = kinds[name];
      const fit = fitted("small", name, scale);
      const small = {
        left: edge + n * (each + gap),
        width: each,
        ...within(BANDS.small, height, size * fit.scale),
      };
      const bed = { ...small, ...bandOf(BANDS.small, height) };
      return { ...fit, room: small, bed, strokes: draw(small).strokes, below };
    }),
  ];
}

function mainStrokes(main: MainHand, room: Room, width: number, height: number): Hand["strokes"] {
  if (typeof main === "string") return simulatedHands[main](room).strokes;
  return [main.map((sample) => ({ ...sample, x: sample.x * width, y: sample.y * height }))];
}
