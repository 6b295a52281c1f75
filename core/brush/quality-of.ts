import { type Quality, qualityRow } from "../qualities/table";
import type { Brush } from "./schema";

/** What this file needs of a brush: a brush that is being taken apart has it, too. */
type Bodies = Pick<Brush, "tip" | "trail" | "ground" | "paint">;

/** A quality's own value in a brush; null where it has none: a smooth brush has no depth, an endless load no length. */
export function ownValue(brush: Bodies, name: Quality): number | null {
  // The one place where a quality is reached by its name: a body's schema holds every one of its rows.
  const body = brush[qualityRow(name).body] as Readonly<Record<string, unknown>> | null;
  const value = body?.[name];
  return typeof value === "number" ? value : null;
}

/** Whether a brush has a value of this quality that can be shown, changed and driven. */
export function isThere(brush: Bodies, name: Quality): boolean {
  return ownValue(brush, name) !== null;
}

/** The brush with another value of a quality, kept within its range; the same brush where it has no such body. */
export function withValue<B extends Bodies>(brush: B, name: Quality, value: number): B {
  const { body, low, high } = qualityRow(name);
  if (brush[body] === null) return brush;
  return { ...brush, [body]: { ...brush[body], [name]: Math.min(high, Math.max(low, value)) } };
}

/** The brush with other values of some qualities. */
export function withValues<B extends Bodies>(brush: B, values: Readonly<Partial<Record<Quality, number>>>): B {
  return Object.entries(values).reduce((now, [name, value]) => withValue(now, name as Quality, value), brush);
}
