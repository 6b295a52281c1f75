import type { TameSample } from "../hand/tame";
import { length } from "../numeric/length";
import { catmullRom, chordCount, chordLength, type PathPoint, type Piece } from "./path";

/** Two samples closer than this are one place. */
const SAME_PLACE = 0.01;
/** The shortest step in px: closer marks could not be told apart and would cost without end. */
const LEAST_STEP = 0.2;
/** The most places on one stroke: a hand that asks for more is nonsense, and must not hang a painter's screen. */
const MOST_PLACES = 5_000_000;
/** Readings of one stroke that are farther apart in time, ms, are no pause but a clock that jumped. */
const LONGEST_GAP = 10_000;
/** px by which more is held back than must be, so that rounding never decides. */
const SLACK = 1e-6;
/** No such place on this chord. */
const NOWHERE = 2;
/** How much of the newest speed goes into the smoothed one. */
const SPEED_SHARE = 0.4;

/** A place on the path; the object is used again for the next one. */
export interface Place {
  x: number;
  y: number;
  /** The direction of travel, of any length; (0, 0) when the pen never moved. */
  dx: number;
  dy: number;
  pressure: number;
  tilt: number;
  lean: number;
  twist: number;
  /** px/ms */
  speed: number;
  /** px from the start of the stroke */
  distance: number;
  /** px of the whole stroke; infinite while its end is farther away than what is held back */
  total: number;
  /** ms from the start of the stroke */
  time: number;
}

/** A part of the way: a curve, or a rest at one place. */
interface Leg {
  readonly piece: Piece;
  /** Into how many straight chords the curve is cut; 0 for a rest. */
  readonly chords: number;
}

/** What a walker needs to know of a trail. */
export interface WalkPlan {
  /** How many px before the known end the walk waits until the pen has left; infinite to wait with all of it. */
  readonly hold: number;
  /** Marks laid by time, a second; 0 for none. */
  readonly perSecond: number;
}

/**
 * Walks along a stroke: calls `arrive` at each place where a mark belongs, and `arrive` says how far (px) it is to the
 * next one. However the samples are cut into calls of `push`, the places are the same.
 */
export class Walker {
  private readonly place: Place = { x: 0, y: 0, dx: 1, dy: 0, pressure: 0, tilt: 0, lean: 0, twist: 0, speed: 0, distance: 0, total: Number.POSITIVE_INFINITY, time: 0 };
  private points: PathPoint[] = [];
  private readonly legs: Leg[] = [];
  private begun = Number.NaN;
  private hardest = 0;
  /** Whether the newest point's predecessor piece has been entered. */
  private pieced = false;
  /** px up to the end of all legs, and up to where the walk is. */
  private known = 0;
  private walked = 0;
  private next = 0;
  private readonly interval: number;
  private nextTime: number;
  /** How many marks by time there were. */
  private timed = 1;
  private places = 0;
  /** Where within the first leg the walk stands. */
  private chord = 0;

  constructor(
    private readonly plan: WalkPlan,
    private readonly arrive: (place: Place) => number,
  ) {
    this.interval = plan.perSecond > 0 ? 1000 / plan.perSecond : Number.POSITIVE_INFINITY;
    this.nextTime = this.interval;
  }

  push(samples: readonly TameSample[]): void {
    for (const sample of samples) {
      this.hardest = Math.max(this.hardest, sample.pressure);
      const last = this.points[this.points.length - 1];
      if (!last) {
        this.begun = sample.time;
        this.points.push(pointOf(sample, 0));
      } else if (length(sample.x - last.x, sample.y - last.y) >= SAME_PLACE) this.goTo(sample, last);
      else if (this.interval < Number.POSITIVE_INFINITY) this.rest(sample, last);
    }
    this.walkTo(this.known - this.plan.hold - SLACK);
  }

