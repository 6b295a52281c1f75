import type { Brush } from "../brush";
import type { Pictures } from "../picture/picture";
import { type Measured, measured } from "./measured";
import { type Trait, traitsOf } from "./traits";

/** What was measured of a brush, and the traits that follow from it. */
export interface Judgement {
  readonly measured: Measured;
  readonly traits: readonly Trait[];
}

/** Measures a brush and says what it is. @param now ms @throws MissingPicture, MissingGrain */
export function judge(brush: Brush, pictures: Pictures, now: () => number): Judgement {
  const found = measured(brush, pictures, now);
  return { measured: found, traits: traitsOf(brush, found) };
}
