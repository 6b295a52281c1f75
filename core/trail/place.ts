/** Where a place keeps what; it is one row of numbers, because typed arrays hold them without a box around each. */
export const placeField = {
  x: 0,
  y: 1,
  /** The direction of travel, of any length; (0, 0) when the pen never moved. */
  dx: 2,
  dy: 3,
  pressure: 4,
  tilt: 5,
  lean: 6,
  twist: 7,
  /** px/ms */
  speed: 8,
  /** px from the start of the stroke */
  distance: 9,
  /** px of the whole stroke; infinite while its end is farther away than what is held back */
  total: 10,
  /** ms from the start of the stroke */
  time: 11,
  /** px to the next place where a mark belongs: the answer of whoever is told of this one */
  way: 12,
  /** how many times as large as the brush the tip is */
  grown: 13,
} as const;

/** A place on the path; the row is used again for the next one. */
export type Place = Float64Array;

/** The place where a stroke begins, its end unknown. */
export function firstPlace(): Place {
  const place = new Float64Array(14);
  place[placeField.dx] = 1;
  place[placeField.total] = Number.POSITIVE_INFINITY;
  return place;
}
