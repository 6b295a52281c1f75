import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { openPort, type Port } from "~/port/open-port";
import type { SayName } from "~/port/protocol";
import type { OwnLayers } from "./own-layers";
import type { Painting, PaperColours, PaperManner, ReliefMap, ReplayedStroke, StripPiece, Vignettes } from "./protocol";

/** What measurements and tests are told of the engine's work. */
const REPORTED = ["begun", "proofed", "shown"] as const;

interface Place {
  readonly x: number;
  readonly y: number;
}

/** px from one reading of a straight line to the next; one each ms. */
const LINE_STEP = 4;

/** The page's end of the engine: owns the worker that draws on a canvas. */
export class Engine {
  private readonly port: Port<Painting>;
  private turn = 0;
  private stroke = 0;
  private drawn: Sample[] = [];
  private newest: readonly Sample[] | undefined;
  private ups = 0;
  private upsHeard = 0;
  private paints = false;
  /** How many times as large as its brush the tip is: by trial, and by keys within the stroke under way. */
  private trial = 1;
  private grown = 1;
  /** The last straight line, from its beginning. */
  private line: Place | undefined;
  private readonly waiting: (() => void)[] = [];

  /** @param canvas is handed over: afterwards only the worker draws on it */
  constructor(canvas: HTMLCanvasElement, colours: PaperColours, proofs: boolean, onTrouble: (fault: string) => void) {
    const worker = new Worker(new URL("./engine.worker.ts", import.meta.url), { type: "module" });
    this.port = openPort<Painting>(worker, onTrouble);
    for (const kind of REPORTED)
      this.port.on(kind, (said) => dispatchEvent(new CustomEvent("brosse:engine", { detail: { kind, ...said } })));
    this.port.on("acts", ({ ups }) => {
      this.upsHeard = ups;
      // Whoever else hears of it comes first: what waits may be about the step that they make of it.
      queueMicrotask(() => {
        if (!this.busy) for (const act of this.waiting.splice(0)) act();
      });
    });
    const offscreen = canvas.transferControlToOffscreen();
    this.port.tell("open", { canvas: offscreen, colours, proofs }, [offscreen]);
  }

  /** Hears what the engine says; @returns what ends it */
  on<Name extends SayName<Painting>>(name: Name, hear: (what: Painting["says"][Name]) => void): () => void {
    return this.port.on(name, hear);
  }

  /** The newest own stroke, in px; none while there is none. */
  get lastStroke(): readonly Sample[] | undefined {
    return this.newest;
  }

  /** Whether a stroke is under way, or one that has ended is not all painted. */
  private get busy(): boolean {
    return this.paints || this.upsHeard < this.ups;
  }

  /** Does something when no stroke is under way: at once, mostly. */
  whenSettled(act: () => void): void {
    if (this.busy) this.waiting.push(act);
    else act();
  }

  /** Draws the proofs with this brush. */
  setBrush(brush: Brush): void {
    this.port.tell("brush", { brush, turn: ++this.turn });
  }

  setManner(manner: PaperManner): void {
    this.port.tell("manner", manner);
  }

  setLayers(layers: OwnLayers): void {
    this.port.tell("layers", layers);
  }

  /** Takes up the scratch sheet of this account, and keeps it from now on. */
  takeUp(account: string): void {
    this.port.tell("takeUp", account);
  }

  resize(width: number, height: number): void {
    this.port.tell("resize", { width, height });
  }

  /** Draws from now on with a tip that many times as large as its brush. */
  setTrial(times: number): void {
    this.trial = times;
  }

  /** Makes the tip of the stroke under way that many times as large; nothing where there is none. */
  grow(times: number): void {
    if (this.paints) this.grown *= times;
  }

  penDown(): void {
    this.drawn = [];
    this.grown = 1;
    this.paints = true;
    this.port.tell("penDown", ++this.stroke);
  }

  penMove(samples: readonly Sample[]): void {
    if (!this.paints) return;
    const grown = this.trial * this.grown;
    const read = grown === 1 ? samples : samples.map((sample) => ({ ...sample, grown }));
    this.drawn.push(...read);
    this.port.tell("penMove", read);
  }

