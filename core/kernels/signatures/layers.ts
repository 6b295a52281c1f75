// Addresses are byte offsets into the kernels' memory; strengths and colours are Q15 (0…32767).

/** What joins strokes and layers, and shows them. */
export interface LayerKernels {
  coverEmpty(layer: number, cover: number, red: number, green: number, blue: number): void;
  mergeCover(layer: number, cover: number, red: number, green: number, blue: number): void;
  /** Hides more of a mask's tile. */
  hide(mask: number, cover: number): void;
  mergeTint(layer: number, stroke: number): void;
  /** As `mergeTint`, for a layer that lies on with an opacity. */
  mergeWeaker(layer: number, stroke: number, opacity: number): void;
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
  /** Piles fresh heights onto a layer's. */
  pile(tile: number, fresh: number, dried: number, levels: number, full: number): void;
  /** Writes of a layer's tile what is wet. */
  wetOf(tile: number, heights: number, dried: number, out: number): void;
  /** Lays what is wet over what has dried, where it is not as it was. */
  wetOver(before: number, now: number, dried: number, tile: number): void;
  addHeights(sum: number, tile: number, opacity: number): void;
  /** Makes a one-plane tile less where a stroke covers. */
  lessen(tile: number, cover: number): void;
  /** Lights RGBA8 pixels by a window of heights. */
  relief(
    out: number,
    stride: number,
    columns: number,
    from: number,
    rows: number,
    window: number,
    cover: number,
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
}
