import type { Quality } from "@core/qualities/table";
import type { Act, Doing } from "@core/study/act";
import type { StudyNotes } from "@core/study/model";
import { TraceWriter, traceDuration } from "@core/study/trace";
import { handAlong, type Manner, type Point } from "./hand";

/** A study of the workshop: what it is painted on, and how. Its acts name brushes by the hashes they have on a shelf. */
export interface DemoStudy {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly paper: string;
  /** For a vignette: the name of its brush. */
  readonly brush?: string;
  readonly paint: (on: StudyPainter) => void;
}

interface StrokeManner extends Manner {
  readonly values?: Partial<Record<Quality, number>>;
  readonly use?: "paint" | "smudge" | "erase";
  readonly second?: string;
  readonly third?: string;
}

/** How long a painter looks, dips and moves the hand between two strokes, ms. */
const LOOKS = 1000;

/** Paints a study act by act, as someone at the easel does. */
export class StudyPainter {
  readonly acts: Act[] = [];
  private readonly chapters: { from: number; name: string }[] = [];
  private readonly captions: { from: number; says: string }[] = [];
  private time = 0;
  private layer = 1;
  private layers = 1;

  /** @param hashOf the hash of a brush by its name */
  constructor(private readonly hashOf: (name: string) => string) {}

  get notes(): StudyNotes {
    return { chapters: this.chapters, captions: this.captions };
  }

  /** Begins a chapter, and says something. */
  chapter(name: string, says: string): void {
    this.chapters.push({ from: this.acts.length, name });
    this.caption(says);
    this.time += 2000;
  }

  caption(says: string): void {
    this.captions.push({ from: this.acts.length, says });
  }

  /** Names the layer that there is from the beginning. */
  first(name: string): number {
    this.do({ kind: "look", at: this.time, layer: 1, name });
    return 1;
  }

  /** Adds a layer above the newest and paints on it. */
  sheet(name: string, look: Omit<Extract<Doing, { kind: "look" }>, "kind" | "at" | "layer"> = {}): number {
    const layer = ++this.layers;
    this.do({ kind: "layer", at: this.time, layer, above: layer - 1, name });
    if (Object.keys(look).length > 0) this.do({ kind: "look", at: this.time, layer, ...look });
    this.layer = layer;
    return layer;
  }

  /** Paints on another layer. */
  on(layer: number): void {
    this.layer = layer;
  }

  /** Fills the layer that is painted on. */
  fill(colour: string): void {
    this.do({ kind: "fill", at: this.time, layer: this.layer, colour });
    this.time += LOOKS;
  }

  /** Lets all that was painted dry. */
  dry(): void {
    this.do({ kind: "dry", at: this.time });
    this.time += LOOKS;
  }

  /** A stroke along these points. */
  stroke(brush: string, colour: string, points: readonly Point[], manner: StrokeManner = {}): void {
    const seed = this.acts.length + 1;
    const writer = new TraceWriter(this.time);
    writer.push(handAlong(points, seed, manner));
    const trace = writer.trace();
    this.do({
      kind: "stroke",
      at: this.time,
      layer: this.layer,
      part: "paint",
      brush: this.hashOf(brush),
      values: manner.values ?? {},
      use: manner.use ?? "paint",
      colour,
      second: manner.second ?? "#fdfdfd",
      third: manner.third,
      seed,
      trace,
    });
    this.time += traceDuration(trace) + LOOKS;
  }

  private do(act: Doing): void {
    this.acts.push(act);
  }
}
