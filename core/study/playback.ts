import type { Sample } from "../hand/sample";
import type { Doing, Stroke } from "./act";
import type { StudySheet } from "./sheet";
import type { Timeline } from "./timeline";
import { samplesOfTrace, traceDuration } from "./trace";

/** When an act is over, ms of the study's own time. */
export function endOf(act: Doing): number {
  return act.kind === "stroke" ? act.at + traceDuration(act.trace) : act.at;
}

/** How long the acts take, ms. */
export function lengthOf(acts: readonly Doing[]): number {
  return acts.reduce((latest, act) => Math.max(latest, endOf(act)), 0);
}

/** Plays the acts of a timeline in the study's own time, strokes reading by reading. */
export class Playback {
  private time: number;
  private stroke: { readonly act: Stroke; readonly samples: readonly Sample[]; pushed: number } | undefined;

  constructor(
    private readonly sheet: StudySheet,
    private readonly timeline: Timeline,
    private readonly acts: readonly Doing[],
  ) {
    const before = acts[timeline.at - 1];
    this.time = before ? endOf(before) : 0;
  }

  /** Where it has come, ms. */
  get now(): number {
    return this.time;
  }

  /** Whether all is played. */
  get over(): boolean {
    return this.timeline.at >= this.acts.length;
  }

  /**
   * Plays on for some ms of the study's time.
   * @param goOn is asked between acts; false stops, and time with it
   */
  advance(ms: number, goOn: () => boolean): void {
    const until = this.time + ms;
    while (!this.over) {
      const act = this.acts[this.timeline.at];
      if (act.at > until) break;
      if (!goOn()) {
        this.time = Math.max(this.time, Math.min(until, act.at));
        return;
      }
      if (act.kind !== "stroke") this.timeline.next();
      else if (!this.playOn(act, until)) break;
    }
    this.time = until;
  }

  /** Finishes the stroke that is under way: one stops between acts. */
  stop(): void {
    const { stroke } = this;
    if (!stroke) return;
    this.playOn(stroke.act, Number.POSITIVE_INFINITY);
    this.time = Math.max(this.time, endOf(stroke.act));
  }

  /** Lays the stroke's readings until a time; whether that was all of it. */
  private playOn(act: Stroke, until: number): boolean {
    if (!this.stroke) {
      const begun = this.sheet.begin(act);
      this.stroke = { act, samples: begun ? samplesOfTrace(act.trace, act.at) : [], pushed: 0 };
    }
    const { samples, pushed } = this.stroke;
    let end = pushed;
    while (end < samples.length && samples[end].time <= until) end++;
    if (end > pushed) this.sheet.push(samples.slice(pushed, end));
    this.stroke.pushed = end;
    if (end < samples.length) return false;
    this.stroke = undefined;
    this.sheet.end();
    this.timeline.passed(act);
    return true;
  }
}
