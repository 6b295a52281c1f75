import type { Sample } from "../hand/sample";
import type { MayMiss } from "../hand/stand-in";
import { missingSignals, type TameSample, tameSample } from "../hand/tame";
import { EvenTime } from "./even-time";
import type { Trail } from "./model";
import { type Follower, follower } from "./steady";
import { straighten } from "./straighten";

/** Makes raw readings fit to be walked along: in range, steadied, laid straight, as the trail asks. */
export class Conditioner {
  /** What the pen does not have, known from its first reading on. */
  missing: Record<MayMiss, boolean> = { pressure: false, tilt: false, lean: false, twist: false };
  private latest = Number.NEGATIVE_INFINITY;
  private begun = false;
  private readonly steady: Follower | undefined;
  private readonly held: TameSample[] | undefined;
  /** What is steadied is read at an even pace before. */
  private readonly even = new EvenTime();
  private last: TameSample | undefined;

  constructor({ steady, straight }: Trail) {
    this.steady = follower(steady);
    this.held = straight ? [] : undefined;
  }

  push(samples: readonly Sample[]): readonly TameSample[] {
    const ready: TameSample[] = [];
    for (const raw of samples) {
      const tame = tameSample(raw, this.latest);
      if (!tame || (this.last && isSame(this.last, tame))) continue;
      if (!this.begun) this.missing = missingSignals(raw);
      this.begun = true;
      this.latest = tame.time;
      this.last = tame;
      if (this.steady) this.even.push(tame, ready);
      else ready.push(tame);
    }
    return this.hold(this.steadied(ready));
  }

  end(): readonly TameSample[] {
    const rest: TameSample[] = [];
    if (this.steady) this.even.end(rest);
    const ready = [...this.steadied(rest)];
    const last = this.steady?.end();
    if (last) ready.push(last);
    if (!this.held) return ready;
    this.hold(ready);
    return straighten(this.held);
  }

  private steadied(samples: readonly TameSample[]): readonly TameSample[] {
    const { steady } = this;
    return steady ? samples.map((sample) => steady.follow(sample)) : samples;
  }

  private hold(samples: readonly TameSample[]): readonly TameSample[] {
    if (!this.held) return samples;
    for (const sample of samples) this.held.push(sample);
    return [];
  }
}

/** Whether a reading only says again what the one before said. */
function isSame(a: TameSample, b: TameSample): boolean {
  return (Object.keys(a) as (keyof TameSample)[]).every((name) => a[name] === b[name]);
}
