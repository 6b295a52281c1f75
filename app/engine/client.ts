import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { OwnLayers } from "./own-layers";
import type { Ask, PaperColours, PaperManner, Tell } from "./protocol";

/** The page's end of the engine: owns the worker that draws on a canvas. */
export class Engine {
  private readonly worker = new Worker(new URL("./engine.worker.ts", import.meta.url), { type: "module" });
  private turn = 0;
  private stroke = 0;
  private strips = 0;

  /** @param canvas is handed over: afterwards only the worker draws on it */
  constructor(canvas: HTMLCanvasElement, colours: PaperColours, proofs: boolean, hear: (tell: Tell) => void) {
    this.worker.addEventListener("message", ({ data }: MessageEvent<Tell>) => hear(data));
    this.worker.addEventListener("error", (event) =>
      hear({ kind: "fault", message: event.message || "the engine could not start" }),
    );
    const offscreen = canvas.transferControlToOffscreen();
    this.ask({ kind: "open", canvas: offscreen, colours, proofs }, [offscreen]);
  }

  /** Draws the proofs with this brush; answers with the turn that `proofed` will name. */
  setBrush(brush: Brush): number {
    this.ask({ kind: "brush", brush, turn: ++this.turn });
    return this.turn;
  }

  /** Asks for a strip of brushes; answers with the turn that its pieces will name. */
  strip(brushes: readonly Brush[], width: number, height: number): number {
    this.ask({ kind: "strip", turn: ++this.strips, brushes, width, height });
    return this.strips;
  }

  vignettes(brush: Brush, width: number, height: number): void {
    this.ask({ kind: "vignettes", brush, width, height });
  }

  resize(width: number, height: number): void {
    this.ask({ kind: "resize", width, height });
  }

  penDown(): void {
    this.ask({ kind: "pen-down", stroke: ++this.stroke });
  }

  penMove(samples: readonly Sample[]): void {
    this.ask({ kind: "pen-move", samples });
  }

  penUp(): void {
    this.ask({ kind: "pen-up" });
  }

  setManner(manner: PaperManner): void {
    this.ask({ kind: "manner", manner });
  }

  outline(brush: Brush): void {
    this.ask({ kind: "outline", brush });
  }

  pick(x: number, y: number): void {
    this.ask({ kind: "pick", x, y });
  }

  refill(): void {
    this.ask({ kind: "refill" });
  }

  takeBack(): void {
    this.ask({ kind: "take-back" });
  }

  clear(): void {
    this.ask({ kind: "clear" });
  }

  setLayers(layers: OwnLayers): void {
    this.ask({ kind: "layers", layers });
  }

  fill(empties: boolean): void {
    this.ask({ kind: "fill", empties });
  }

  painted(): void {
    this.ask({ kind: "painted" });
  }

  layered(): void {
    this.ask({ kind: "layered" });
  }

  close(): void {
    this.worker.terminate();
  }

  private ask(message: Ask, transfer: Transferable[] = []): void {
    this.worker.postMessage(message, { transfer });
  }
}
