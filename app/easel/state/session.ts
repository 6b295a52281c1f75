import { type Brush, ownValue, withValues } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import type { Quality } from "@core/qualities/table";
import type { Act, Doing, StrokeHead } from "@core/study/act";
import { closedBecause } from "@core/study/looks";
import { lengthOf } from "@core/study/playback";
import { standingActs, standingAfter, standingOf } from "@core/study/standing";
import type { Light } from "@core/surface/light";
import { FrameStore } from "~/paper/window/frame-store";
import type { Place } from "~/paper/window/framing";
import { CallDropped } from "~/port/open-port";
import type { EaselEngine } from "../engine/client";
import type { Instrument, SheetState } from "../engine/protocol";
import type { ActKeeper } from "../keeping/act-keeper";
import { HandKeeper } from "../keeping/hand-keeper";
import type { WordsKeeper } from "../keeping/words-keeper";
import type { PictureTarget } from "../picture";
import { StudyClock } from "./clock";
import { StudyStore } from "./store";
import { isOpen, type StudyState, see, setColour, setValue } from "./study-state";

/** An act that is no stroke, without its time. */
export type NewAct =
  Exclude<Doing, { readonly kind: "stroke" }> extends infer Each
    ? Each extends { readonly at: number }
      ? Omit<Each, "at">
      : never
    : never;

/** One study on one screen: what is done with pen, keys and buttons goes through here to the engine, and from there into the log. */
export class StudySession implements PictureTarget {
  readonly store: StudyStore;
  readonly frame = new FrameStore();
  readonly engine: { current: EaselEngine | null } = { current: null };
  private clock = new StudyClock(0);
  private sizeBegun = 0;
  private readonly known = new Map<string, Brush>();
  /** What keeps the stroke under way; none where nothing is kept. */
  private readonly hand: HandKeeper | undefined;
  /** The newest layer that was asked for, until the engine has it: strokes that follow are on it. */
  private coming: number | undefined;

  /** @param keeper none where nothing is kept: a painter who tries a brush */
  constructor(
    first: StudyState,
    instruments: readonly Instrument[],
    readonly keeper: ActKeeper | undefined,
    /** What keeps the study's name and what is said along its roll. */
    readonly words?: WordsKeeper,
  ) {
    this.store = new StudyStore(first);
    this.hand = keeper && new HandKeeper(keeper);
    this.admit(instruments);
  }

  /** Lays further brushes ready. */
  admit(instruments: readonly Instrument[]): void {
    for (const { hash, brush } of instruments) this.known.set(hash, brush);
  }

  get instruments(): readonly Instrument[] {
    return [...this.known].map(([hash, brush]) => ({ hash, brush }));
  }

  /** A brush as it is in its set, if it is known. */
  find(hash: string): Brush | undefined {
    return this.known.get(hash);
  }

  /** A brush as it is in its set. @throws RangeError for one that is not known */
  brush(hash: string): Brush {
    const brush = this.find(hash);
    if (!brush) throw new RangeError(`${hash} is no brush of this study`);
    return brush;
  }

  /** Whether there is a brush in hand: a tray may be empty. */
  private get holds(): boolean {
    return this.known.has(this.store.get().brush);
  }

  /** The brush in hand, as it is set. */
  inHand({ brush, values } = this.store.get()): Brush {
    return withValues(this.brush(brush), values[brush] ?? {});
  }

  /** Takes an engine into use. @returns what lets go of it */
  readonly attach = (engine: EaselEngine): (() => void) => {
    this.engine.current = engine;
    const { lit, light } = this.store.get();
    this.lightBy(lit, light);
    const stops = [
      engine.on("acted", ({ n, act, state }) => this.entered(n, act, state)),
      engine.on("none", () => this.hand?.none()),
      engine.on("opening", (opening) => this.store.run(see({ opening }))),
      engine.on("place", (place) => this.store.run(see({ place }))),
    ];
    return () => {
      for (const stop of stops) stop();
      this.engine.current = null;
    };
  };

  /** Takes up a log from its beginning. */
  async open(log: readonly Act[]): Promise<void> {
    const { engine, store } = this;
    store.run(see({ log, standing: standingOf(log), sheet: undefined, opening: { done: 0, of: log.length } }));
    this.resume(log);
    try {
      const sheet = await engine.current?.open(log);
      if (sheet) this.begin(sheet);
    } catch (error) {
      // One has left while it was opened.
      if (!(error instanceof CallDropped)) throw error;
    }
  }

  /** Takes up what was in the painter's hand when they left: brush, colours and layer of the last stroke that stands. */
  private resume(log: readonly Act[]): void {
    const last = standingActs(log).findLast(({ act }) => act.kind === "stroke")?.act;
    if (last?.kind !== "stroke" || !this.known.has(last.brush)) return;
    const { brush, values, colour, second, third, layer } = last;
    this.store.run((state) => ({
      ...state,
      brush,
      brushBefore: state.brush === brush ? state.brushBefore : state.brush,
      values: { ...state.values, [brush]: values },
      first: colour,
      second,
      third: third ?? state.third,
      layer,
    }));
  }

  /** Begins to paint on what the engine has. */
  begin(sheet: SheetState): void {
    this.clock = new StudyClock(lengthOf(standingActs(this.store.get().log).map(({ act }) => act)));
    const { layer } = this.store.get();
    const on = sheet.looks.some(({ id }) => id === layer) ? layer : (sheet.looks.at(-1)?.id ?? 1);
    this.store.run(see({ sheet, opening: undefined, place: undefined, layer: on, part: "paint" }));
  }

