/** One mark as the walker hands it over; all fields are i32. See `core/kernels/mark-record.ts`. */
@unmanaged
export class Mark {
  mask: usize;
  spans: usize;
  stride: i32;
  x: i32;
  y: i32;
  width: i32;
  height: i32;
  flow: i32;
  opacity: i32;
  thresholds: i32;
  red: i32;
  green: i32;
  blue: i32;
  /** The bytes from one plane of the mask to the next. */
  planes: i32;
  darkRed: i32;
  darkGreen: i32;
  darkBlue: i32;
  lightRed: i32;
  lightGreen: i32;
  lightBlue: i32;
  /** The mask times the flow, where it was made; 0 where it was not. */
  strengths: usize;
  /** For each row, from where to where those strengths need no fine rounding. */
  strong: usize;
  /** Whether nothing on the stroke's tiles lies above this mark's opacity. */
  underCeiling: i32;
  /** How far the ground shows, 0 for not at all. */
  depth: i32;
  /** Where the height under px (x, y) lies in a sheet that goes along with the mark; 0 where the surface's tiles have it. */
  heights: usize;
  /** How hard it presses into the ground, 0 to 1. */
  press: i32;
  /** How sharply the ground parts what is reached from what is not: `(shift << 16) | factor`, the height times 2^shift times the factor. */
  sharp: i32;
  /** How far its rim is an edge that marks do not fill by lying on one another: 0 a soft falloff, 1 a hard outline. */
  rim: i32;
}

export const MARK_BYTES: i32 = 112;
