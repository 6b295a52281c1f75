import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Act, Doing, StrokeHead } from "@core/study/act";
import type { StudySheetSize } from "@core/study/model";
import { openPort, type Port } from "~/port/open-port";
import type { SayName } from "~/port/protocol";
import type { Framing } from "./framing";
import type { Instrument, Progressive, SheetState, StudyPainting } from "./protocol";

/** The page's end of a study's engine: owns the worker that paints. */
export class StudyEngine {
  private readonly port: Port<StudyPainting>;
  private stroke = 0;

  /** @param canvas is handed over: afterwards only the worker draws on it */
  constructor(
    canvas: HTMLCanvasElement,
    sheet: StudySheetSize,
    instruments: readonly Instrument[],
    onTrouble: (fault: string) => void,
  ) {
    const worker = new Worker(new URL("./study.worker.ts", import.meta.url), { type: "module" });
    this.port = openPort<StudyPainting>(worker, onTrouble);
    this.port.on("shown", (said) =>
      dispatchEvent(new CustomEvent("brosse:engine", { detail: { kind: "shown", ...said } })),
    );
    const offscreen = canvas.transferControlToOffscreen();
    this.port.tell("begin", { canvas: offscreen, sheet, instruments }, [offscreen]);
  }

  /** Hears what the engine says; @returns what ends it */
  on<Name extends SayName<StudyPainting>>(name: Name, hear: (what: StudyPainting["says"][Name]) => void): () => void {
    return this.port.on(name, hear);
  }

  /** Replays a log. @throws CallFailed, CallDropped */
  open(log: readonly Act[]): Promise<SheetState> {
    return this.port.call("open", log);
  }

  frame(framing: Framing): void {
    this.port.tell("framing", framing);
  }

  penDown(head: StrokeHead): void {
    this.port.tell("penDown", { stroke: ++this.stroke, head });
  }

  penMove(samples: readonly Sample[]): void {
    this.port.tell("penMove", samples);
  }

  penUp(): void {
    this.port.tell("penUp", null);
  }

  penDrop(): void {
    this.port.tell("penDrop", null);
  }

  act(act: Exclude<Doing, { readonly kind: "stroke" }>): void {
    this.port.tell("act", act);
  }

  back(at: number): void {
    this.port.tell("back", { at });
  }

  again(at: number): void {
    this.port.tell("again", { at });
  }

  /** The colour of one of the picture's px. @throws CallFailed, CallDropped */
  pick(x: number, y: number): Promise<string> {
    return this.port.call("pick", { x, y });
  }

  /** The outline of a brush's tip; a newer question drops an older one. @throws CallFailed, CallDropped */
  outline(brush: Brush): Promise<string> {
    return this.port.call("outline", brush, { newest: true });
  }

  /** The layers in small; none where a stroke is under way. A newer question drops an older one. @throws CallFailed, CallDropped */
  progressives(longest: number): Promise<readonly Progressive[]> {
    return this.port.call("progressives", { longest }, { newest: true });
  }

  /** The picture in small, as a PNG. @throws CallFailed, CallDropped */
  picture(longest: number): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("picture", { longest });
  }

  close(): void {
    this.port.close();
  }
}
