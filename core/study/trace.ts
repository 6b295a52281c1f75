import { z } from "zod";
import { leanFromStance, stanceFromLean, stanceFromTilt, tiltFromStance } from "../hand/orient";
import type { Sample } from "../hand/sample";

/** The most readings of one stroke: half an hour at 240 a second is 432 000; a stroke that long is ended and begun anew. */
export const MOST_READINGS = 50_000;

// Parts of a px, of a ms, of full pressure and of a degree. Powers of two: as decimals they are short and exact, so that
// a stroke that has gone through a file is the same stroke.
const PLACE = 32;
const TIME = 8;
const PRESSURE = 4096;
const DEGREE = 64;

const FAR = 100_000 * PLACE;
const channel = (low: number, high: number) => z.array(z.int().min(low).max(high)).min(1).max(MOST_READINGS);

/**
 * The readings of one stroke in whole numbers: places in 1/32 px, times in 1/8 ms since its first, pressure in 1/4096,
 * tiltX, tiltY (as W3C Pointer Events has them) and twist in 1/64 of a degree. Each number but the first of a channel is
 * the step from the one before. A signal that the pen does not have is absent.
 */
export const traceSchema = z
  .strictObject({
    x: channel(-2 * FAR, 2 * FAR),
    y: channel(-2 * FAR, 2 * FAR),
    t: channel(0, 3_600_000 * TIME),
    p: channel(-PRESSURE, PRESSURE).optional(),
    tx: channel(-180 * DEGREE, 180 * DEGREE).optional(),
    ty: channel(-180 * DEGREE, 180 * DEGREE).optional(),
    tw: channel(-360 * DEGREE, 360 * DEGREE).optional(),
  })
  .refine((trace) => Object.values(trace).every((values) => values.length === trace.x.length), {
    message: "its channels are not of one length",
  })
  .refine(({ x, y }) => [x, y].every(staysNear), { message: "it lies too far away" });

export type Trace = z.infer<typeof traceSchema>;

function staysNear(steps: readonly number[]): boolean {
  let at = 0;
  return steps.every((step) => {
    at += step;
    return Math.abs(at) <= FAR;
  });
}

type Channel = keyof Trace;

/**
 * Takes the readings of one stroke as a pen gives them and makes of each what is painted and kept: the same whether it
 * comes alone or with others, live or from a file.
 */
export class TraceWriter {
  private readonly channels = new Map<Channel, number[]>();
  private readonly last = new Map<Channel, number>();
  private origin = 0;

  /** @param at when the stroke begins, ms of the study's own time */
  constructor(private readonly at: number) {}

  get length(): number {
    return this.channels.get("x")?.length ?? 0;
  }

  /** Takes further readings and answers with what they are here; those beyond the most are left out. */
  push(samples: readonly Sample[]): Sample[] {
    const room = samples.slice(0, MOST_READINGS - this.length);
    return room.map((sample) => this.take(sample));
  }

  /** All that was taken. @throws RangeError where nothing was */
  trace(): Trace {
    if (this.length === 0) throw new RangeError("a stroke needs a reading");
    return Object.fromEntries([...this.channels].map(([name, values]) => [name, [...values]])) as Trace;
  }

  private take(sample: Sample): Sample {
    const first = this.length === 0;
    if (first) this.origin = sample.time;
    const whole = wholeOf(sample, this.origin);
    whole.t = Math.max(whole.t ?? 0, this.last.get("t") ?? 0);
    // The pen of a stroke has the signals that its first reading has.
    const names = first ? (Object.keys(whole) as Channel[]) : [...this.channels.keys()];
    const now: Whole = {};
    for (const name of names) {
      const before = this.last.get(name) ?? 0;
      // Nought has one sign in a file.
      const value = (whole[name] ?? before) + 0;
      const values = this.channels.get(name) ?? [];
      values.push(value - before);
      this.channels.set(name, values);
      this.last.set(name, value);
      now[name] = value;
    }
    return sampleOf(now, this.at);
  }
}

/** One reading in whole numbers. */
type Whole = { [name in Channel]?: number };

function wholeOf({ x, y, time, pressure, tilt, lean, twist }: Sample, origin: number): Whole {
  const near = (v: number) => Math.min(FAR, Math.max(-FAR, Math.round(v * PLACE)));
  const whole: Whole = { x: near(x), y: near(y), t: Math.min(3_600_000 * TIME, Math.round((time - origin) * TIME)) };
  if (pressure !== undefined) whole.p = Math.round(Math.min(1, Math.max(0, pressure)) * PRESSURE);
  if (tilt !== undefined) {
    const { tiltX, tiltY } = tiltFromStance(stanceFromLean(tilt, lean ?? 0));
    whole.tx = Math.round(tiltX * DEGREE);
    whole.ty = Math.round(tiltY * DEGREE);
  }
  if (twist !== undefined) whole.tw = Math.round((((twist % 360) + 360) % 360) * DEGREE);
  return whole;
}

function sampleOf({ x = 0, y = 0, t = 0, p, tx, ty, tw }: Whole, at: number): Sample {
  return {
    x: x / PLACE,
    y: y / PLACE,
    time: at + t / TIME,
    ...(p === undefined ? {} : { pressure: p / PRESSURE }),
    ...(tx === undefined || ty === undefined ? {} : leanFromStance(stanceFromTilt(tx / DEGREE, ty / DEGREE))),
    ...(tw === undefined ? {} : { twist: tw / DEGREE }),
  };
}

/** The readings of a trace. @param at when the stroke begins, ms of the study's own time */
export function samplesOfTrace(trace: Trace, at: number): Sample[] {
  const names = Object.keys(trace) as Channel[];
  const now: Whole = {};
  return trace.x.map((_, i) => {
    for (const name of names) now[name] = (now[name] ?? 0) + (trace[name]?.[i] ?? 0);
    return sampleOf(now, at);
  });
}

/** How long a stroke takes, ms. */
export function traceDuration({ t }: Trace): number {
  return t.reduce((sum, step) => sum + step, 0) / TIME;
}
