import { type Brush, parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { simulatedHands } from "@core/hand/simulate";
import { noPictures, type Pictures } from "@core/picture/picture";
import { needsBed, wholeBedFor } from "@core/stroke/bed";
import { renderHand } from "@core/stroke/render";
import parts from "./brushes.json" with { type: "json" };

const WIDTH = 300;
const HEIGHT = 130;
const ROOM = { left: 20, top: 22, width: 260, height: 86 };
const INK = { colour: hexToRgb("#1f3a4d"), second: hexToRgb("#d9a441") };
const hands = Object.keys(simulatedHands) as (keyof typeof simulatedHands)[];

export interface Golden {
  readonly name: string;
  readonly brush: Brush;
  readonly hand: (typeof hands)[number];
}

/** Brushes as they were written down, each with a hand: the hands take turns. */
export const goldenStrokes: readonly Golden[] = parts.map((part, n) => {
  const brush = parseBrush(part);
  const hand = hands[n % hands.length];
  return { name: `${brush.name} · ${hand}`, brush, hand };
});

/** The SHA-256 of the pixels that a stroke leaves, in hexadecimal. */
export async function digestOf({ brush, hand }: Golden, pictures: Pictures = noPictures): Promise<string> {
  const pixels = renderHand({
    brush,
    strokes: simulatedHands[hand](ROOM).strokes,
    width: WIDTH,
    height: HEIGHT,
    ink: INK,
    paper: hexToRgb("#f7f3ea"),
    seed: 7,
    bed: needsBed(brush) ? wholeBedFor([brush], ROOM) : undefined,
    pictures,
  });
  const bytes = new Uint8Array(await crypto.subtle.digest("SHA-256", pixels));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}
