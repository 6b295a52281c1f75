import type { Brush } from "@core/brush";
import { type Quality, qualityRow } from "@core/qualities/table";

/** Sizes that are a step apart to the eye, px. */
const SIZES = [4, 8, 16, 24, 40, 64, 100, 160, 250];
const SHARES = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1];
const ANGLES = [0, 15, 30, 45, 60, 75, 90, 120, 150];
const SPACINGS = [0.02, 0.05, 0.1, 0.15, 0.25, 0.5, 1, 1.5, 2];
const MOST = 10;

/** What the digits 1, 2, … 9, 0 take of a quality: the stops that its maker gave it, or usual ones within its range. */
export function digitStops(brush: Brush, name: Quality): readonly number[] {
  const own = brush.stops[name];
  if (own) return own.slice(0, MOST);
  const { unit, low, high } = qualityRow(name);
  const usual =
    name === "size"
      ? SIZES
      : name === "spacing"
        ? SPACINGS
        : unit === "share"
          ? SHARES
          : unit === "degrees"
            ? ANGLES
            : Array.from({ length: 9 }, (_, i) => Number((low + ((high - low) * i) / 8).toPrecision(2)));
  return usual.filter((value) => value >= low && value <= high);
}

/** What a digit takes; undefined where there are not so many stops. */
export function stopOfDigit(stops: readonly number[], digit: string): number | undefined {
  return stops[digit === "0" ? 9 : Number(digit) - 1];
}
