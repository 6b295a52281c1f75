import type { Brush } from "../../brush";
import { MARK_WORDS, markWord } from "../../kernels/mark-record";
import { Tiles } from "../../kernels/memory/tiles";
import { ALL_BANDS } from "../../surface/changed-tiles";
import type { Surface } from "../../surface/surface";
import type { WetBody } from "../../surface/wet";
import { isSwept } from "../swept";
import type { HairsTaking } from "./hairs-taking";
import { levelMoved } from "./level";
import { BATCH, type MarkBatch } from "./mark-batch";
import { plough } from "./plough";
import type { SecondTip } from "./second-tip";

/** How often the ridges of hairs level as the tip is lifted. */
const SETTLES = 2;

/** Lays a batch of marks a second time, as height: each builds up to its own. */
export class BodyPile {
  readonly wet: WetBody;
  private readonly heights = new Int16Array(BATCH);
  private readonly ridges = new Int32Array(BATCH);
  private ridged = false;
  /** The heights as the marks lay them. */
  private readonly laid: Tiles;

  constructor(
    private readonly surface: Surface,
    brush: Brush,
    private readonly second?: SecondTip,
    /** What hairs have taken up, where they do. */
    private readonly taking?: HairsTaking,
  ) {
    const { body, levels } = brush.paint;
    // Hairs pass where their ridges are low, too.
    const full = isSwept(brush) ? body / 2 : body;
    this.wet = { tiles: new Tiles(surface.kernels, surface.columns, surface.rows, 1), full, levels };
    this.laid = second?.beneath(this.wet.tiles) ?? this.wet.tiles;
  }

  /** Remembers the height, Q15, of the batch's newest mark, and the mask of its ridges; 0 where it stands as it covers. */
  note(batch: MarkBatch, height: number, ridges: number): void {
    this.heights[batch.count - 1] = height;
    this.ridges[batch.count - 1] = ridges;
  }

  /** Lets what stands settle, once the last mark is laid: the ridges of hairs are thin, and uneven where they lie aslant. */
  end(): void {
    const { surface, wet } = this;
    if (!this.ridged) return;
    levelMoved(surface, wet.tiles, () => 0, SETTLES);
    if (surface.active.heights) {
      plough(surface, wet, this.taking?.ownShare ?? 1);
      wet.isWhole = true;
    }
    surface.markChanged(wet.tiles.present(), ALL_BANDS, true);
  }

  pile(batch: MarkBatch): void {
    const { heights, ridges, laid, second } = this;
    const { kernels, columns, rows, dirty } = this.surface;
    for (let i = 0; i < batch.count; i++) {
      batch.words[i * MARK_WORDS + markWord.opacity] = heights[i];
      batch.words[i * MARK_WORDS + markWord.underCeiling] = 0;
      if (ridges[i] > 0) batch.words[i * MARK_WORDS + markWord.mask] = ridges[i];
    }
    batch.upload();
    kernels.onTile((index) => laid.make(index));
    // Ridges lie beside one another, a piece of a hair after the other: the highest is what stands.
    this.ridged ||= ridges[0] > 0;
    const law = ridges[0] > 0 ? kernels.run.coverEven : kernels.run.coverBuild;
    law(batch.address, batch.count, laid.table, columns, rows, second?.touched ?? dirty);
  }
}
