import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { createKernels } from "@core/kernels/load";
import { noPictures, type Pictures } from "@core/picture/picture";
import { type Act, actName, type Doing, type StrokeHead } from "@core/study/act";
import { firstLooks } from "@core/study/looks";
import type { StudySheetSize } from "@core/study/model";
import { endOf, Playback } from "@core/study/playback";
import { type Change, StudySheet } from "@core/study/sheet";
import { nothingDone, type Standing, standingAfter, standingOf } from "@core/study/standing";
import { Timeline } from "@core/study/timeline";
import { TraceWriter } from "@core/study/trace";
import type { Light } from "@core/surface/light";
import type { Surface } from "@core/surface/surface";
import { dryOn } from "~/engine/dry-on";
import type { Framing } from "~/paper/window/framing";
import { WindowView } from "../window/window-view";
import { PicturesOut } from "./pictures-out";
import { EaselProgressives } from "./progressives";
import type { Progressive, SheetState, StudyPlace } from "./protocol";
import { WayBack } from "./way-back";

/** So many of the acts of a study that is opened can be taken back that way. */
const RECORDED = 100;
/** How long acts are replayed before what was asked meanwhile is heard, ms. */
const TURN = 12;

/** The acts that one goes back and forth along. */
interface Road {
  readonly acts: readonly Doing[];
  readonly timeline: Timeline;
}

interface UnderWay {
  readonly head: StrokeHead;
  readonly writer: TraceWriter;
}

/** A study being painted: its log, its sheet, the way back, and the window through which it is seen. */
export class Easel {
  private readonly sheet: StudySheet;
  private readonly view: WindowView;
  private readonly pictures = new Map<string, Pictures>();
  private readonly brushes = new Map<string, Brush>();
  private log: Act[] = [];
  private standing: Standing = nothingDone;
  private readonly wayBack = new WayBack();
  /** So many acts that stand are another's: what was taken up stays as its maker left it. */
  private taken = 0;
  private stroke: UnderWay | undefined;
  private road: Road | undefined;
  /** What was loaded to be watched. */
  private watched: Road | undefined;
  private playback: Playback | undefined;
  private readonly small: EaselProgressives;
  /** What is taken out of the page. */
  readonly out: PicturesOut;

  constructor(canvas: OffscreenCanvas, size: StudySheetSize) {
    const instruments = {
      brush: (hash: string) => this.brushes.get(hash),
      pictures: (hash: string) => this.pictures.get(hash) ?? noPictures,
    };
    this.sheet = new StudySheet(createKernels(), size, instruments, true);
    this.small = new EaselProgressives(this.sheet, size.paper);
    this.view = new WindowView(this.sheet.surface, canvas, size.paper, this.small.note);
    this.out = new PicturesOut(this.sheet, size.paper, this.view);
  }

  /** Lays a brush ready. */
  equip(hash: string, brush: Brush, pictures: Pictures): void {
    this.brushes.set(hash, brush);
    this.pictures.set(hash, pictures);
  }

  get surface(): Surface {
    return this.sheet.surface;
  }

  /** Shows what has changed. */
  readonly show = (): void => this.view.show();

  get state(): SheetState {
    const { done, undone } = this.standing;
    const name = (n: number | undefined) => (n === undefined ? undefined : actName(this.log[n] as Doing));
    return {
      looks: this.sheet.looks,
      back: done.length > this.taken ? name(done.at(-1)) : undefined,
      again: name(undone.at(-1)),
      next: this.log.length,
    };
  }

  /** Takes a log up from its beginning. @param tell is told how far it has come @param goOn is asked now and then; false stops */
  async open(
    log: readonly Act[],
    tell: (done: number, of: number) => void,
    goOn: () => Promise<boolean>,
  ): Promise<boolean> {
    this.log = [...log];
    this.standing = nothingDone;
    const { done, undone } = standingOf(log);
    let turned = performance.now();
    for (const [i, n] of done.entries()) {
      this.sheet.records = i >= done.length - RECORDED;
      this.keep(this.sheet.do(log[n] as Doing), n);
      if (performance.now() - turned < TURN) continue;
      this.view.show();
      tell(i + 1, done.length);
      if (!(await goOn())) return false;
      turned = performance.now();
    }
    this.standing = { done, undone };
    this.view.show();
    return true;
  }

  /** Takes acts up to be watched; none is done yet. */
  load(acts: readonly Doing[]): void {
    this.sheet.reset(firstLooks, new Map());
    this.watched = { acts, timeline: new Timeline(this.sheet, acts) };
    this.road = this.watched;
  }

  /** Lets go of what one painted oneself, and watches again. */
  watchAgain(): void {
    this.watched?.timeline.leave();
    this.road = this.watched;
  }

  /** How many acts are done, of those that one goes along, and how late that is in the study's own time, ms. */
  get place(): StudyPlace {
    const { acts, timeline } = this.way();
    const last = acts[timeline.at - 1];
    return { count: timeline.at, time: this.playback?.now ?? (last ? endOf(last) : 0), playing: !!this.playback };
  }

  /** Shows the picture as it was after so many acts. @param goOn as for `open` */
  async lookAt(count: number, goOn: () => Promise<boolean>): Promise<StudyPlace | undefined> {
    this.pause();
    let turned = performance.now();
    const come = await this.way().timeline.goTo(count, async () => {
      if (performance.now() - turned < TURN) return true;
      this.view.show();
      turned = performance.now();
      return goOn();
    });
    this.view.show();
    return come ? this.place : undefined;
  }

