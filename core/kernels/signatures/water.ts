// Addresses are byte offsets into the kernels' memory; strengths and colours are Q15 (0…32767).

/** What films of water and washes are made by. */
export interface WaterKernels {
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
  /** Numbers of 32 bits that follow from what each px of a layer's tile holds, into two planes. */
  pixelSums(layer: number, out: number): void;
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
  /** Lays a film over a layer's tile, on a sheet of a colour 0…1; the share of it that is clear is the same everywhere, or a plane's. */
  layFilm(layer: number, film: number, water: number, waters: number, red: number, green: number, blue: number): void;
}
