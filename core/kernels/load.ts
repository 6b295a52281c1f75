import { kernelBytes, relaxedBytes } from "./built/bytes";
import { Heap } from "./memory/heap";

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

/** Addresses are byte offsets into the kernels' memory; strengths and colours are Q15 (0…32767). */
interface KernelExports {
  memory: WebAssembly.Memory;
  heapBase(): number;
  coverBuild: Law;
  coverEven: Law;
  tintBuild: Law;
  tintEven: Law;
  ownBuild: Law;
  ownEven: Law;
  tonedBuild: Law;
  tonedEven: Law;
  coverEmpty(layer: number, cover: number, red: number, green: number, blue: number): void;
  mergeCover(layer: number, cover: number, red: number, green: number, blue: number): void;
  /** Hides more of a mask's tile. */
  hide(mask: number, cover: number): void;
  mergeTint(layer: number, stroke: number): void;
  /** As `mergeTint`, for a layer that lies on with an opacity. */
  mergeWeaker(layer: number, stroke: number, opacity: number): void;
  /** Says what the marks of the next calls meet: 0 nothing, 1 peaks, 2 print, 3 pool. */
  setGround(law: number, table: number, room: number, along: number, least: number, paper: number): void;
  /** The bytes of room that a ground needs. */
  groundRoom(): number;
  /** Takes a one-plane stroke away from a layer. */
  erase(layer: number, cover: number): void;
  /** Gives a changed tile the alpha it had before. */
  keepAlpha(tile: number, before: number): void;
  /** Makes what a tile has opaque, colours as they are. */
  solid(tile: number): void;
  /** As `blend`, where an opaque sheet of one colour lies below; `room` is one plane. */
  blendOnSheet(
    layer: number,
    source: number,
    mode: number,
    red: number,
    green: number,
    blue: number,
    room: number,
  ): void;
  /** Copies a four-plane tile times an opacity, and times what a one-plane tile (0 for none) does not hide. */
  scaleTile(from: number, to: number, opacity: number, hidden: number): void;
  /** Joins a four-plane tile to a layer's by the blend mode of this number. */
  blend(layer: number, source: number, mode: number): void;
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
  /** A row of so many px between two others, `share` of the way (Q15). */
  mixRows(out: number, above: number, below: number, share: number, count: number): void;
  /** Blurs a plane in place to the mean over 2·half px each way; `half` is 1, 2 or 4. Before it lie `half` empty rows and px. */
  meanOver(at: number, stride: number, rows: number, half: number): void;
  /** The bytes of room that `rim` needs. */
  rimRoom(): number;
  /** Finishes the rows `begin` … `end` of one tile of a stroke, with its pigment gathered at the rim. */
  rim(
    table: number,
    planes: number,
    column: number,
    row: number,
    columns: number,
    rows: number,
    first: number,
    second: number,
    distance: number,
    strength: number,
    grain: number,
    ragged: number,
    ceiling: number,
    room: number,
    out: number,
    begin: number,
    end: number,
  ): void;
  /** Blurs the last plane of one tile, with what lies around it, into a plane. */
  blurTile(
    table: number,
    planes: number,
    column: number,
    row: number,
    columns: number,
    rows: number,
    first: number,
    second: number,
    room: number,
    out: number,
  ): void;
  /** The bytes of a wet tile with so many amounts of pigment. */
  washBytes(amounts: number): number;
  /** The bytes of room that `washPaths` needs. */
  washRoom(): number;
  /** How much of each place of a tile is wet, from what is there. */
  washVolumes(
    table: number,
    column: number,
    row: number,
    columns: number,
    rows: number,
    room: number,
    out: number,
  ): void;
  /** Finds how pigment goes over between the places of a wet tile. */
  washPaths(
    block: number,
    column: number,
    row: number,
    columns: number,
    rows: number,
    wet: number,
    edge: number,
    heights: number,
    mottle: number,
    head: number,
    pooled: number,
    pull: number,
    push: number,
    spread: number,
    granulation: number,
    room: number,
  ): void;
  /** Lays a stroke's tile into a wet tile. */
  washFill(block: number, stroke: number, planes: number): void;
  /** Finds how far it is wet, by a plane that says where, from each place of a wet tile; those on its right and below it come first. */
  washRuns(block: number, where: number, right: number, below: number): void;
  /** Empties a wet tile of pigment. */
  washEmpty(block: number, amounts: number): void;
  /** Pours what floats of a film, or what has settled, into a wet tile of four amounts; the share that floats is Q15 by place, 0 for all. */
  washPour(block: number, film: number, floats: number, settles: boolean): void;
  /** A number that follows from all that a layer's tile holds. */
  tileSum(layer: number): number;
  /** Notes what of the floating evens out between places `far` px apart, and makes it so. */
  washEven(block: number, amounts: number, next: number, far: number, down: boolean, share: number): void;
  washEvened(block: number, amounts: number): void;
  /** Brings what floats at the edges of neighbours beside a wet tile; 0 for none. */
  washEdges(block: number, amounts: number, left: number, right: number, above: number, below: number): void;
  /** One step of what floats in a wet tile; `room` is 288 bytes. */
  washStep(block: number, amounts: number, rate: number, room: number): void;
  /** The film that a wet tile has become. */
  washFilm(block: number, amounts: number, red: number, green: number, blue: number, film: number): void;
  /** The film that a stroke's tile is, while nothing has moved. */
  strokeFilm(stroke: number, planes: number, red: number, green: number, blue: number, film: number): void;
  /** Lays a film over a layer's tile, on a sheet of a colour 0…1. */
  layFilm(layer: number, film: number, water: number, red: number, green: number, blue: number): void;
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
  setShoved(table: number, going: number, room: number, gates: number, side: number, left: number, top: number): void;
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
    passes: number,
  ): void;
  /** Leaves what goes along where the tip stands; what is left over. */
  shoveEnd(passes: number): number;
  /** Piles fresh heights onto a layer's. */
  pile(tile: number, fresh: number, levels: number, full: number): void;
  addHeights(sum: number, tile: number, opacity: number): void;
  /** Makes a one-plane tile less where a stroke covers. */
  lessen(tile: number, cover: number): void;
  /** What of a tile's planes a second tip lets through: `from·(base + slope·over)`; `over` may be 0 for none. */
  throughTip(out: number, from: number, over: number, planes: number, base: number, slope: number): void;
  /** Lights RGBA8 pixels by a window of heights. */
  relief(
    out: number,
    stride: number,
    columns: number,
    from: number,
    rows: number,
    window: number,
    lx: number,
    ly: number,
    lz: number,
    depth: number,
    gloss: number,
    hollows: number,
  ): void;
  showOpaque(
    out: number,
    stride: number,
    groups: number,
    rows: number,
    layer: number,
    red: number,
    green: number,
    blue: number,
  ): void;
  showWet(
    out: number,
    stride: number,
    groups: number,
    rows: number,
    layer: number,
    cover: number,
    red: number,
    green: number,
    blue: number,
    paperRed: number,
    paperGreen: number,
    paperBlue: number,
  ): void;
  showClear(out: number, stride: number, columns: number, rows: number, layer: number): void;
  maskSample(
    mask: number,
    spans: number,
    stride: number,
    width: number,
    height: number,
    planes: number,
    planeBytes: number,
    ox: number,
    oy: number,
    xx: number,
    xy: number,
    yx: number,
    yy: number,
    level: number,
    levelWidth: number,
    levelHeight: number,
    levelBytes: number,
    gain: number,
    offsets: number,
  ): void;
  strengthsOf(
    mask: number,
    spans: number,
    stride: number,
    height: number,
    flow: number,
    out: number,
    strong: number,
  ): void;
  /** Writes how hairs stand at a place. */
  standHairs(
    hairs: number,
    count: number,
    place: number,
    x: number,
    y: number,
    cos: number,
    sin: number,
    open: number,
    flipU: number,
    flipV: number,
    pivotX: number,
    pivotY: number,
    pressure: number,
    lift: number,
    leanU: number,
    leanV: number,
    full: number,
    thick: number,
    flow: number,
  ): void;
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
  /** Sweeps hairs from a place to the next into an empty mask, and the ridges of paint that they leave into another, 0 for none. */
  sweepHairs(
    mask: number,
    ridges: number,
    spans: number,
    stride: number,
    width: number,
    height: number,
    planes: number,
    planeBytes: number,
    left: number,
    top: number,
    hairs: number,
    count: number,
    from: number,
    to: number,
    after: number,
    before: number,
    soft: number,
  ): void;
  maskEllipse(
    mask: number,
    spans: number,
    stride: number,
    width: number,
    height: number,
    cx: number,
    cy: number,
    rx: number,
    ry: number,
    cos: number,
    sin: number,
    hardness: number,
  ): void;
}

