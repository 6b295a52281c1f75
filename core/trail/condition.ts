import type { Sample } from "../hand/sample";
import type { MayMiss } from "../hand/stand-in";
import { missingSignals, type TameSample, tameSample } from "../hand/tame";
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

  constructor({ steady, straight }: Trail) {
    this.steady = follower(steady);
    this.held = straight ? [] : undefined;
  }

  push(samples: readonly Sample[]): readonly TameSample[] {
    const ready: TameSample[] = [];
    for (const raw of samples) {
      const tame = tameSample(raw, this.latest);
      if (!tame) continue;
      if (!this.begun) this.missing = missingSignals(raw);
      this.begun = true;
      this.latest = tame.time;
      ready.push(this.steady ? this.steady.follow(tame) : tame);
    }
    if (!this.held) return ready;
    for (const sample of ready) this.held.push(sample);
    return [];
  }

  end(): readonly TameSample[] {
    const last = this.steady?.end();
    if (!this.held) return last ? [last] : [];
    if (last) this.held.push(last);
    return straighten(this.held);
  }
}
