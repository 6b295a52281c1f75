import type { TameSample } from "../hand/tame";
import { length } from "../numeric/length";
import { catmullRom, chordCount, chordLength, type PathPoint, type Piece, SAME_PLACE, turned } from "./path";
import { firstPlace, type Place, placeField } from "./place";
import { SPEED_SETTLES, SpeedMeter } from "./speed";

/** The shortest step in px: closer marks could not be told apart and would cost without end. */
const LEAST_STEP = 0.2;
/** The most places on one stroke: a hand that asks for more is nonsense, and must not hang a painter's screen. */
const MOST_PLACES = 5_000_000;
/** Readings of one stroke that are farther apart in time, ms, are no pause but a clock that jumped. */
const LONGEST_GAP = 10_000;
/** px, or ms, by which a place may lie beyond what was walked, and by which more is held back than must be: so that rounding never decides. */
const SLACK = 1e-6;

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
  /** Whether the speed decides anything: the walk then begins when it is known. */
  readonly needsSpeed: boolean;
}

/**
 * Walks along a stroke: calls `arrive` at each place where a mark belongs, and `arrive` writes down there how far it is
 * to the next one. However the samples are cut into calls of `push`, the places are the same.
 */
export class Walker {
  private readonly place = firstPlace();
  private points: PathPoint[] = [];
  private readonly legs: Leg[] = [];
  private begun = Number.NaN;
  private readonly meter = new SpeedMeter();
  /** px between the readings so far. */
  private gone = 0;
  /** Readings that wait for the stroke's first speed; undefined once it is known. */
  private early: TameSample[] | undefined;
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
    private readonly arrive: (place: Place) => void,
  ) {
    this.interval = plan.perSecond > 0 ? 1000 / plan.perSecond : Number.POSITIVE_INFINITY;
    this.nextTime = this.interval;
    if (plan.needsSpeed) this.early = [];
  }

  push(samples: readonly TameSample[]): void {
    for (const sample of samples) {
      if (!this.early) this.take(sample, 0);
      else {
        this.early.push(sample);
        if (sample.time - this.early[0].time >= SPEED_SETTLES) this.settle(this.early);
      }
    }
    this.walkTo(this.known - this.plan.hold - SLACK);
  }

  /** Takes what waited for a speed: what is younger than it has the first that is known. */
  private settle(early: readonly TameSample[]): void {
    this.early = undefined;
    const meter = new SpeedMeter();
    let way = 0;
    early.forEach((sample, i) => {
      const before = early[i - 1] ?? sample;
      way += length(sample.x - before.x, sample.y - before.y);
      meter.push(sample.time, way);
    });
    const [first] = early;
    const last = early[early.length - 1];
    const speed = meter.at(Math.min(first.time + SPEED_SETTLES, last.time));
    for (const sample of early) this.take(sample, speed);
  }

  /** @param young the speed of what is too young to have its own, px/ms; 0 where that does not matter */
  private take(sample: TameSample, young: number): void {
    this.hardest = Math.max(this.hardest, sample.pressure);
    const last = this.points[this.points.length - 1];
    if (!last) {
      this.begun = sample.time;
      this.meter.push(sample.time, 0);
      this.points.push(pointOf(sample, young));
    } else if (length(sample.x - last.x, sample.y - last.y) >= SAME_PLACE) this.goTo(sample, last, young);
    else if (this.interval < Number.POSITIVE_INFINITY) this.rest(sample, last);
  }

  /** Walks what was held back. A stroke that never moved is one place, at its hardest. */
  end(): void {
    if (this.early && this.early.length > 0) this.settle(this.early);
    const a = this.points[0];
    if (!a) return;
    if (this.points.length > 1) this.closePath();
    else if (this.known === 0 && this.legs.length === 0 && this.next === 0) {
      const still = pointOf({ ...a, pressure: this.hardest }, a.speed);
      this.place[placeField.total] = 0;
      this.placeAt(a.x, a.y, 0);
      this.place[placeField.dx] = 0;
      this.place[placeField.dy] = 0;
      this.stand(still, still, 0);
      this.next = this.place[placeField.way];
      return;
    }
    if (this.plan.hold > 0) this.place[placeField.total] = this.known;
    this.walkTo(Number.POSITIVE_INFINITY);
  }

  private goTo(sample: TameSample, last: PathPoint, young: number): void {
    const { meter } = this;
    this.gone += length(sample.x - last.x, sample.y - last.y);
    meter.push(sample.time, this.gone);
    const own = meter.at(sample.time);
    const speed = young > 0 && sample.time - this.begun < SPEED_SETTLES ? young : own;
    const { points } = this;
    // Nothing was known of the first point's speed before the second.
    if (points.length === 1 && last.speed === 0) points[0] = pointOf(last, speed);
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
    this.meter.push(sample.time, this.gone);
    const still = pointOf({ ...sample, x: last.x, y: last.y }, this.meter.at(sample.time));
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
        const byWay =
          this.next <= this.walked + chord + SLACK
            ? chord > 0
              ? Math.min(u, before + (u - before) * ((this.next - this.walked) / chord))
              : u
            : Number.POSITIVE_INFINITY;
        const byTime =
          this.nextTime <= from + lasts * u + SLACK
            ? lasts > 0
              ? Math.min(u, Math.max(before, (this.nextTime - from) / lasts))
              : u
            : Number.POSITIVE_INFINITY;
        if (byWay === Number.POSITIVE_INFINITY && byTime === Number.POSITIVE_INFINITY) break;
        const v = byWay <= byTime ? byWay : byTime;
        const distance =
          byWay <= byTime ? this.next : u > before ? this.walked + chord * ((v - before) / (u - before)) : this.walked;
        place[placeField.x] = x0 + v * (x1 + v * (x2 + v * x3));
        place[placeField.y] = y0 + v * (y1 + v * (y2 + v * y3));
        place[placeField.dx] = x1 + v * (2 * x2 + v * 3 * x3);
        place[placeField.dy] = y1 + v * (2 * y2 + v * 3 * y3);
        place[placeField.distance] = distance;
        this.stand(piece.from, piece.to, v);
        if (byWay <= byTime) this.next += Math.max(LEAST_STEP, place[placeField.way]);
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
    if (this.next <= this.walked) {
      this.stand(from, to, 0);
      this.next += Math.max(LEAST_STEP, this.place[placeField.way]);
    }
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
  private stand(a: PathPoint, b: PathPoint, u: number): void {
    const { place } = this;
    place[placeField.pressure] = a.pressure + u * (b.pressure - a.pressure);
    place[placeField.tilt] = a.tilt + u * (b.tilt - a.tilt);
    place[placeField.lean] = turned(a.lean, b.lean, u);
    place[placeField.twist] = turned(a.twist, b.twist, u);
    place[placeField.grown] = a.grown + u * (b.grown - a.grown);
    place[placeField.speed] = a.speed + u * (b.speed - a.speed);
    place[placeField.time] = a.time + u * (b.time - a.time) - this.begun;
    if (++this.places < MOST_PLACES) this.arrive(place);
    else {
      this.nextTime = Number.POSITIVE_INFINITY;
      place[placeField.way] = Number.POSITIVE_INFINITY;
    }
  }

  private placeAt(x: number, y: number, distance: number): void {
    this.place[placeField.x] = x;
    this.place[placeField.y] = y;
    this.place[placeField.distance] = distance;
  }
}

// Spelt out: a spread costs more than the whole rest of a sample. All points are made here, for objects of one make are read without boxing.
function pointOf({ x, y, time, pressure, tilt, lean, twist, grown }: TameSample, speed: number): PathPoint {
  return { x, y, time, pressure, tilt, lean, twist, grown, speed };
}