  penDown(): void {
    const state = this.store.get();
    if (!isOpen(state) || !this.holds) return;
    const head: StrokeHead = {
      kind: "stroke",
      at: this.clock.read(),
      layer: state.layer,
      part: state.part,
      brush: state.brush,
      values: state.values[state.brush] ?? {},
      use: state.use,
      colour: state.first,
      second: state.second,
      third: state.third,
      tintings: state.tintings && [...state.tintings],
      staysWet: state.keptWet || undefined,
      seed: crypto.getRandomValues(new Uint32Array(1))[0],
    };
    this.hand?.down(head);
    this.engine.current?.penDown(head);
  }

  /** Lays a whole stroke that no hand draws. */
  lay(stroke: Pick<StrokeHead, "brush" | "values" | "colour">, samples: readonly Sample[]): void {
    const state = this.store.get();
    const { engine } = this;
    if (!isOpen(state)) return;
    const { layer, second } = state;
    const at = this.clock.read();
    engine.current?.penDown({ kind: "stroke", at, layer, part: "paint", use: "paint", second, seed: 1, ...stroke });
    engine.current?.penMove(samples);
    engine.current?.penUp();
  }

  penMove(samples: readonly Sample[]): void {
    this.hand?.move(samples);
    this.engine.current?.penMove(samples);
  }

  penUp(): void {
    this.clock.read();
    this.hand?.up();
    this.engine.current?.penUp();
  }

  penDrop(): void {
    this.engine.current?.penDrop();
  }

  /** Keeps what is drawn, on the way out of the page. */
  keepHand(): void {
    this.hand?.flush();
  }

  rests(): boolean {
    return this.holds && this.inHand().trail.perSecond > 0;
  }

  pick(place: Place): void {
    this.engine.current?.pick(place.x, place.y).then(
      (colour) => this.store.run(setColour("first", colour)),
      () => undefined,
    );
  }

  size(times: number, begins: boolean): void {
    if (!this.holds) return;
    if (begins) this.sizeBegun = this.inHand().tip.size;
    this.store.run(setValue("size", Number((this.sizeBegun * times).toPrecision(3))));
  }

  /** Makes the tip so many times as large. */
  sizeBy(times: number): void {
    this.size(1, true);
    this.size(times, false);
  }

  /** A quality of the brush in hand; null where it has none. */
  value(quality: Quality): number | null {
    return ownValue(this.inHand(), quality);
  }

  /** Does something other than a stroke. */
  act(act: NewAct): void {
    if (isOpen(this.store.get())) this.engine.current?.act({ ...act, at: this.clock.read() } as never);
  }

  /** A new layer above the one that is painted on. What is painted next is on it, also while the engine is behind. */
  addLayer(): void {
    const { sheet, layer } = this.store.get();
    if (!sheet || !isOpen(this.store.get())) return;
    const id = Math.max(...sheet.looks.map((look) => look.id), this.coming ?? 0, ...this.idsOfLog()) + 1;
    this.coming = id;
    this.act({ kind: "layer", layer: id, above: layer, name: `sheet ${id}` });
    this.store.run(see({ layer: id, part: "paint" }));
  }

  /** Layers that there ever were: an id is given once. */
  private idsOfLog(): number[] {
    return this.store.get().log.flatMap((act) => (act.kind === "layer" ? [act.layer] : []));
  }

  /** Lets light fall on thick paint, or none. */
  lightBy(lit: boolean, light: Light): void {
    this.store.run(see({ lit, light }));
    this.engine.current?.lightBy(lit ? light : null);
  }

  /** Wipes the brush in hand and dips it again. */
  dip(): void {
    this.act({ kind: "dip", brush: this.store.get().brush });
  }

  back(): void {
    if (isOpen(this.store.get())) this.engine.current?.back(this.clock.read());
  }

  again(): void {
    if (isOpen(this.store.get())) this.engine.current?.again(this.clock.read());
  }

  /** Looks at the picture as it was after so many of the acts that stand. */
  async lookAt(count: number): Promise<void> {
    const place = await this.engine.current?.lookAt(count).catch(() => undefined);
    if (place) this.store.run(see({ place }));
  }

  /** Goes back to what is now. */
  async lookAtNow(): Promise<void> {
    await this.lookAt(this.store.get().standing.done.length);
    this.store.run(see({ place: undefined }));
  }

  /** Takes everything back that was done after the moment one looks at: one paints on from there. */
  async paintOnFromHere(): Promise<void> {
    const { place, standing } = this.store.get();
    if (!place) return;
    const backs = standing.done.length - place.count;
    await this.lookAtNow();
    for (let i = 0; i < backs; i++) this.back();
  }

  /** Why nothing can be painted now; undefined when it can. */
  closedBecause(state = this.store.get()): string | undefined {
    if (!state.sheet) return "the study is being opened";
    if (state.looksOn) return "another page of this browser paints on this study: here one looks on";
    if (state.place) return "this is how it was earlier";
    if (state.layer === this.coming) return undefined;
    const look = state.sheet.looks.find(({ id }) => id === state.layer);
    return closedBecause(look, state.part === "paint" ? state.use : undefined);
  }

  private entered(n: number, act: Act, sheet: SheetState): void {
    const { log, standing, layer } = this.store.get();
    if (act.kind === "layer" && act.layer === this.coming) this.coming = undefined;
    const gone = layer !== this.coming && !sheet.looks.some(({ id }) => id === layer);
    this.store.run(
      see({
        sheet,
        log: [...log, act],
        standing: standingAfter(standing, act, n),
        ...(gone ? { layer: sheet.looks.at(-1)?.id ?? 1, part: "paint" as const } : {}),
      }),
    );
    this.keeper?.add(n, act);
    if (act.kind === "stroke") this.hand?.entered();
  }
}
