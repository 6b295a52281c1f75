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

/** What lies below strokes: a wet wash, or upright bars of three colours, thick where a knife is to scrape them. */
export interface Bed {
  readonly kind: "bars" | "thick bars" | "wash";
  readonly room: Room;
}

/**
 * What lies below strips of brushes that are seen beside one another, the same for all of them: all over a strip where one of them shows
 * little on bare paper, in its second half where one takes up some, nothing where none does.
 */
export function bedFor(brushes: readonly Brush[], room: Room): Bed | undefined {
  if (brushes.some(needsBed)) return { kind: bedKind(brushes), room };
  if (!brushes.some(({ paint }) => paint.mixing > 0)) return undefined;
  return { kind: bedKind(brushes), room: { ...room, left: room.left + room.width * 0.5, width: room.width * 0.42 } };
}

/** As `bedFor`, all over the room whether a brush needs it or not. */
export function wholeBedFor(brushes: readonly Brush[], room: Room): Bed {
  return { kind: bedKind(brushes), room };
}

/** A wash where all that show nothing without one ask for it, and none asks for bars. */
function bedKind(brushes: readonly Brush[]): Bed["kind"] {
  const asking = brushes.filter(needsBed);
  if (asking.length > 0 && asking.every(needsWetBed)) return "wash";
  return brushes.some(({ paint }) => paint.taking === "dragged" && paint.body > 0) ? "thick bars" : "bars";
}

/** Where paint lies below the strokes of a strip of this size, px. */
export function bedRoom(width: number, height: number): Room {
  return { left: 0, top: height * 0.1, width, height: height * 0.8 };
}

/** Lays a bed. */
export function paintBed(surface: Surface, { kind, room }: Bed): void {
  if (kind === "wash") paintWash(surface, room);
  else paintBars(surface, room, kind === "thick bars");
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
