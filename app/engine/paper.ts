import { type Brush, scaledBrush, smudging, type Use, withValue } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { asPainter } from "@core/hand/preview";
import { type Proof, proofsOn, usualProofs } from "@core/hand/proof";
import type { Sample } from "@core/hand/sample";
import type { Room } from "@core/hand/simulate";
import { createKernels, type Kernels } from "@core/kernels/load";
import { noPictures, type Pictures } from "@core/picture/picture";
import { needsBed, paintBed, wholeBedFor } from "@core/stroke/bed";
import type { Ink } from "@core/stroke/laying/ink";
import { paintHand } from "@core/stroke/painter";
import { tableLight } from "@core/surface/light";
import { Surface } from "@core/surface/surface";
import { breath } from "~/port/serve-port";
import { dryOn } from "./dry-on";
import { fetchPictures } from "./fetch-pictures";
import { inkOf } from "./ink-of";
import type { OwnLayers } from "./own-layers";
import { OwnPaint } from "./own-paint";
import { paperOf } from "./paper-ground";
import { PaperView } from "./paper-view";
import { papersOut } from "./papers-out";
import type { OwnActs, PaperColours, PaperManner, ReplayedStroke } from "./protocol";
import { dressActs } from "./scratch/dress-acts";
import { openSheet } from "./scratch/open-sheet";
import { SheetKeeper } from "./scratch/sheet-keeper";
import { washBrush, washStrokes } from "./wash";

const PROOFS = 0;
/** Where proofs lie that have something on a layer below. */
const ABOVE = 1;
const PROOF_LAYERS = 2;
const WASH_INK = "#d8963c";
/** How often a stroke under way is kept, ms. */
const OFTEN = 500;
/** The first proof is shown at once; how long those after it may gather before they are, ms. */
const PATIENCE = 60;

/** A paper with proofs below and the painter's own layers above, shown on an OffscreenCanvas. */
export class Paper {
  private readonly kernels: Kernels = createKernels();
  private ink: Ink;
  private readonly drawing: OffscreenCanvasRenderingContext2D;
  surface: Surface;
  private view: PaperView;
  private brush: Brush | undefined;
  /** The newest brush; its pictures may still be on their way. */
  private wanted: Brush | undefined;
  private pictures: Pictures = noPictures;
  private readonly own: OwnPaint;
  private asked = 0;
  private turn = 0;
  private proofsWait = false;
  private manner: PaperManner;
  private ups = 0;
  /** Whether a sheet that was to be kept is not. */
  private unkept = false;
  /** Who waits for the stroke under way to end. */
  private readonly resting: (() => void)[] = [];
  private keeper: SheetKeeper | undefined;
  private keptAt = 0;

  constructor(
    private readonly canvas: OffscreenCanvas,
    colours: PaperColours,
    private readonly proofs: boolean,
  ) {
    const drawing = canvas.getContext("2d", { alpha: false });
    if (!drawing) throw new Error("this browser cannot draw outside the page");
    this.drawing = drawing;
    this.manner = {
      use: "paint",
      keptWet: false,
      light: tableLight,
      colours,
      proofs: usualProofs,
      hand: "slow-swell",
      grain: null,
      painter: "full pen",
    };
    this.ink = inkOf(colours);
    this.surface = this.newSurface();
    this.own = new OwnPaint(this.surface, PROOF_LAYERS);
    this.view = this.newView();
  }

  get acts(): OwnActs {
    return {
      count: this.own.count,
      ...this.own.steps,
      made: this.own.made,
      ups: this.ups,
      kept: !this.unkept && (this.keeper?.kept ?? true),
    };
  }

  /** Takes up the sheet that a maker left in this browser, and keeps it from now on. @returns its layers */
  async takeUp(account: string): Promise<OwnLayers> {
    const shelf = await openSheet(account);
    this.unkept = shelf === undefined;
    if (!shelf) return this.own.layers;
    const keeper = new SheetKeeper(shelf);
    const { acts, layers } = await keeper.read();
    const dressed = await dressActs(acts).catch(() => undefined);
    // Without all its pictures a sheet cannot be done again: it is left as it is, and this one is not kept.
    this.unkept = dressed === undefined;
    if (!dressed) return this.own.layers;
    if (this.own.paints) await new Promise<void>((resolve) => this.resting.push(resolve));
    keeper.begin(dressed);
    this.keeper = keeper;
    if (layers) this.own.setLayers(layers);
    if (dressed.length > 0) this.own.takeUp(dressed);
    this.view.show();
    void this.keep();
    return this.own.layers;
  }

  /** Keeps what was done so far. */
  keep(): Promise<void> | undefined {
    this.keptAt = performance.now();
    return this.keeper?.keep(this.own.drawn, this.own.layers);
  }

  /** Gives the paper another size; proofs are drawn anew, own strokes stay where they are. Answers as `setBrush`. */
  async resize(width: number, height: number): Promise<boolean> {
    this.view.release();
    this.surface.release();
    this.canvas.width = width;
    this.canvas.height = height;
    this.surface = this.newSurface();
    this.own.moveTo(this.surface);
    this.view = this.newView();
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
    if (this.own.paints) {
      this.proofsWait = true;
      return false;
    }
    this.proofsWait = false;
    const { surface } = this;
    surface.clear(PROOFS);
    surface.clear(ABOVE);
    let shown = Number.NEGATIVE_INFINITY;
    const drawn: Room[] = [];
    for (const proof of proofsOn(surface.width, surface.height, this.manner.proofs, this.manner.hand, brush.tip.size)) {
      this.paintProof(brush, pictures, proof);
      drawn.push(proof.bed);
      if (performance.now() - shown > PATIENCE) {
        this.view.showWithin(drawn);
        if (drawn.length === 1) onFirst();
        shown = performance.now();
      }
      await breath();
      // A pen that came down meanwhile has the surface now; the proofs are drawn when it leaves.
      if (this.own.paints) this.proofsWait = true;
      if (turn !== this.turn || surface !== this.surface) return false;
    }
    this.view.show();
    return true;
  }

