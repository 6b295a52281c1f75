/** Where a moment keeps what; it is one row of numbers, because typed arrays hold them without a box around each. */
export const momentField = {
  pressure: 0,
  tilt: 1,
  /** degrees */
  lean: 2,
  /** degrees */
  twist: 3,
  /** 0…1 of the brush's full speed */
  speed: 4,
  /** degrees, counter-clockwise from the right as seen on screen */
  heading: 5,
  /** px since the start of the stroke */
  distance: 6,
  /** ms since the start of the stroke */
  time: 7,
  /** how much paint is left, 0 spent … 1 full */
  load: 8,
  /** how much paint covers the place where the mark falls, 0…1 */
  underpaint: 9,
} as const;

/** What the brush knows of the moment in which a mark is made. */
export type Moment = Float64Array;

/** A moment of which nothing is known yet, but that the tip is full. */
export function blankMoment(): Moment {
  const moment = new Float64Array(Object.keys(momentField).length);
  moment[momentField.load] = 1;
  return moment;
}
