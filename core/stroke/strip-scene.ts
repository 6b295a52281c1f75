import { type Brush, scaledBrush } from "../brush";
import type { Sample } from "../hand/sample";
import { type Room, type SimulatedHand, slowSwell } from "../hand/simulate";
import { noPictures, type Pictures } from "../picture/picture";
import { type Bed, bedFor, bedRoom } from "./bed";
import { type Reach, reachBeyond } from "./reach";

/** What a strip shows: strokes of a brush that fit into it. */
export interface StripScene {
  /** The brush, smaller where its marks would be cut. */
  readonly brush: Brush;
  readonly strokes: readonly (readonly Sample[])[];
  /** What lies below, for a brush that takes some up. */
  readonly bed: Bed | undefined;
}

/** px that marks keep off the strip's edges. */
const MARGIN = 2;
/** The least share of the strip's height in which the hand swings. */
const LEAST_SWING = 0.14;
/** The largest brush, as a share of the strip's height. */
const LARGEST = 0.6;
/** Chance falls otherwise in another room: how often the room is made anew. */
const TRIES = 12;

/**
 * Strokes in a strip of this size, px, by a slow swell or another hand, with a brush of which no mark is cut at an edge: the
 * room is made smaller by what strays from the path, and the brush, too, where that leaves no room.
 * @param pictures those that the tip names, by whose sides marks are measured
 */
export function stripScene(
  brush: Brush,
  width: number,
  height: number,
  pictures: Pictures = noPictures,
  hand: SimulatedHand = slowSwell,
): StripScene {
  let times = Math.min(1, (height * LARGEST) / brush.tip.size);
  let room: Room = { left: height * 0.3, top: height * 0.2, width: width - height * 0.6, height: height * 0.6 };
  for (let n = 0; ; n++) {
    const shown = scaledBrush(brush, times);
    const strokes = hand(room).strokes;
    const beyond = reachBeyond(shown, strokes, room, pictures);
    if (n === TRIES || isWithin(room, beyond, width, height))
      return {
        brush: shown,
        strokes,
        bed: bedFor([brush], bedRoom(width, height)),
      };
    const free = height - 2 * MARGIN - beyond.top - beyond.bottom;
    if (free < height * LEAST_SWING || width - beyond.left - beyond.right < width / 2) times *= 0.8;
    else room = inside(beyond, width, height, n > TRIES / 2 ? 2 * MARGIN : MARGIN);
  }
}

function isWithin(room: Room, { left, top, right, bottom }: Reach, width: number, height: number): boolean {
  return (
    room.left - left >= 0 &&
    room.top - top >= 0 &&
    room.left + room.width + right <= width &&
    room.top + room.height + bottom <= height
  );
}

/** The room that keeps what reaches beyond it within the strip; not higher than a hand swings anyway. */
function inside(beyond: Reach, width: number, height: number, margin: number): Room {
  const left = Math.max(height * 0.3, Math.ceil(beyond.left) + margin);
  const right = Math.max(height * 0.3, Math.ceil(beyond.right) + margin);
  const top = Math.max(height * 0.2, Math.ceil(beyond.top) + margin);
  const bottom = Math.max(height * 0.2, Math.ceil(beyond.bottom) + margin);
  return { left, top, width: width - left - right, height: Math.max(1, height - top - bottom) };
}
