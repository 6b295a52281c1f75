import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Act, Doing, StrokeHead } from "@core/study/act";
import type { StudySheetSize } from "@core/study/model";
import type { Light } from "@core/surface/light";
import type { ReliefMap } from "~/engine/protocol";
import type { Framing } from "~/paper/window/framing";
import { openPort, type Port } from "~/port/open-port";
import type { SayName } from "~/port/protocol";
import type { EaselWork, Instrument, Progressive, SheetState, StudyPlace, Watched } from "./protocol";

/** The page's end of a study's engine: owns the worker that paints. */
export class EaselEngine {
  private readonly port: Port<EaselWork>;
  private stroke = 0;

  /** @param canvas is handed over: afterwards only the worker draws on it */
  constructor(
    canvas: HTMLCanvasElement,
    sheet: StudySheetSize,
    instruments: readonly Instrument[],
    onTrouble: (fault: string) => void,
  ) {
    const worker = new Worker(new URL("./easel.worker.ts", import.meta.url), { type: "module" });
    this.port = openPort<EaselWork>(worker, onTrouble);
    this.port.on("shown", (said) =>
      dispatchEvent(new CustomEvent("brosse:engine", { detail: { kind: "shown", ...said } })),
    );
    const offscreen = canvas.transferControlToOffscreen();
    this.port.tell("begin", { canvas: offscreen, sheet, instruments }, [offscreen]);
  }

  /** Hears what the engine says; @returns what ends it */
  on<Name extends SayName<EaselWork>>(name: Name, hear: (what: EaselWork["says"][Name]) => void): () => void {
    return this.port.on(name, hear);
  }

  /** Replays a log. @throws CallFailed, CallDropped */
  open(log: readonly Act[]): Promise<SheetState> {
    return this.port.call("open", log);
  }

  frame(framing: Framing): void {
    this.port.tell("framing", framing);
  }

  /** @param light null for none */
  lightBy(light: Light | null): void {
    this.port.tell("light", light);
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

  /** Fetches a study's package and lays it ready to be watched. @throws CallFailed, CallDropped */
  watch(address: string): Promise<Watched> {
    return this.port.call("watch", { address });
  }

  /** Lets go of what one painted oneself, and watches again. */
  watchAgain(): void {
    this.port.tell("watchAgain", null);
  }

  /** Shows the picture as it was after so many acts; a newer question drops an older one. @throws CallFailed, CallDropped */
  lookAt(count: number): Promise<StudyPlace> {
    return this.port.call("lookAt", { count }, { newest: true });
  }

  /** Plays from where one is. @param speed how many times as fast as it was painted */
  play(speed: number): void {
    this.port.tell("play", { speed });
  }

  pause(): void {
    this.port.tell("pause", null);
  }

  /** What is watched becomes one's own to paint on, from where one is. @throws CallFailed, CallDropped */
  takeUp(): Promise<SheetState> {
    return this.port.call("takeUp", null);
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

  /** All layers as OpenRaster. @throws CallFailed, CallDropped */
  layered(): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("layered", null);
  }

  /** How high the paint stands, or which way it faces, as a 16-bit PNG. @throws CallFailed, CallDropped */
  relief(map: ReliefMap): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("relief", map);
  }

  /** The picture without light on its thick paint. @throws CallFailed, CallDropped */
  flat(): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("flat", null);
  }

  /** The picture as a PNG. @param longest px; it is made smaller where a side would be longer @throws CallFailed, CallDropped */
  picture(longest = Number.POSITIVE_INFINITY): Promise<Uint8Array<ArrayBuffer>> {
    return this.port.call("picture", { longest });
  }

  close(): void {
    this.port.close();
  }
}
