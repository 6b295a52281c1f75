// Addresses are byte offsets into the kernels' memory; strengths and colours are Q15 (0…32767).

/** Lays a batch of marks on the tiles of a stroke. */
type Law = (marks: number, count: number, table: number, columns: number, rows: number, dirty: number) => void;

/** The names of the laws by which marks are laid. */
export type LawName =
  | "coverBuild"
  | "coverEven"
  | "tintBuild"
  | "tintEven"
  | "ownBuild"
  | "ownEven"
  | "tonedBuild"
  | "tonedEven";

/** What lays marks on the tiles of a stroke, and lets them meet the ground. */
export interface MarkKernels {
  coverBuild: Law;
  coverEven: Law;
  tintBuild: Law;
  tintEven: Law;
  ownBuild: Law;
  ownEven: Law;
  tonedBuild: Law;
  tonedEven: Law;
  /** Says what the marks of the next calls meet: 0 nothing, 1 peaks, 2 print, 3 pool. */
  setGround(law: number, table: number, room: number, along: number, least: number, paper: number): void;
  /** The bytes of room that a ground needs. */
  groundRoom(): number;
  /** What of a tile's planes a second tip lets through: `from·(base + slope·over)`; `over` may be 0 for none. */
  throughTip(out: number, from: number, over: number, planes: number, base: number, slope: number): void;
  strengthsOf(
    mask: number,
    spans: number,
    stride: number,
    height: number,
    flow: number,
    out: number,
    strong: number,
  ): void;
}