  /** Begins to play from where one is. */
  play(): void {
    const { acts, timeline } = this.way();
    if (timeline.at < acts.length) this.playback ??= new Playback(this.sheet, timeline, acts);
  }

  /** Plays on for some ms of the study's time, but for no longer than `budget` ms; false when all was played. */
  advance(ms: number, budget: number): boolean {
    const { playback } = this;
    if (!playback) return false;
    const begun = performance.now();
    playback.advance(ms, () => performance.now() - begun < budget);
    this.view.show();
    if (playback.over) this.pause();
    return this.playback !== undefined;
  }

  /** Stops playing, between acts. */
  pause(): void {
    this.playback?.stop();
    this.playback = undefined;
    this.view.show();
  }

  /** Leaves what is watched: from where one is, the picture is one’s own to paint on. */
  takeUp(): SheetState {
    this.pause();
    const { acts, timeline } = this.way();
    this.log = acts.slice(0, timeline.at);
    this.standing = standingOf(this.log);
    this.taken = this.log.length;
    this.wayBack.clear();
    return this.state;
  }

  /** The acts that stand, as one goes along them. */
  private way(): Road {
    this.sheet.records = false;
    if (!this.road) {
      const acts = this.standing.done.map((n) => this.log[n] as Doing);
      this.road = { acts, timeline: new Timeline(this.sheet, acts, acts.length) };
    }
    return this.road;
  }

  frame(framing: Framing): void {
    this.view.frame(framing);
  }

  /** Shows thick paint by another light; null for none. */
  lightBy(light: Light | null): void {
    this.view.lightBy(light);
  }

  /** Begins a stroke; false where its layer takes none. */
  penDown(head: StrokeHead): boolean {
    if (this.stroke || this.playback) return false;
    this.sheet.records = true;
    if (!this.sheet.begin(head)) return false;
    this.stroke = { head, writer: new TraceWriter(head.at) };
    return true;
  }

  /** Whether a stroke is under way. */
  get paints(): boolean {
    return this.stroke !== undefined;
  }

  penMove(samples: readonly Sample[]): void {
    if (!this.stroke) return;
    this.sheet.push(this.stroke.writer.push(samples));
    this.view.show();
  }

  /** Finishes the stroke and answers with its entry; undefined where there was none. */
  penUp(): { readonly n: number; readonly act: Act } | undefined {
    const { stroke } = this;
    if (!stroke) return undefined;
    this.stroke = undefined;
    const change = this.sheet.lift();
    dryOn(() => this);
    if (stroke.writer.length === 0) return undefined;
    const entry = this.enter({ ...stroke.head, trace: stroke.writer.trace() });
    this.keep(change, entry.n);
    this.view.show();
    return entry;
  }

  /** The stroke under way was none: what it painted is taken away. */
  penDrop(): void {
    if (!this.stroke) return;
    this.stroke = undefined;
    const change = this.sheet.end();
    if (change) this.sheet.exchange(change, "before");
    this.view.show();
  }

  /** Does something other than a stroke. */
  act(act: Exclude<Doing, { readonly kind: "stroke" }>): { readonly n: number; readonly act: Act } | undefined {
    if (this.stroke) return undefined;
    this.sheet.records = true;
    const change = this.sheet.do(act);
    const entry = this.enter(act);
    this.keep(change, entry.n);
    this.view.show();
    return entry;
  }

  /** Takes the last act that stands back. */
  back(at: number): { readonly n: number; readonly act: Act } | undefined {
    if (this.stroke || this.standing.done.length <= this.taken) return undefined;
    this.sheet.records = true;
    const entry = this.enter({ kind: "back", at });
    if (!this.wayBack.back(this.exchange)) this.repeat();
    this.view.show();
    return entry;
  }

  /** Does again what was taken back last. */
  again(at: number): { readonly n: number; readonly act: Act } | undefined {
    const next = this.standing.undone.at(-1);
    if (this.stroke || next === undefined) return undefined;
    this.sheet.records = true;
    const entry = this.enter({ kind: "again", at });
    if (!this.wayBack.again(this.exchange)) this.keep(this.sheet.do(this.log[next] as Doing), next);
    this.view.show();
    return entry;
  }

  colourAt(x: number, y: number): string {
    return this.view.colourAt(x, y);
  }

  /** The layers in small that have changed; undefined where a stroke began meanwhile. */
  progressives(longest: number, wanted: () => Promise<boolean>): Promise<readonly Progressive[] | undefined> {
    return this.small.refresh(longest, () => !this.stroke, wanted);
  }

  private enter(act: Act): { readonly n: number; readonly act: Act } {
    const n = this.log.length;
    this.road = undefined;
    this.log.push(act);
    this.standing = standingAfter(this.standing, act, n);
    return { n, act };
  }

  private keep(change: Change | undefined, n: number): void {
    if (change) this.wayBack.keep(actName(this.log[n] as Doing), change);
  }

  /** Packs what leads back from the last act; not while the hand waits. */
  tidy(): void {
    this.wayBack.tidy();
  }

  private readonly exchange = (change: Change, end: "before" | "after"): void => this.sheet.exchange(change, end);

  /** Does what stands anew, from the beginning: what is to be taken back is older than what leads back. */
  private repeat(): void {
    this.sheet.reset(firstLooks, new Map());
    this.wayBack.clear();
    for (const n of this.standing.done) this.keep(this.sheet.do(this.log[n] as Doing), n);
  }
}
