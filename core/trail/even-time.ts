import type { TameSample } from "../hand/tame";
import { length } from "../numeric/length";
import { curveThrough, SAME_PLACE, turned } from "./path";

/** ms from one even reading to the next. */
export const EVEN_GAP = 2;
/** Between two readings no more even ones are made than this: a clock that jumped is no hand. */
const MOST_BETWEEN = 5000;
/** The most even readings of one stroke; after them the hand's own are taken. */
const MOST_EVEN = 2_000_000;

/**
 * A hand read anew at an even pace along the curve through its readings, so that what follows it in time is the same
 * however often a pen is read. One reading is held back, for the curve to it needs the one after.
 */
export class EvenTime {
  private readonly latest: TameSample[] = [];
  private begun = 0;
  private made = 0;

  push(sample: TameSample, ready: TameSample[]): void {
    const { latest } = this;
    if (latest.length === 0) {
      this.begun = sample.time;
      ready.push(sample);
    }
    latest.push(sample);
    if (latest.length === 4) {
      this.read(latest[0], latest[1], latest[2], latest[3], ready);
      latest.shift();
    } else if (latest.length === 3) this.read(undefined, latest[0], latest[1], latest[2], ready);
  }

  /** Reads the last curve, and the last reading itself. */
  end(ready: TameSample[]): void {
    const [a, b, c] = this.latest;
    if (c) this.read(a, b, c, undefined, ready);
    else if (b) this.read(undefined, a, b, undefined, ready);
    const last = this.latest[this.latest.length - 1];
    if (last && this.latest.length > 1) ready.push(last);
  }

  private read(
    a: TameSample | undefined,
    b: TameSample,
    c: TameSample,
    d: TameSample | undefined,
    ready: TameSample[],
  ): void {
    const lasts = c.time - b.time;
    if (lasts <= 0 || this.made >= MOST_EVEN) {
      ready.push(c);
      return;
    }
    const moves = apart(b, c);
    const { x, y } = moves
      ? curveThrough(a && apart(a, b) ? a : undefined, b, c, d && apart(c, d) ? d : undefined)
      : { x: [c.x, 0, 0, 0], y: [c.y, 0, 0, 0] };
    const last = Math.floor((c.time - this.begun) / EVEN_GAP);
    const first = Math.max(Math.floor((b.time - this.begun) / EVEN_GAP) + 1, last - MOST_BETWEEN);
    for (let n = first; n <= last; n++) {
      const time = this.begun + n * EVEN_GAP;
      const u = Math.min(1, Math.max(0, (time - b.time) / lasts));
      ready.push({
        x: x[0] + u * (x[1] + u * (x[2] + u * x[3])),
        y: y[0] + u * (y[1] + u * (y[2] + u * y[3])),
        time,
        pressure: b.pressure + u * (c.pressure - b.pressure),
        tilt: b.tilt + u * (c.tilt - b.tilt),
        lean: turned(b.lean, c.lean, u),
        twist: turned(b.twist, c.twist, u),
        grown: b.grown + u * (c.grown - b.grown),
      });
    }
    this.made += Math.max(0, last - first + 1);
  }
}

function apart(a: TameSample, b: TameSample): boolean {
  return length(a.x - b.x, a.y - b.y) >= SAME_PLACE;
}