  /** Walks what was held back. A stroke that never moved is one place, at its hardest. */
  end(): void {
    const a = this.points[0];
    if (!a) return;
    if (this.points.length > 1) this.closePath();
    else if (this.known === 0 && this.legs.length === 0 && this.next === 0) {
      const still = { ...a, pressure: this.hardest };
      this.place.total = 0;
      this.placeAt(a.x, a.y, 0);
      this.place.dx = 0;
      this.place.dy = 0;
      this.next = this.stand(still, still, 0);
      return;
    }
    if (this.plan.hold > 0) this.place.total = this.known;
    this.walkTo(Number.POSITIVE_INFINITY);
  }

  private goTo(sample: TameSample, last: PathPoint): void {
    const speed = nextSpeed(last, sample);
    const { points } = this;
    // Nothing was known of the first point's speed before the second.
    if (points.length === 1 && last.speed === 0) points[0] = { ...last, speed };
    points.push(pointOf(sample, speed));
    const [a, b, c, d] = points;
    // Keeps at most three points: a piece is entered as soon as the point after its end is known.
    if (d) {
      this.enter(catmullRom(a, b, c, d));
      points.shift();
    } else if (c && !this.pieced) {
      this.enter(catmullRom(undefined, a, b, c));
      this.pieced = true;
    }
  }

  /** The pen stands still and time goes on: the path so far is closed, and the rest is a leg of its own. */
  private rest(sample: TameSample, last: PathPoint): void {
    this.closePath();
    const still = { ...pointOf(sample, last.speed), x: last.x, y: last.y };
    this.legs.push({ piece: { from: last, to: still, x: [last.x, 0, 0, 0], y: [last.y, 0, 0, 0] }, chords: 0 });
    this.points = [still];
    this.pieced = false;
  }

  private closePath(): void {
    const [a, b, c] = this.points;
    if (c) this.enter(catmullRom(a, b, c, undefined));
    else if (b) this.enter(catmullRom(undefined, a, b, undefined));
  }

  private enter(piece: Piece): void {
    const chords = chordCount(piece);
    this.legs.push({ piece, chords });
    if (this.plan.hold > 0) this.known += chordLength(piece, chords);
  }

  /** Walks until `limit` px from the start, as far as legs are known. */
  private walkTo(limit: number): void {
    if (this.plan.hold > 0 && !(limit > this.walked)) return;
    const most = this.plan.hold > 0 ? limit : Number.POSITIVE_INFINITY;
    let done = 0;
    for (const leg of this.legs) {
      if (!(leg.chords === 0 ? this.stay(leg.piece, most) : this.walk(leg.piece, leg.chords, most))) break;
      done++;
    }
    if (done > 0) this.legs.splice(0, done);
  }

  /** @returns whether the whole piece was walked */
  private walk(piece: Piece, chords: number, limit: number): boolean {
    const { place } = this;
    const [x0, x1, x2, x3] = piece.x;
    const [y0, y1, y2, y3] = piece.y;
    const from = piece.from.time - this.begun;
    const lasts = piece.to.time - piece.from.time;
    this.skipTime(from, lasts);
    let u = this.chord / chords;
    let px = x0 + u * (x1 + u * (x2 + u * x3));
    let py = y0 + u * (y1 + u * (y2 + u * y3));
    for (let i = this.chord + 1; i <= chords; i++) {
      const before = u;
      u = i / chords;
      const x = x0 + u * (x1 + u * (x2 + u * x3));
      const y = y0 + u * (y1 + u * (y2 + u * y3));
      const chord = length(x - px, y - py);
      if (this.walked + chord > limit) {
        this.chord = i - 1;
        return false;
      }
      for (;;) {
        const byWay = this.next <= this.walked + chord ? (chord > 0 ? before + (u - before) * ((this.next - this.walked) / chord) : u) : NOWHERE;
        const byTime = this.nextTime <= from + lasts * u ? (lasts > 0 ? Math.max(before, (this.nextTime - from) / lasts) : u) : NOWHERE;
        if (byWay === NOWHERE && byTime === NOWHERE) break;
        const v = byWay <= byTime ? byWay : byTime;
        const distance = byWay <= byTime ? this.next : u > before ? this.walked + chord * ((v - before) / (u - before)) : this.walked;
        place.x = x0 + v * (x1 + v * (x2 + v * x3));
        place.y = y0 + v * (y1 + v * (y2 + v * y3));
        place.dx = x1 + v * (2 * x2 + v * 3 * x3);
        place.dy = y1 + v * (2 * y2 + v * 3 * y3);
        place.distance = distance;
        const step = this.stand(piece.from, piece.to, v);
        if (byWay <= byTime) this.next += Math.max(LEAST_STEP, step);
        else this.nextTime = ++this.timed * this.interval;
      }
      this.walked += chord;
      px = x;
      py = y;
    }
    this.chord = 0;
    return true;
  }

