import { MARK_WORDS, markWord } from "../../kernels/mark-record";
import { Tiles } from "../../kernels/memory/tiles";
import type { Paint } from "../../paint/model";
import type { Surface } from "../../surface/surface";
import type { WetBody } from "../../surface/wet";
import { BATCH, type MarkBatch } from "./mark-batch";

/** Lays a batch of marks a second time, as height: each builds up to its own. */
export class BodyPile {
  readonly wet: WetBody;
  private readonly heights = new Int16Array(BATCH);
  private readonly ridges = new Int32Array(BATCH);

  constructor(
    private readonly surface: Surface,
    paint: Paint,
  ) {
    this.wet = {
      tiles: new Tiles(surface.kernels, surface.columns, surface.rows, 1),
      full: paint.body,
      levels: paint.levels,
    };
  }

  /** Remembers the height, Q15, of the batch's newest mark, and the mask of its ridges; 0 where it stands as it covers. */
  note(batch: MarkBatch, height: number, ridges: number): void {
    this.heights[batch.count - 1] = height;
    this.ridges[batch.count - 1] = ridges;
  }

  pile(batch: MarkBatch): void {
    const { heights, ridges, wet } = this;
    const { kernels, columns, rows, dirty } = this.surface;
    for (let i = 0; i < batch.count; i++) {
      batch.words[i * MARK_WORDS + markWord.opacity] = heights[i];
      batch.words[i * MARK_WORDS + markWord.underCeiling] = 0;
      if (ridges[i] > 0) batch.words[i * MARK_WORDS + markWord.mask] = ridges[i];
    }
    batch.upload();
    kernels.onTile((index) => wet.tiles.make(index));
    // Ridges lie beside one another, a piece of a hair after the other: the highest is what stands.
    const law = ridges[0] > 0 ? kernels.run.coverEven : kernels.run.coverBuild;
    law(batch.address, batch.count, wet.tiles.table, columns, rows, dirty);
  }
}
