import { ownValue, withValue } from "../brush/quality-of";
import type { Brush } from "../brush/schema";
import type { Sample } from "../hand/sample";
import { handWork } from "./work";

/** A brush whose strokes are no more work than they may be, and whether it had to be made plainer for that. */
export interface Thrifty {
  readonly brush: Brush;
  readonly plainer: boolean;
}

/** How often a brush is made plainer at most: no brush is so costly that more would help. */
const TRIES = 24;

/**
 * A brush that shows about what it does, and paints a hand's strokes with no more work than `most` (as `handWork` counts it):
 * fewer marks at a step, then marks farther apart, fewer hairs, and at last no paint taken up.
 */
export function thrifty(brush: Brush, strokes: readonly (readonly Sample[])[], room: number, most: number): Thrifty {
  let plain = brush;
  for (let n = 0; n < TRIES && handWork(plain, strokes, room) > most; n++) plain = plainer(plain);
  return { brush: plain, plainer: plain !== brush };
}

function plainer(brush: Brush): Brush {
  const { shape, over } = brush.tip;
  const count = ownValue(brush, "count") ?? 1;
  if (count > 1) return withValue(brush, "count", Math.floor(count / 2));
  if (over && over.count > 1)
    return { ...brush, tip: { ...brush.tip, over: { ...over, count: Math.floor(over.count / 2) } } };
  const spacing = ownValue(brush, "spacing") ?? 1;
  if (spacing < 0.2) return withValue(brush, "spacing", spacing * 2);
  if (shape.kind === "bristles" && shape.hairs > 60)
    return { ...brush, tip: { ...brush.tip, shape: { ...shape, hairs: Math.floor(shape.hairs / 2) } } };
  if (brush.paint.mixing > 0) return withValue(brush, "mixing", 0);
  return withValue(brush, "spacing", spacing * 2);
}