  /** Draws the newest brush's proofs once more; answers as `setBrush`. */
  private async drawAnew(): Promise<boolean> {
    return this.wanted !== undefined && this.setBrush(this.wanted);
  }

  /** Paints one proof, and what lies below it. */
  private paintProof(brush: Brush, pictures: Pictures, { strokes, bed, below, scale }: Proof): void {
    const { surface, manner } = this;
    surface.paintOn(PROOFS);
    if (needsBed(brush)) paintBed(surface, wholeBedFor([brush], bed));
    else if (below !== "nothing")
      paintHand(surface, washBrush(bed.height * 0.6), { ...this.ink, colour: hexToRgb(WASH_INK) }, washStrokes(bed), 1);
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
    this.begin(this.brush, this.manner.use, this.ink, stroke);
  }

  /** Draws a stroke again that somebody has drawn elsewhere, as they had set this brush. */
  replay({ samples, size, colour, use, seed }: ReplayedStroke): void {
    if (!this.brush || this.own.paints) return;
    const brush = withValue(this.brush, "size", size);
    this.begin(brush, use, { ...this.ink, colour: hexToRgb(colour) }, seed);
    this.own.push(samples);
    this.own.end();
    dryOn(() => this);
    this.view.show();
  }

  private begin(brush: Brush, use: Use, ink: Ink, seed: number): void {
    const used = use === "smudge" ? smudging(brush) : brush;
    this.own.begin(
      used,
      this.pictures,
      { ...ink, erases: use === "erase", staysWet: this.manner.keptWet || undefined },
      seed,
    );
  }

  penMove(samples: readonly Sample[]): void {
    if (!this.own.paints) return;
    this.own.push(samples.map(asPainter(this.manner.painter)));
    this.view.show();
    if (performance.now() - this.keptAt > OFTEN) void this.keep();
  }

  /** Finishes the stroke at once, then the proofs that had to wait for it. Answers as `setBrush`. */
  async penUp(): Promise<boolean> {
    this.own.end();
    dryOn(() => this);
    return this.rest();
  }

  /** Shows what has changed. */
  readonly show = (): void => this.view.show();

  /** What waits for a pen to leave. */
  private async rest(): Promise<boolean> {
    this.ups++;
    this.view.show();
    for (const go of this.resting.splice(0)) go();
    return this.proofsWait && this.drawAnew();
  }

  /** Takes the stroke under way away, as if it had never begun. Answers as `setBrush`. */
  async penDrop(): Promise<boolean> {
    this.own.drop();
    return this.rest();
  }

  /** Changes what own strokes do, and how the paper is lit. */
  async setManner(manner: PaperManner): Promise<boolean> {
    const before = this.manner;
    this.manner = manner;
    this.ink = inkOf(manner.colours);
    this.surface.paper = paperOf(manner);
    if (
      JSON.stringify(manner.light) !== JSON.stringify(before.light) ||
      manner.colours.paper !== before.colours.paper
    ) {
      this.view.release();
      this.view = this.newView();
    }
    const same = (["colours", "proofs", "hand", "grain", "painter"] as const).every(
      (key) => JSON.stringify(manner[key]) === JSON.stringify(before[key]),
    );
    return !same && this.drawAnew();
  }

  /** The colour of a px as it is shown, `#rrggbb`; that of the paper beyond its edge. */
  colourAt(x: number, y: number): string {
    return this.view.colourAt(x, y);
  }

  /** Dips the tip by hand. */
  refill(): void {
    this.own.refill();
  }

  /** Lets the own layers dry. */
  dry(): void {
    this.change(() => this.own.dry());
  }

  /** Takes the last own act away. */
  takeBack(): void {
    this.change(() => this.own.takeBack());
  }

  /** Does again what was taken back last. */
  doAgain(): void {
    this.change(() => this.own.doAgain());
  }

  /** Empties the own layers; it can be taken back. */
  clear(): void {
    this.change(() => this.own.clear());
  }

  /** Fills the chosen own layer with the ink, or empties it. */
  fill(what: "ink" | "nothing"): void {
    this.change(() => this.own.fill(what === "ink" ? this.ink.colour : undefined));
  }

  setLayers(layers: OwnLayers): void {
    this.change(() => this.own.setLayers(layers));
  }

  /** What is painted, to be taken out of the page, once all of it has dried. */
  out<What extends keyof typeof papersOut>(what: What): Uint8Array {
    this.surface.settle();
    return papersOut[what](this.surface, this.manner);
  }

  /** Does something to the own layers: at once, or when the stroke that is being painted has ended. */
  private change(act: () => void): void {
    if (this.own.paints) return void this.resting.push(() => this.change(act));
    act();
    this.view.show();
  }

  private newSurface(): Surface {
    const surface = new Surface(this.kernels, this.canvas.width, this.canvas.height, PROOF_LAYERS);
    surface.paper = paperOf(this.manner);
    surface.layers[PROOFS].name = "proofs";
    surface.layers[ABOVE].name = "proofs over another layer";
    return surface;
  }

  private newView(): PaperView {
    return new PaperView(this.surface, this.drawing, this.manner.colours.paper, this.manner.light);
  }
}
