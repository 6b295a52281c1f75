import type { Sample } from "@core/hand/sample";
import type { Source } from "@core/response/sources";

/** What the pen says at this moment, each signal 0…1; what it lacks is absent. */
export type PenSignals = Partial<Record<Source, number>>;

const EVENT = "brosse:pen";

/** Speed that counts as full here, px/ms: that of a new brush. */
const FULL_SPEED = 3;

/** Tells whoever listens what the newest reading says. @param before the reading before it */
export function tellPen(sample: Sample, before: Sample | undefined): void {
  const way = before && Math.hypot(sample.x - before.x, sample.y - before.y);
  const signals: PenSignals = { pressure: sample.pressure, tilt: sample.tilt };
  if (sample.lean !== undefined) signals.lean = sample.lean / 360;
  if (sample.twist !== undefined) signals.twist = sample.twist / 360;
  if (before && way) {
    const gap = sample.time - before.time;
    if (gap > 0) signals.speed = Math.min(1, way / gap / FULL_SPEED);
    signals.heading = (Math.atan2(before.y - sample.y, sample.x - before.x) / (2 * Math.PI) + 1) % 1;
  }
  dispatchEvent(new CustomEvent<PenSignals>(EVENT, { detail: signals }));
}

/** Calls `hear` for every reading, until the answer is called. */
export function hearPen(hear: (signals: PenSignals) => void): () => void {
  const listen = (event: Event) => hear((event as CustomEvent<PenSignals>).detail);
  addEventListener(EVENT, listen);
  return () => removeEventListener(EVENT, listen);
}
