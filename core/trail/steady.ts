import type { TameSample } from "../hand/tame";
import { length } from "../numeric/length";
import type { Steady } from "./model";

/** Follows the hand more calmly than it moves: sample in, sample out. */
export interface Follower {
  follow(sample: TameSample): TameSample;
  /** What is still to come when the pen has left. */
  end(): TameSample | undefined;
}

/** Makes the follower that a trail asks for; undefined for none. */
export function follower(steady: Steady): Follower | undefined {
  if (steady.kind === "filter") return new OneEuro(steady.cutoff, steady.beta);
  return steady.kind === "string" ? new PulledString(steady.length, steady.catchUp) : undefined;
}

const SPEED_CUTOFF = 1;

/**
 * The 1€ filter on x and y: a low-pass whose cutoff frequency rises with the speed. G. Casiez, N. Roussel, D. Vogel,
 * "1€ Filter: A Simple Speed-based Low-pass Filter for Noisy Input in Interactive Systems", CHI 2012, algorithm 1.
 */
export class OneEuro implements Follower {
  private last: TameSample | undefined;
  private dx = 0;
  private dy = 0;

  /** @param cutoff Hz @param beta dimensionless, per px/s */
  constructor(
    private readonly cutoff: number,
    private readonly beta: number,
  ) {}

  follow(sample: TameSample): TameSample {
    const { last } = this;
    let { x, y } = sample;
    if (last) {
      const gap = (sample.time - last.time) / 1000;
      if (gap <= 0) return last;
      const share = smoothing(SPEED_CUTOFF, gap);
      this.dx += share * ((x - last.x) / gap - this.dx);
      this.dy += share * ((y - last.y) / gap - this.dy);
      x = last.x + smoothing(this.cutoff + this.beta * Math.abs(this.dx), gap) * (x - last.x);
      y = last.y + smoothing(this.cutoff + this.beta * Math.abs(this.dy), gap) * (y - last.y);
    }
    this.last = { ...sample, x, y };
    return this.last;
  }

  end(): undefined {
    return undefined;
  }
}

function smoothing(cutoff: number, gap: number): number {
  return 1 / (1 + 1 / (2 * Math.PI * cutoff * gap));
}

/** The longest step, px, in which a string is pulled. */
const LONGEST_PULL = 1;

/** The brush lies still while the string is slack and follows the pen at the string's length once it is taut. */
export class PulledString implements Follower {
  private brush: TameSample | undefined;
  private pen: TameSample | undefined;

  /** @param reach the string's length, px @param catchUp whether the brush is drawn to the pen's last place at the end */
  constructor(
    private readonly reach: number,
    private readonly catchUp: boolean,
  ) {}

  follow(sample: TameSample): TameSample {
    const from = this.pen ?? sample;
    this.pen = sample;
    let { x, y } = this.brush ?? sample;
    const way = length(sample.x - from.x, sample.y - from.y);
    const steps = Math.max(1, Math.min(1000, Math.ceil(way / LONGEST_PULL)));
    for (let i = 1; i <= steps; i++) {
      const px = from.x + (i / steps) * (sample.x - from.x);
      const py = from.y + (i / steps) * (sample.y - from.y);
      const away = length(px - x, py - y);
      if (away <= this.reach) continue;
      const share = (away - this.reach) / away;
      x += share * (px - x);
      y += share * (py - y);
    }
    this.brush = { ...sample, x, y };
    return this.brush;
  }

  end(): TameSample | undefined {
    return this.catchUp ? this.pen : undefined;
  }
}
