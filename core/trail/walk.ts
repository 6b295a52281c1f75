import { type Sample, tameSample } from "../hand/sample";
import { length } from "../numeric/length";
import { catmullRom, type PathPoint, type Piece } from "./path";

/** Two samples closer than this are one place. */
const SAME_PLACE = 0.01;
/** The shortest step in px: closer marks could not be told apart and would cost without end. */
const LEAST_STEP = 0.2;
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
  /** ms from the start of the stroke */
  time: number;
}

/**
 * Walks along a stroke: calls `arrive` at each place where a mark belongs, and `arrive` says how far (px) it is to the
 * next one. However the samples are cut into calls of `push`, the places are the same.
 */
export class Walker {
  private readonly place: Place = { x: 0, y: 0, dx: 1, dy: 0, pressure: 0, tilt: 0, lean: 0, twist: 0, speed: 0, distance: 0, time: 0 };
  private readonly points: PathPoint[] = [];
  private begun = 0;
  private latest = Number.NEGATIVE_INFINITY;
  private hardest = 0;
  private walked = 0;
  private next = 0;
  private started = false;

  constructor(private readonly arrive: (place: Place) => number) {}

  push(samples: readonly Sample[]): void {
    for (const raw of samples) {
      const sample = tameSample(raw, this.latest);
      if (!sample) continue;
      this.hardest = Math.max(this.hardest, sample.pressure);
      const last = this.points[this.points.length - 1];
      if (last && length(sample.x - last.x, sample.y - last.y) < SAME_PLACE) continue;
      if (!last) this.begun = sample.time;
      this.latest = sample.time;
      this.points.push(pointOf(sample, last ? nextSpeed(last, sample) : 0));
      this.advance();
    }
  }

  /** Walks what was held back until the next sample. A stroke that never moved is one place, at its hardest. */
  end(): void {
    const [a, b, c] = this.points;
    if (!a) return;
    if (!b) {
      const still = { ...a, pressure: this.hardest };
      this.stand(still, still, 0, a.x, a.y, 0, 0);
    } else if (c) this.walk(catmullRom(a, b, c, undefined));
    else this.walk(catmullRom(undefined, a, b, undefined));
  }

  // Keeps at most three points: a piece is walked as soon as the point after its end is known.
  private advance(): void {
    const [a, b, c, d] = this.points;
    if (d) {
      this.walk(catmullRom(a, b, c, d));
      this.points.shift();
    } else if (c && !this.started) {
      this.walk(catmullRom(undefined, a, b, c));
      this.started = true;
    }
  }

  private walk(piece: Piece): void {
    const [x0, x1, x2, x3] = piece.x;
    const [y0, y1, y2, y3] = piece.y;
    const chords = chordCount(piece);
    let px = x0;
    let py = y0;
    for (let i = 1; i <= chords; i++) {
      const u = i / chords;
      const x = x0 + u * (x1 + u * (x2 + u * x3));
      const y = y0 + u * (y1 + u * (y2 + u * y3));
      const chord = length(x - px, y - py);
      while (this.next <= this.walked + chord) {
        const v = chord > 0 ? (i - 1 + (this.next - this.walked) / chord) / chords : u;
        const step = this.stand(
          piece.from,
          piece.to,
          v,
          x0 + v * (x1 + v * (x2 + v * x3)),
          y0 + v * (y1 + v * (y2 + v * y3)),
          x1 + v * (2 * x2 + v * 3 * x3),
          y1 + v * (2 * y2 + v * 3 * y3),
        );
        this.next += Math.max(LEAST_STEP, step);
      }
      this.walked += chord;
      px = x;
      py = y;
    }
  }

  private stand(a: PathPoint, b: PathPoint, u: number, x: number, y: number, dx: number, dy: number): number {
    const place = this.place;
    place.x = x;
    place.y = y;
    place.dx = dx;
    place.dy = dy;
    place.pressure = a.pressure + u * (b.pressure - a.pressure);
    place.tilt = a.tilt + u * (b.tilt - a.tilt);
    place.lean = turned(a.lean, b.lean, u);
    place.twist = turned(a.twist, b.twist, u);
    place.speed = a.speed + u * (b.speed - a.speed);
    place.time = a.time + u * (b.time - a.time) - this.begun;
    place.distance = this.next;
    return this.arrive(place);
  }
}

// Spelt out: a spread costs more than the whole rest of a sample.
function pointOf({ x, y, time, pressure, tilt, lean, twist }: Required<Sample>, speed: number): PathPoint {
  return { x, y, time, pressure, tilt, lean, twist, speed };
}

function nextSpeed(last: PathPoint, sample: Required<Sample>): number {
  const gap = sample.time - last.time;
  if (gap <= 0) return last.speed;
  const now = length(sample.x - last.x, sample.y - last.y) / gap;
  return last.speed === 0 ? now : last.speed + SPEED_SHARE * (now - last.speed);
}

/** Between two directions by the shorter way around. */
function turned(a: number, b: number, u: number): number {
  const way = b - a > 180 ? b - a - 360 : b - a < -180 ? b - a + 360 : b - a;
  const angle = a + u * way;
  return angle < 0 ? angle + 360 : angle >= 360 ? angle - 360 : angle;
}

/** Enough chords that their summed length is within a thousandth of the curve's: by length, and by how much it bends. */
function chordCount(piece: Piece): number {
  const [, x1, x2, x3] = piece.x;
  const [, y1, y2, y3] = piece.y;
  const chord = length(piece.to.x - piece.from.x, piece.to.y - piece.from.y);
  const bend = length(x2, y2) + 3 * length(x3, y3);
  const swing = bend / Math.max(chord, length(x1, y1) / 4, 1e-9);
  return Math.min(64, Math.max(2, Math.ceil(Math.sqrt(chord) / 2), Math.ceil(swing * 12)));
}
