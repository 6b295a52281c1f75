import { hexToRgb, rgbToHex } from "@core/colour/srgb";
import type { Room } from "@core/hand/simulate";
import { TILE } from "@core/kernels/memory/tile-size";
import type { Light } from "@core/surface/light";
import { Picture } from "@core/surface/picture";
import type { Surface } from "@core/surface/surface";

/** What is seen of a surface on a canvas: the tiles that changed, at once or room by room. */
export class PaperView {
  private readonly picture: Picture;
  /** Tiles that changed and are not shown yet: where a proof is still to come, the older one is seen until then. */
  private readonly waiting = new Map<number, number>();

  /** @param paper the colour below the surface, `#rrggbb` @param light by which thick paint is shown; null for flat */
  constructor(
    private readonly surface: Surface,
    private readonly drawing: OffscreenCanvasRenderingContext2D,
    private readonly paper: string,
    light: Light | null,
  ) {
    surface.sheet = hexToRgb(paper);
    this.picture = new Picture(surface, surface.sheet, light ?? undefined);
    surface.takeDirty();
    this.picture.showAll();
    this.put(0, 0, surface.width, surface.height);
  }

  release(): void {
    this.picture.release();
  }

  /** Shows all that has changed. */
  show(): void {
    this.gather();
    this.showTiles([...this.waiting.keys()]);
  }

  /** Shows what has changed in these rooms and about them; the rest waits. */
  showWithin(rooms: readonly Room[]): void {
    this.gather();
    const { columns } = this.surface;
    const tiles = [...this.waiting.keys()].filter((index) => {
      const [x, y] = [((index % columns) + 0.5) * TILE, (Math.floor(index / columns) + 0.5) * TILE];
      return rooms.some(
        ({ left, top, width, height }) =>
          x > left - TILE / 2 && x < left + width + TILE / 2 && y > top - TILE / 2 && y < top + height + TILE / 2,
      );
    });
    this.showTiles(tiles);
  }

  /** The colour of a px as it is shown, `#rrggbb`; that of the paper beyond its edge. */
  colourAt(x: number, y: number): string {
    if (x < 0 || y < 0 || x >= this.surface.width || y >= this.surface.height) return this.paper;
    const at = (Math.floor(y) * this.picture.stride + Math.floor(x)) * 4;
    const [r, g, b] = this.picture.pixels.subarray(at, at + 3);
    return rgbToHex([r / 255, g / 255, b / 255]);
  }

  private gather(): void {
    for (const { index, bands } of this.surface.takeDirty())
      this.waiting.set(index, (this.waiting.get(index) ?? 0) | bands);
  }

  private showTiles(indices: readonly number[]): void {
    const area = this.picture.show(indices.map((index) => ({ index, bands: this.waiting.get(index) ?? 0 })));
    for (const index of indices) this.waiting.delete(index);
    if (area) this.put(area.left, area.top, area.right, area.bottom);
  }

  private put(left: number, top: number, right: number, bottom: number): void {
    const data = new ImageData(this.picture.pixels, this.picture.stride, this.surface.height);
    this.drawing.putImageData(data, 0, 0, left, top, right - left, bottom - top);
  }
}
