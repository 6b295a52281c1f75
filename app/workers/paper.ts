import { type Brush, smudging } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { proofsOn } from "@core/hand/proof";
import type { Sample } from "@core/hand/sample";
import { createKernels, type Kernels } from "@core/kernels/load";
import { fullReservoir } from "@core/paint/spend";
import { noPictures, type Pictures } from "@core/picture/picture";
import { needsBed, paintBed } from "@core/stroke/bed";
import type { Ink } from "@core/stroke/ink";
import { paintHand, StrokePainter } from "@core/stroke/painter";
import { Picture } from "@core/surface/picture";
import { tableLight } from "@core/surface/relief";
import { Surface } from "@core/surface/surface";
import { fetchPictures } from "./fetch-pictures";
import type { PaperColours, PaperManner } from "./messages";
import { washBrush, washStrokes } from "./wash";

const PROOFS = 0;
const OWN = 1;
const WASH_INK = "#d8963c";
/** How long a redraw may take before its strokes are shown as they come, ms. */
const PATIENCE = 60;

interface OwnStroke {
  readonly brush: Brush;
  readonly pictures: Pictures;
  readonly samples: Sample[];
  readonly seed: number;
  readonly ink: Ink;
}

/** A paper with proofs below and the painter's own strokes above, shown on an OffscreenCanvas. */
export class Paper {
  private readonly kernels: Kernels = createKernels();
  private readonly ink: Ink;
  private readonly drawing: OffscreenCanvasRenderingContext2D;
  private surface: Surface;
  private picture: Picture;
  private brush: Brush | undefined;
  private pictures: Pictures = noPictures;
  private painter: StrokePainter | undefined;
  private strokes: OwnStroke[] = [];
  private asked = 0;
  private turn = 0;
  private proofsWait = false;
  private manner: PaperManner = { use: "paint", lit: true };
  private reservoir = fullReservoir();

  constructor(
    private readonly canvas: OffscreenCanvas,
    private readonly colours: PaperColours,
    private readonly proofs: boolean,
  ) {
    const drawing = canvas.getContext("2d", { alpha: false });
    if (!drawing) throw new Error("this browser cannot draw outside the page");
    this.drawing = drawing;
    this.ink = { colour: hexToRgb(colours.ink), second: hexToRgb(colours.second) };
    this.surface = new Surface(this.kernels, canvas.width, canvas.height, 2);
    this.picture = this.newPicture();
    this.showAll();
  }

  get strokeCount(): number {
    return this.strokes.length;
  }

  /** Gives the paper another size; proofs are drawn anew, own strokes stay where they are. */
  async resize(width: number, height: number): Promise<void> {
    this.painter = undefined;
    this.picture.release();
    this.surface.release();
    this.canvas.width = width;
    this.canvas.height = height;
    this.surface = new Surface(this.kernels, width, height, 2);
    this.picture = this.newPicture();
    this.repaintOwn();
    this.showAll();
    if (this.brush) await this.setBrush(this.brush);
  }

  /**
   * Takes another brush and draws the proofs with it. Between strokes it looks up: when a newer brush has come, it
   * stops and answers false.
   */
  async setBrush(brush: Brush): Promise<boolean> {
    const asked = ++this.asked;
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
    const begun = performance.now();
    const { surface } = this;
    surface.clear(PROOFS);
    for (const { strokes, room, wash } of proofsOn(surface.width, surface.height)) {
      surface.paintOn(PROOFS);
      if (needsBed(brush)) paintBed(surface, room);
      else if (wash) paintHand(surface, washBrush(room.height * 0.72), { ...this.ink, colour: hexToRgb(WASH_INK) }, washStrokes(room), 1);
      paintHand(surface, brush, this.ink, strokes, 1, pictures);
      if (performance.now() - begun > PATIENCE) this.show();
      await breath();
      // A pen that came down meanwhile has the surface now; the proofs are drawn when it leaves.
      if (this.painter) this.proofsWait = true;
      if (turn !== this.turn || surface !== this.surface) return false;
    }
    this.show();
    return true;
  }

  penDown(stroke: number): void {
    if (!this.brush) return;
    this.turn++;
    const { use } = this.manner;
    const brush = use === "smudge" ? smudging(this.brush) : this.brush;
    const ink = { ...this.ink, erases: use === "erase" };
    this.strokes.push({ brush, pictures: this.pictures, samples: [], seed: stroke, ink });
    this.surface.paintOn(OWN);
    this.painter = new StrokePainter(this.surface, brush, ink, stroke, this.pictures, this.reservoir);
  }

  penMove(samples: readonly Sample[]): void {
    if (!this.painter) return;
    this.strokes[this.strokes.length - 1].samples.push(...samples);
    this.painter.push(samples);
    this.show();
  }

  /** Finishes the stroke, then the proofs that had to wait for it. */
  async penUp(): Promise<void> {
    this.painter?.end();
    this.painter = undefined;
    this.show();
    if (this.proofsWait && this.brush) await this.setBrush(this.brush);
  }

  /** Changes what own strokes do, and how the paper is lit. */
  setManner(manner: PaperManner): void {
    const relit = manner.lit !== this.manner.lit;
    this.manner = manner;
    if (!relit) return;
    this.picture.release();
    this.picture = this.newPicture();
    this.showAll();
  }

  /** Dips the tip by hand. */
  refill(): void {
    this.reservoir.full = 1;
  }

  /** Takes the last own stroke away. */
  takeBack(): void {
    if (this.painter) return;
    this.strokes.pop();
    this.repaintOwn();
    this.show();
  }

  clear(): void {
    if (this.painter) return;
    this.strokes = [];
    this.surface.clear(OWN);
    this.show();
  }

  private repaintOwn(): void {
    this.surface.paintOn(OWN);
    this.surface.clear(OWN);
    this.reservoir = fullReservoir();
    for (const { brush, pictures, samples, seed, ink } of this.strokes) {
      const painter = new StrokePainter(this.surface, brush, ink, seed, pictures, this.reservoir);
      painter.push(samples);
      painter.end();
    }
  }

  private newPicture(): Picture {
    return new Picture(this.surface, hexToRgb(this.colours.paper), this.manner.lit ? tableLight : undefined);
  }

  private showAll(): void {
    this.surface.takeDirty();
    this.picture.showAll();
    this.put(0, 0, this.surface.width, this.surface.height);
  }

  private show(): void {
    const area = this.picture.show(this.surface.takeDirty());
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
