// Addresses are byte offsets into the kernels' memory; strengths and colours are Q15 (0…32767).

/** What works on open tiles: paint that is taken up, carried, laid and moved. */
export interface MixingKernels {
  /** Says in which mixing space open tiles are, and where its tables lie: see `core/stroke/laying/open-tiles.ts`. */
  setSpace(space: number, decode: number, encode: number, pigment: number): void;
  /** The bytes of an open tile in the present space. */
  openBytes(): number;
  /** Opens a layer's tile (0 for none). */
  openTile(layer: number, open: number): void;
  /** Brings a layer's tile `ceiling` of the way to the open tile that was made from it; on a ground as far as marks got into it. */
  closeTile(open: number, layer: number, ceiling: number, grained: boolean): void;
  setMixing(table: number, below: number, columns: number, rows: number, dirty: number): void;
  /** The address of the weighed sum of each plane under a mark and of the weights, f64. */
  gather(mark: number, before: number, step: number): number;
  layMixed(mark: number, paint: number): void;
  setCarried(pixels: number, stride: number, left: number, top: number): void;
  takeUp(width: number, height: number): void;
  layDragged(mark: number, own: number, share: number, take: number, covers: number): void;
  /** The bytes of room that `soften` needs for a mask of this size. */
  softenRoom(width: number, height: number, shift: number, pairs: number): number;
  /** Blurs what lies under a mark with boxes of this radius and end weight. */
  soften(mark: number, shift: number, pairs: number, weights: number, room: number): void;
  /** The bytes of a square of `side`² cells, of which a tip has three. */
  cellsBytes(side: number): number;
  /** Says where a tip's cells lie, and how it stands. */
  setCells(
    has: number,
    meets: number,
    lays: number,
    side: number,
    x: number,
    y: number,
    half: number,
    c: number,
    s: number,
    hx: number,
    hy: number,
  ): void;
  gatherCells(mark: number, before: number, step: number): void;
  takeCells(own: number, take: number, share: number, covers: number): void;
  layCells(mark: number): void;
  /** Says where heights lie, and the square of them that goes along with a tip. */
  setShoved(
    table: number,
    dried: number,
    going: number,
    room: number,
    gates: number,
    side: number,
    left: number,
    top: number,
  ): void;
  /** Moves the paint under a mark by its height. */
  shove(
    mark: number,
    level: number,
    scrapes: number,
    fresh: number,
    leaves: number,
    x: number,
    y: number,
    ux: number,
    uy: number,
    way: number,
    passes: number,
    most: number,
    area: number,
  ): number;
  /** Leaves what goes along where the tip stands; what is left over. */
  shoveEnd(rounds: number, room: number): number;
  /** How much was scraped off a tile of heights. */
  scrapedOff(before: number, now: number): number;
  /** Lets a part of that run back. */
  runBack(before: number, now: number, part: number): void;
  /** Writes where two tiles of heights differ. */
  noteMoved(before: number, now: number, dried: number, moved: number): void;
  /** Lets the heights of a tile level once, into another one. */
  levelTile(tiles: number, out: number): void;
  /** Lets hairs take up height where they stand, and says how high each one's ridge is. */
  takeBodies(
    hairs: number,
    count: number,
    place: number,
    heights: number,
    dried: number,
    columns: number,
    rows: number,
    takes: number,
    shares: number,
    bodies: number,
    lifts: number,
    body: number,
    way: number,
    sums: number,
  ): void;
  /** Writes what a stroke levels; its sum. */
  levelledBy(heights: number, dried: number, fresh: number, levels: number, full: number, out: number): number;
  /** Writes how what was levelled stands in ridges; its sum. */
  ridgesOf(fresh: number, blurredLevelled: number, blurredRidges: number, out: number): number;
  /** Makes of a stroke's heights what all of it becomes. */
  ploughed(heights: number, levelled: number, ridges: number, fresh: number, laid: number, again: number): void;
  /** The sum of a plane. */
  planeSum(plane: number): number;
  /** Lets hairs take up paint where they stand, and gives each its colour. */
  takeHairs(
    hairs: number,
    count: number,
    place: number,
    own: number,
    carried: number,
    mixed: number,
    out: number,
    takes: number,
    shares: number,
  ): void;
}
