import { type Brush, scaledBrush, smudging } from "@core/brush";
import { hexToRgb, rgbToHex } from "@core/colour/srgb";
import { writeOra } from "@core/formats/ora/write";
import { writeRgba } from "@core/formats/png/png";
import { grainOf } from "@core/ground/grain";
import { type Ground, plainGroundOf } from "@core/ground/model";
import { asPainter } from "@core/hand/preview";
import { type Proof, proofsOn, usualProofs } from "@core/hand/proof";
import type { Sample } from "@core/hand/sample";
import type { Room } from "@core/hand/simulate";
import { createKernels, type Kernels } from "@core/kernels/load";
import { TILE } from "@core/kernels/marks";
import { noPictures, type Pictures } from "@core/picture/picture";
import { needsBed, paintBed } from "@core/stroke/bed";
import type { Ink } from "@core/stroke/ink";
import { paintHand, type StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { tableLight } from "@core/surface/relief";
import { Surface } from "@core/surface/surface";
import { fetchPictures } from "./fetch-pictures";
import type { PaperColours, PaperManner } from "./messages";
import type { OwnLayers } from "./own-layers";
import { OwnPaint } from "./own-paint";
import { washBrush, washStrokes } from "./wash";

const PROOFS = 0;
/** Where proofs lie that have something on a layer below. */
const ABOVE = 1;
const PROOF_LAYERS = 2;
const WASH_INK = "#d8963c";
/** The first proof is shown at once; how long those after it may gather before they are, ms. */
const PATIENCE = 60;

function inkOf({ ink, second }: PaperColours): Ink {
  return { colour: hexToRgb(ink), second: hexToRgb(second) };
}

/** How far the paper's own grain shows. */
const PAPER_DEPTH = 0.45;

function paperOf({ grain }: PaperManner): Ground | undefined {
  return grain === null ? undefined : { ...plainGroundOf(), grain: grainOf(grain), depth: PAPER_DEPTH };
}

/** A paper with proofs below and the painter's own layers above, shown on an OffscreenCanvas. */
export class Paper {
  private readonly kernels: Kernels = createKernels();
  private ink: Ink;
  private readonly drawing: OffscreenCanvasRenderingContext2D;
  private surface: Surface;
  private picture: Picture;
  private brush: Brush | undefined;
  /** The newest brush; its pictures may still be on their way. */
  private wanted: Brush | undefined;
  private pictures: Pictures = noPictures;
  private painter: StrokePainter | undefined;
  private readonly own: OwnPaint;
  private asked = 0;
  private turn = 0;
  private proofsWait = false;
  /** Tiles that changed and are not shown yet: where a proof is still to come, the older one is seen until then. */
  private readonly waiting = new Map<number, number>();
  private manner: PaperManner;

  constructor(
    private readonly canvas: OffscreenCanvas,
    colours: PaperColours,
    private readonly proofs: boolean,
  ) {
    const drawing = canvas.getContext("2d", { alpha: false });
    if (!drawing) throw new Error("this browser cannot draw outside the page");
    this.drawing = drawing;
    this.manner = { use: "paint", lit: true, colours, proofs: usualProofs, hand: "slow-swell", grain: null, painter: "full pen" };
    this.ink = inkOf(colours);
    this.surface = this.newSurface();
    this.own = new OwnPaint(this.surface, PROOF_LAYERS);
    this.picture = this.newPicture();
    this.showAll();
  }

  get strokeCount(): number {
    return this.own.count;
  }

  /** Gives the paper another size; proofs are drawn anew, own strokes stay where they are. Answers as `setBrush`. */
  async resize(width: number, height: number): Promise<boolean> {
    this.painter = undefined;
    this.picture.release();
    this.surface.release();
    this.canvas.width = width;
    this.canvas.height = height;
    this.surface = this.newSurface();
    this.picture = this.newPicture();
    this.own.moveTo(this.surface);
    this.showAll();
    return this.drawAnew();
  }

  /**
   * Takes another brush and draws the proofs with it. Between strokes it looks up: when a newer brush has come, it
   * stops and answers false.
   * @param onFirst is told when the first proof is seen
   */
  async setBrush(brush: Brush, onFirst: () => void = () => undefined): Promise<boolean> {
    const asked = ++this.asked;
    this.wanted = brush;
    const pictures = await fetchPictures(brush);
    if (asked !== this.asked) return false;
    this.brush = brush;
    this.pictures = pictures;
    const turn = ++this.turn;
    if (!this.proofs) return true;
    if (this.painter) {
      this.proofsWait = true;
      return false;
    }
    this.proofsWait = false;
    const { surface } = this;
    surface.clear(PROOFS);
    surface.clear(ABOVE);
    let shown = Number.NEGATIVE_INFINITY;
    const drawn: Room[] = [];
    for (const proof of proofsOn(surface.width, surface.height, this.manner.proofs, this.manner.hand)) {
      this.paintProof(brush, pictures, proof);
      drawn.push(proof.room);
      if (performance.now() - shown > PATIENCE) {
        this.showWithin(drawn);
        if (drawn.length === 1) onFirst();
        shown = performance.now();
      }
      await breath();
      // A pen that came down meanwhile has the surface now; the proofs are drawn when it leaves.
      if (this.painter) this.proofsWait = true;
      if (turn !== this.turn || surface !== this.surface) return false;
    }
    this.show();
    return true;
  }

  /** Draws the newest brush's proofs once more; answers as `setBrush`. */
  private async drawAnew(): Promise<boolean> {
    return this.wanted !== undefined && this.setBrush(this.wanted);
  }

  /** Paints one proof, and what lies below it. */
  private paintProof(brush: Brush, pictures: Pictures, { strokes, room, below, scale }: Proof): void {
    const { surface, manner } = this;
    surface.paintOn(PROOFS);
    if (needsBed(brush)) paintBed(surface, room);
    else if (below !== "nothing") paintHand(surface, washBrush(room.height * 0.72), { ...this.ink, colour: hexToRgb(WASH_INK) }, washStrokes(room), 1);
    if (below === "layer") surface.paintOn(ABOVE);
    const seen = asPainter(manner.painter);
    paintHand(
      surface,
      scaledBrush(brush, scale),
      this.ink,
      strokes.map((stroke) => stroke.map(seen)),
      1,
      pictures,
    );
  }

  penDown(stroke: number): void {
    if (!this.brush) return;
    this.turn++;
    const { use } = this.manner;
    const brush = use === "smudge" ? smudging(this.brush) : this.brush;
    const ink = { ...this.ink, erases: use === "erase" };
    this.painter = this.own.begin(brush, this.pictures, ink, stroke);
  }

  penMove(samples: readonly Sample[]): void {
    if (!this.painter) return;
    const seen = samples.map(asPainter(this.manner.painter));
    this.own.remember(seen);
    this.painter.push(seen);
    this.show();
  }

  /** Finishes the stroke, then the proofs that had to wait for it. Answers as `setBrush`. */
  async penUp(): Promise<boolean> {
    this.painter?.end();
    this.painter = undefined;
    this.show();
    return this.proofsWait && this.drawAnew();
  }

  /** Changes what own strokes do, and how the paper is lit. */
  async setManner(manner: PaperManner): Promise<boolean> {
    const before = this.manner;
    this.manner = manner;
    this.ink = inkOf(manner.colours);
    this.surface.paper = paperOf(manner);
    if (manner.lit !== before.lit || manner.colours.paper !== before.colours.paper) {
      this.picture.release();
      this.picture = this.newPicture();
      this.showAll();
    }
    const same = (["colours", "proofs", "hand", "grain", "painter"] as const).every((key) => JSON.stringify(manner[key]) === JSON.stringify(before[key]));
    return !same && this.drawAnew();
  }

  /** The colour of a px as it is shown, `#rrggbb`; that of the paper beyond its edge. */
  colourAt(x: number, y: number): string {
    if (x < 0 || y < 0 || x >= this.surface.width || y >= this.surface.height) return this.manner.colours.paper;
    const at = (Math.floor(y) * this.picture.stride + Math.floor(x)) * 4;
    const [r, g, b] = this.picture.pixels.subarray(at, at + 3);
    return rgbToHex([r / 255, g / 255, b / 255]);
  }

  /** Dips the tip by hand. */
  refill(): void {
    this.own.refill();
  }

  /** Takes the last own act away. */
  takeBack(): void {
    this.change(() => this.own.takeBack());
  }

  clear(): void {
    this.change(() => this.own.clear());
  }

  /** Fills the chosen own layer with the ink, or empties it. */
  fill(empties: boolean): void {
    this.change(() => this.own.fill(empties ? undefined : this.ink.colour));
  }

  setLayers(layers: OwnLayers): void {
    this.change(() => this.own.setLayers(layers));
  }

  /** What is painted on the layers that are shown, without the paper, as a PNG. */
  painted(): Uint8Array {
    const whole = new Picture(this.surface, null);
    whole.showAll();
    const pixels = whole.copy();
    whole.release();
    return writeRgba(pixels, this.surface.width, this.surface.height);
  }

  /** All layers as OpenRaster. @throws FormatError where there is nothing, or a blend mode has no name there */
  layered(): Uint8Array {
    return writeOra(this.surface, hexToRgb(this.manner.colours.paper));
  }

  /** Not while a stroke is being painted. */
  private change(act: () => void): void {
    if (this.painter) return;
    act();
    this.show();
  }

  private newSurface(): Surface {
    const surface = new Surface(this.kernels, this.canvas.width, this.canvas.height, PROOF_LAYERS);
    surface.paper = paperOf(this.manner);
    surface.layers[PROOFS].name = "proofs";
    surface.layers[ABOVE].name = "proofs over another layer";
    return surface;
  }

  private newPicture(): Picture {
    return new Picture(this.surface, hexToRgb(this.manner.colours.paper), this.manner.lit ? tableLight : undefined);
  }

  private showAll(): void {
    this.surface.takeDirty();
    this.waiting.clear();
    this.picture.showAll();
    this.put(0, 0, this.surface.width, this.surface.height);
  }

  private show(): void {
    this.gather();
    this.showTiles([...this.waiting.keys()]);
  }

  /** Shows what has changed in these rooms and about them; the rest waits. */
  private showWithin(rooms: readonly Room[]): void {
    this.gather();
    const { columns } = this.surface;
    const tiles = [...this.waiting.keys()].filter((index) => {
      const [x, y] = [((index % columns) + 0.5) * TILE, (Math.floor(index / columns) + 0.5) * TILE];
      return rooms.some(({ left, top, width, height }) => x > left - TILE / 2 && x < left + width + TILE / 2 && y > top - TILE / 2 && y < top + height + TILE / 2);
    });
    this.showTiles(tiles);
  }

  private gather(): void {
    for (const { index, bands } of this.surface.takeDirty()) this.waiting.set(index, (this.waiting.get(index) ?? 0) | bands);
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

const channel = new MessageChannel();

/** Lets waiting messages in; unlike a timer it costs microseconds. */
function breath(): Promise<void> {
  return new Promise((resolve) => {
    channel.port1.onmessage = () => resolve();
    channel.port2.postMessage(null);
  });
}
