import { hexToRgb, rgbToHex } from "@core/colour/srgb";
import type { Pixels } from "@core/picture/halve";
import type { DirtyTile } from "@core/surface/changed-tiles";
import { type Light, tableLight } from "@core/surface/light";
import { type Area, Picture } from "@core/surface/picture";
import type { Surface } from "@core/surface/surface";
import { type Framing, matrixOf, seenBounds, toWindow } from "~/paper/window/framing";
import { HALVINGS, Halves } from "./halves";

/** Shows a part of a surface in a window: framed, and brought up to date where it changed. */
export class WindowView {
  private picture: Picture;
  private shownBy: Light | null = tableLight;
  private readonly halves: Halves;
  private readonly drawing: OffscreenCanvasRenderingContext2D;
  /** What is seen of the picture, before it is turned and scaled into the window. */
  private readonly part: OffscreenCanvas;
  private readonly partDrawing: OffscreenCanvasRenderingContext2D;
  private framing: Framing | undefined;

  /** @param onChanged is told of all tiles that look otherwise than before */
  constructor(
    private readonly surface: Surface,
    private readonly canvas: OffscreenCanvas,
    private readonly paper: string,
    private readonly onChanged: (tiles: readonly DirtyTile[]) => void,
  ) {
    this.drawing = contextOf(canvas, true);
    this.part = new OffscreenCanvas(1, 1);
    this.partDrawing = contextOf(this.part, false);
    this.picture = new Picture(surface, hexToRgb(paper), tableLight);
    this.halves = new Halves(surface.width, surface.height);
    surface.markAll();
    this.gather();
  }

  /** By which light thick paint is shown; null for none. */
  get light(): Light | null {
    return this.shownBy;
  }

  /** Shows thick paint by another light. */
  lightBy(light: Light | null): void {
    if (JSON.stringify(light) === JSON.stringify(this.shownBy)) return;
    this.gather();
    this.shownBy = light;
    this.picture.release();
    this.picture = new Picture(this.surface, hexToRgb(this.paper), light ?? undefined);
    // Nothing was painted: nobody is told of changes.
    this.picture.showAll();
    const { width, height } = this.surface;
    this.halves.refresh(this.whole(), { left: 0, top: 0, right: width, bottom: height });
    this.draw();
  }

  /** Looks at it otherwise. */
  frame(framing: Framing): void {
    this.framing = framing;
    if (this.canvas.width !== framing.width || this.canvas.height !== framing.height) {
      this.canvas.width = framing.width;
      this.canvas.height = framing.height;
    }
    this.gather();
    this.draw();
  }

  /** Shows what has changed since the last call. */
  show(): void {
    const area = this.gather();
    if (area) this.draw(area);
  }

  /** The colour of a px as it is shown, `#rrggbb`; that of the paper beyond the edge. */
  colourAt(x: number, y: number): string {
    const { width, height } = this.surface;
    if (!(x >= 0 && y >= 0 && x < width && y < height)) return this.paper;
    const { data, stride } = this.whole();
    const at = (Math.floor(y) * stride + Math.floor(x)) * 4;
    return rgbToHex([data[at] / 255, data[at + 1] / 255, data[at + 2] / 255]);
  }

  /** The whole picture with no side longer than this, px. */
  small(longest: number): OffscreenCanvas {
    const { width, height } = this.surface;
    const scale = Math.min(1, longest / Math.max(width, height));
    const level = levelFor(scale);
    const from = this.pixels(level);
    const out = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
    const whole = new OffscreenCanvas(from.width, from.height);
    contextOf(whole, false).putImageData(new ImageData(from.data, from.stride), 0, 0);
    const drawing = contextOf(out, false);
    drawing.imageSmoothingQuality = "high";
    drawing.drawImage(whole, 0, 0, out.width, out.height);
    return out;
  }

  release(): void {
    this.picture.release();
  }

  private gather(): Area | undefined {
    const tiles = this.surface.takeDirty();
    this.onChanged(tiles);
    const area = this.picture.show(tiles);
    if (area) this.halves.refresh(this.whole(), area);
    return area;
  }

