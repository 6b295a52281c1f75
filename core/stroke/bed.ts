import { type Brush, parseBrush } from "../brush";
import { hexToRgb } from "../colour/srgb";
import type { Room } from "../hand/simulate";
import type { Quality } from "../qualities/table";
import type { Surface } from "../surface/surface";
import { paintHand } from "./painter";

const COLOURS = ["#d8963c", "#2f6f8f", "#d9d2bf"].map(hexToRgb);
const LEAST_SHARE = 0.6;
/** How thick paint is that a knife can scrape. */
const THICK = 0.5;
/** A wash that stays wet for two minutes: longer than a proof takes. */
const WASH = { opacity: 0.6, water: 1, spread: 0.4, granulation: 0.15, dryAfter: 120_000 } as const;

/** Whether a brush shows little on bare paper, so that its proofs need paint below them. */
export function needsBed(brush: Brush): boolean {
  return brush.paint.mixing >= LEAST_SHARE || brush.paint.soften > 0 || needsWetBed(brush);
}

/** Whether it shows nothing but in a wash that is wet: it lifts, or is clear water. */
function needsWetBed({ paint }: Brush): boolean {
  return paint.lift > 0 || (paint.water > 0 && paint.lightness >= 0.9);
}

/** What paint is to be like on which a painter tries a brush: a wash that stays wet, paint that stands up, or neither. */
export function bedPaint(brush: Brush): Partial<Record<Quality, number>> {
  return needsWetBed(brush) ? WASH : brush.paint.body > 0 ? { body: THICK } : {};
}

/**
 * Where paint lies below a brush's strip: all over it for one that shows little on bare paper, in its second half for one that
 * takes up some, nowhere for the others.
 */
export function bedRoom(brush: Brush, room: Room): Room | undefined {
  if (needsBed(brush)) return room;
  if (brush.paint.mixing === 0) return undefined;
  return { ...room, left: room.left + room.width * 0.5, width: room.width * 0.42 };
}

/** Lays over a room what a brush is to be seen on: a wet wash, or upright bars of three colours. */
export function paintBed(surface: Surface, room: Room, brush: Brush): void {
  if (needsWetBed(brush)) paintWash(surface, room);
  else paintBars(surface, room, brush.paint.taking === "dragged" && brush.paint.body > 0);
}

/** A wash that ends as the hand's clock begins. */
function paintWash(surface: Surface, { left, top, width, height }: Room): void {
  const brush = parseBrush({
    level: 1,
    name: "wet bed",
    tip: { shape: { kind: "rectangle", corner: 0.3 }, size: Math.min(2000, height * 0.9), hardness: 0.9 },
    trail: { spacing: 0.05 },
    paint: { build: "even", ...WASH },
  });
  const y = top + height / 2;
  const samples = [
    { x: left + height / 2, y, time: -200, pressure: 1 },
    { x: Math.max(left + height / 2 + 1, left + width - height / 2), y, time: -100, pressure: 1 },
  ];
  paintHand(surface, brush, { colour: COLOURS[1], second: COLOURS[0] }, [samples], 1);
}

/** @param isThick whether they stand up, so that a knife can scrape them */
function paintBars(surface: Surface, { left, top, width, height }: Room, isThick: boolean): void {
  const bars = Math.max(3, Math.round(width / Math.max(24, height * 0.32)));
  const each = width / bars;
  const brush = parseBrush({
    level: 1,
    name: "bed",
    tip: { shape: { kind: "rectangle", corner: 0.3 }, size: Math.min(2000, each * 0.8), hardness: 0.9 },
    trail: { spacing: 0.05 },
    paint: { build: "even", body: isThick ? THICK : 0 },
  });
  for (let n = 0; n < bars; n++) {
    const x = left + each * (n + 0.5);
    const samples = [
      { x, y: top + each / 2, time: 0, pressure: 1 },
      { x, y: Math.max(top + each / 2 + 1, top + height - each / 2), time: 100, pressure: 1 },
    ];
    paintHand(surface, brush, { colour: COLOURS[n % COLOURS.length], second: COLOURS[0] }, [samples], 1);
  }
}
