// Addresses are byte offsets into the kernels' memory; strengths and colours are Q15 (0…32767).

/** What draws tips and sweeps hairs. */
export interface TipKernels {
  /** A row of so many px between two others, `share` of the way (Q15). */
  mixRows(out: number, above: number, below: number, share: number, count: number): void;
  /** Blurs a plane in place to the mean over 2·half px each way; `half` is 1, 2 or 4. Before it lie `half` empty rows and px. */
  meanOver(at: number, stride: number, rows: number, half: number): void;
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
    firm: number,
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