  /** Lays what falls into a rest. @returns whether the rest was reached */
  private stay({ from, to }: Piece, limit: number): boolean {
    if (this.walked > limit) return false;
    this.placeAt(from.x, from.y, this.walked);
    if (this.next <= this.walked) this.next += Math.max(LEAST_STEP, this.stand(from, to, 0));
    const begins = from.time - this.begun;
    const lasts = to.time - from.time;
    this.skipTime(begins, lasts);
    while (this.nextTime <= begins + lasts) {
      const v = lasts > 0 ? Math.max(0, (this.nextTime - begins) / lasts) : 1;
      this.stand(from, to, v);
      this.nextTime = ++this.timed * this.interval;
    }
    return true;
  }

  /** A clock that jumps lays nothing by time until the jump is over. */
  private skipTime(begins: number, lasts: number): void {
    if (lasts <= LONGEST_GAP || this.interval === Number.POSITIVE_INFINITY) return;
    this.timed = Math.max(this.timed, Math.ceil((begins + lasts - LONGEST_GAP) / this.interval));
    this.nextTime = this.timed * this.interval;
  }

  /** Arrives between two points, at the place, direction and distance that were set before. */
  private stand(a: PathPoint, b: PathPoint, u: number): number {
    const { place } = this;
    place.pressure = a.pressure + u * (b.pressure - a.pressure);
    place.tilt = a.tilt + u * (b.tilt - a.tilt);
    place.lean = turned(a.lean, b.lean, u);
    place.twist = turned(a.twist, b.twist, u);
    place.speed = a.speed + u * (b.speed - a.speed);
    place.time = a.time + u * (b.time - a.time) - this.begun;
    if (++this.places < MOST_PLACES) return this.arrive(place);
    this.nextTime = Number.POSITIVE_INFINITY;
    return Number.POSITIVE_INFINITY;
  }

  private placeAt(x: number, y: number, distance: number): void {
    this.place.x = x;
    this.place.y = y;
    this.place.distance = distance;
  }
}

// Spelt out: a spread costs more than the whole rest of a sample.
function pointOf({ x, y, time, pressure, tilt, lean, twist }: TameSample, speed: number): PathPoint {
  return { x, y, time, pressure, tilt, lean, twist, speed };
}

function nextSpeed(last: PathPoint, sample: TameSample): number {
  const gap = sample.time - last.time;
  if (gap <= 0) return last.speed;
  const now = length(sample.x - last.x, sample.y - last.y) / gap;
  return last.speed === 0 ? now : last.speed + SPEED_SHARE * (now - last.speed);
}

/** Between two directions by the shorter way around. */
function turned(a: number, b: number, u: number): number {
  if (a === b) return a;
  const way = b - a > 180 ? b - a - 360 : b - a < -180 ? b - a + 360 : b - a;
  const angle = a + u * way;
  return angle < 0 ? angle + 360 : angle >= 360 ? angle - 360 : angle;
}