/** One instance of the kernels with its own memory. Everything it computes is the same on every host. */
export interface Kernels {
  readonly run: KernelExports;
  readonly heap: Heap;
  /** Sets what is called when marks reach a tile that does not exist yet; it answers with the tile's address. */
  onTile(make: (index: number) => number): void;
  /** Sets what opens a tile for mixing: 0 of the stroke's own table, 1 of what lies below. */
  onOpen(open: (table: number, index: number) => number): void;
  /** Sets what is called when marks meet a tile of the ground that does not exist yet. */
  onGround(make: (index: number) => number): void;
}

let compiled: WebAssembly.Module | undefined;

/** The kernels with relaxed products where the host has them: the same numbers in less time. */
function compile(): WebAssembly.Module {
  const relaxed = decode(relaxedBytes);
  return new WebAssembly.Module(WebAssembly.validate(relaxed) ? relaxed : decode(kernelBytes));
}

function decode(bytes: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0));
}

/** Instantiates the kernels. Synchronous, so call it in a worker or in Node, not on a page's main thread. */
export function createKernels(): Kernels {
  compiled ??= compile();
  let make: (index: number) => number = () => {
    throw new Error("marks were laid with nowhere to put tiles");
  };
  let makeGround = make;
  let open: (table: number, index: number) => number = make;
  const instance = new WebAssembly.Instance(compiled, {
    tiles: { make: (index: number) => make(index) },
    ground: { make: (index: number) => makeGround(index) },
    mixing: { open: (table: number, index: number) => open(table, index) },
  });
  const run = instance.exports as unknown as KernelExports;
  return {
    run,
    heap: new Heap(run.memory, run.heapBase()),
    onTile: (maker) => {
      make = maker;
    },
    onOpen: (opener) => {
      open = opener;
    },
    onGround: (maker) => {
      makeGround = maker;
    },
  };
}
