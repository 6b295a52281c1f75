import { hexToRgb } from "@core/colour/srgb";
import { Progressives } from "@core/study/progressives";
import type { StudySheet } from "@core/study/sheet";
import type { DirtyTile } from "@core/surface/changed-tiles";
import type { Progressive } from "./protocol";

/** How long it is until one looks again whether a wash has dried, ms. */
const DRYING = 30;

/** The progressives of a study that is painted, of which those are drawn anew that have changed. */
export class EaselProgressives {
  private proofs: { readonly longest: number; readonly made: Progressives } | undefined;
  private readonly changed = new Set<number>();

  constructor(
    private readonly sheet: StudySheet,
    private readonly paper: string,
  ) {}

  /** Is told of tiles that look otherwise than before. */
  readonly note = (tiles: readonly DirtyTile[]): void => {
    for (const { index } of tiles) this.changed.add(index);
  };

  /**
   * Those that changed since the last call.
   * @param longest px of a side @param free whether nothing more urgent is done @param wanted is asked now and then; false stops
   * @returns undefined where a stroke began meanwhile
   */
  async refresh(
    longest: number,
    free: () => boolean,
    wanted: () => Promise<boolean>,
  ): Promise<readonly Progressive[] | undefined> {
    if (this.proofs?.longest !== longest)
      this.proofs = { longest, made: new Progressives(this.sheet, hexToRgb(this.paper), longest) };
    // What dries is drawn when it has dried.
    while (this.sheet.surface.dries) await new Promise((resolve) => setTimeout(resolve, DRYING));
    if (!free()) return undefined;
    const tiles = [...this.changed];
    this.changed.clear();
    const found = await this.proofs.made.refresh(tiles, async () => free() && (await wanted()));
    if (!found) {
      for (const tile of tiles) this.changed.add(tile);
      return undefined;
    }
    return Promise.all(
      found.map(async ({ layer, alone, upTo }) => ({
        layer,
        alone: await createImageBitmap(new ImageData(alone.data, alone.width)),
        upTo: await createImageBitmap(new ImageData(upTo.data, upTo.width)),
      })),
    );
  }
}