  /** The picture in its own size; valid until the kernels' memory grows. */
  private whole(): Pixels {
    const { width, height } = this.surface;
    return { width, height, stride: this.picture.stride, data: this.picture.pixels };
  }

  private pixels(level: number): Pixels {
    return level === 0 ? this.whole() : this.halves.at(level);
  }

  /** Draws the window, or what of it an area of the picture covers. */
  private draw(area?: Area): void {
    const { framing, drawing, surface } = this;
    if (!framing) return;
    const box = area ? windowBox(framing, area) : { left: 0, top: 0, right: framing.width, bottom: framing.height };
    if (box.right <= box.left || box.bottom <= box.top) return;
    const level = levelFor(framing.zoom);
    const from = this.pixels(level);
    const times = 2 ** level;
    const seen = seenBounds(framing, box.left, box.top, box.right, box.bottom);
    // A px more on each side, for what lies between px is mixed of both.
    const left = Math.max(0, Math.floor(seen.left / times) - 1);
    const top = Math.max(0, Math.floor(seen.top / times) - 1);
    const right = Math.min(from.width, Math.ceil(seen.right / times) + 1);
    const bottom = Math.min(from.height, Math.ceil(seen.bottom / times) + 1);
    drawing.save();
    drawing.resetTransform();
    drawing.beginPath();
    drawing.rect(box.left, box.top, box.right - box.left, box.bottom - box.top);
    drawing.clip();
    drawing.clearRect(box.left, box.top, box.right - box.left, box.bottom - box.top);
    if (right > left && bottom > top) {
      this.cut(from, left, top, right, bottom);
      drawing.setTransform(...matrixOf(framing));
      // An odd side's last half px lies beyond the picture.
      drawing.beginPath();
      drawing.rect(0, 0, surface.width, surface.height);
      drawing.clip();
      drawing.imageSmoothingEnabled = framing.zoom < 2;
      const [w, h] = [right - left, bottom - top];
      drawing.drawImage(this.part, 0, 0, w, h, left * times, top * times, w * times, h * times);
    }
    drawing.restore();
  }

  private cut(from: Pixels, left: number, top: number, right: number, bottom: number): void {
    const { part } = this;
    if (part.width <= right - left || part.height <= bottom - top) {
      part.width = Math.max(part.width, (right - left + 256) & ~255);
      part.height = Math.max(part.height, (bottom - top + 256) & ~255);
    }
    const image = new ImageData(from.data, from.stride);
    // What lies between the last px and the edge is mixed of both.
    this.partDrawing.fillStyle = this.paper;
    this.partDrawing.fillRect(0, 0, right - left + 1, bottom - top + 1);
    this.partDrawing.putImageData(image, -left, -top, left, top, right - left, bottom - top);
  }
}

/** How often the picture is halved to be shown so large: what is left to do is at most another halving. */
function levelFor(zoom: number): number {
  return Math.min(HALVINGS, Math.max(0, Math.floor(Math.log2(1 / zoom) + 1e-9)));
}

/** The whole px of the window that an area of the picture touches. */
function windowBox(framing: Framing, { left, top, right, bottom }: Area): Area {
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: left, y: bottom },
    { x: right, y: bottom },
  ].map((corner) => toWindow(framing, corner));
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  const air = Math.max(2, Math.ceil(framing.zoom) + 1);
  return {
    left: Math.max(0, Math.floor(Math.min(...xs)) - air),
    top: Math.max(0, Math.floor(Math.min(...ys)) - air),
    right: Math.min(framing.width, Math.ceil(Math.max(...xs)) + air),
    bottom: Math.min(framing.height, Math.ceil(Math.max(...ys)) + air),
  };
}

function contextOf(canvas: OffscreenCanvas, alpha: boolean): OffscreenCanvasRenderingContext2D {
  const drawing = canvas.getContext("2d", { alpha });
  if (!drawing) throw new Error("this browser cannot draw outside the page");
  return drawing;
}
