import type { Doing } from "./act";
import type { StudySheet } from "./sheet";
import { emptySnapshot, putSnapshot, type Snapshot, takeSnapshot } from "./snapshot";

/** After so many acts, or so many readings, what there is then is kept, so that one comes back to it quickly. */
const ACTS_APART = 40;
const READINGS_APART = 6000;
/** All that is kept at most; then every other one is let go. */
const MOST_BYTES = 192 << 20;

/** A sheet that goes to any moment of a row of acts. */
export class Timeline {
  private readonly kept = new Map<number, Snapshot>();
  private bytes = 0;
  private place = 0;
  private since = { acts: 0, readings: 0 };

  /** @param done how many of the acts were done on the sheet already */
  constructor(
    private readonly sheet: StudySheet,
    private readonly acts: readonly Doing[],
    done = 0,
  ) {
    this.place = done;
    this.kept.set(0, emptySnapshot);
    if (done > 0) this.keep();
  }

  /** Whatever was done on the sheet since is forgotten as soon as one goes anywhere. */
  leave(): void {
    this.place = Number.POSITIVE_INFINITY;
  }

  /** How many acts are done at present. */
  get at(): number {
    return this.place;
  }

  /**
   * Goes to where this many acts are done.
   * @param goOn is asked before each act, and may wait; false stops, wherever one has come
   */
  async goTo(count: number, goOn: () => Promise<boolean> = async () => true): Promise<boolean> {
    const wanted = Math.min(this.acts.length, Math.max(0, Math.round(count)));
    const nearest = this.nearest(wanted);
    if (this.place > wanted || nearest > this.place) this.putAt(nearest);
    while (this.place < wanted) {
      if (!(await goOn())) return false;
      this.next();
    }
    return true;
  }

  /** Does the next act. */
  next(): void {
    const act = this.acts[this.place];
    if (!act) return;
    this.sheet.do(act);
    this.passed(act);
  }

  /** Notes that the next act was done on the sheet by someone who did it piece by piece. */
  passed(act: Doing): void {
    this.place++;
    this.since.acts++;
    if (act.kind === "stroke") this.since.readings += act.trace.x.length;
    if (this.since.acts >= ACTS_APART || this.since.readings >= READINGS_APART) this.keep();
  }

  private nearest(wanted: number): number {
    return Math.max(...[...this.kept.keys()].filter((place) => place <= wanted));
  }

  private putAt(place: number): void {
    const snapshot = this.kept.get(place);
    if (!snapshot) return;
    putSnapshot(this.sheet, snapshot);
    this.place = place;
    this.since = { acts: 0, readings: 0 };
  }

  private keep(): void {
    this.since = { acts: 0, readings: 0 };
    if (this.kept.has(this.place)) return;
    const snapshot = takeSnapshot(this.sheet, this.kept.get(this.nearest(this.place)));
    this.kept.set(this.place, snapshot);
    this.bytes += snapshot.bytes;
    if (this.bytes > MOST_BYTES) this.thin();
  }

  /** Lets every other one go. Tiles that those which stay share with them stay, too, and are not counted any more. */
  private thin(): void {
    [...this.kept.keys()].forEach((place, i) => {
      if (i % 2 === 0) return;
      this.bytes -= this.kept.get(place)?.bytes ?? 0;
      this.kept.delete(place);
    });
  }
}