  penUp(): void {
    if (!this.paints) return;
    this.newest = this.drawn;
    this.paints = false;
    this.ups++;
    this.port.tell("penUp", null);
  }

  /** Two fingers have come down: the stroke under way was none. */
  penDrop(): void {
    if (!this.paints) return;
    this.paints = false;
    this.ups++;
    this.port.tell("penDrop", null);
  }

  /** Draws a straight line from where the last stroke ended. */
  lineTo(to: Place): void {
    const from = this.newest?.at(-1) ?? to;
    this.line = { x: to.x - from.x, y: to.y - from.y };
    this.drawLine(from, this.line);
  }

  /** Draws a line like the last straight one from a place. */
  parallelFrom(from: Place): void {
    if (this.line) this.drawLine(from, this.line);
  }

  /** Draws a line at an even speed, pressed as the last stroke was in the mean. */
  private drawLine(from: Place, along: Place): void {
    const pressures = (this.newest ?? []).flatMap(({ pressure }) => pressure ?? []);
    const mean = pressures.reduce((sum, pressure) => sum + pressure, 0) / pressures.length;
    const steps = Math.max(1, Math.ceil(Math.hypot(along.x, along.y) / LINE_STEP));
    this.penDown();
    this.penMove(
      Array.from({ length: steps + 1 }, (_, i) => ({
        x: from.x + (along.x * i) / steps,
        y: from.y + (along.y * i) / steps,
        time: i * LINE_STEP,
        ...(pressures.length > 0 ? { pressure: mean } : {}),
      })),
    );
    this.penUp();
  }

  /** Draws a stroke again that somebody has drawn elsewhere. */
  replay(stroke: ReplayedStroke): void {
    this.port.tell("replay", stroke);
  }

  refill(): void {
    this.port.tell("refill", null);
  }

  /** Lets the own strokes dry. */
  dry(): void {
    this.port.tell("dry", null);
  }

  takeBack(): void {
    this.port.tell("takeBack", null);
  }

  doAgain(): void {
    this.port.tell("doAgain", null);
  }

  clear(): void {
    this.port.tell("clear", null);
  }

  /** Fills the chosen own layer with the ink, or empties it. */
  fill(what: "ink" | "nothing"): void {
    this.port.tell("fill", what);
  }

  /** What is painted, without the paper, as a PNG. @throws CallFailed, CallDropped */
  painted(): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("painted", null);
  }

  /** How high the paint stands, or which way it faces, as a 16-bit PNG. @throws CallFailed, CallDropped */
  relief(map: ReliefMap): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("relief", map);
  }

  /** All layers as OpenRaster. @throws CallFailed, CallDropped */
  layered(): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("layered", null);
  }

  /** The outline of a brush's tip; a newer question drops an older one. @throws CallFailed, CallDropped */
  outline(brush: Brush): Promise<string> {
    return this.port.call("outline", brush, { newest: true });
  }

  /** The colour of one of the paper's px. @throws CallFailed, CallDropped */
  pick(x: number, y: number): Promise<string> {
    return this.port.call("pick", { x, y });
  }

  /** Pictures of the bodies; a newer question drops an older one. @throws CallFailed, CallDropped */
  vignettes(brush: Brush, width: number, height: number): Promise<Vignettes> {
    return this.port.call("vignettes", { brush, width, height }, { newest: true });
  }

  /**
   * The same strokes with several brushes; a newer strip drops an older one.
   * @param take is given the pieces as they come @returns how many times as large as it is each brush is shown
   * @throws CallFailed, CallDropped
   */
  async strip(
    brushes: readonly Brush[],
    width: number,
    height: number,
    take: (piece: StripPiece) => void,
  ): Promise<{ readonly scale: number }> {
    const drawing = this.port.call("strip", { brushes, width, height }, { newest: true });
    const stop = this.port.on("piece", take);
    return drawing.finally(stop);
  }

  /** Ends the engine, when what was done on a scratch sheet is kept. */
  close(): void {
    void this.port
      .call("keep", null)
      .catch(() => undefined)
      .finally(() => this.port.close());
  }
}
