import type { Brush } from "../brush/schema";
import type { Sample } from "../hand/sample";
import { length } from "../numeric/length";
import { atan2Degrees } from "../numeric/trig";
import { qualityIndex, qualityNames } from "../quality/table";
import { compileResponses, type Moment, type Respond } from "../response/respond";
import { extentAlong } from "../tip/extent";
import { strayAcross, strayAlong } from "../trail/scatter";
import { keptStrength } from "../trail/strength";
import { type Place, Walker } from "../trail/walk";
import { MARK_NUMBERS, MarkList, markField } from "./mark-list";

const { size, angle, roundness, spacing, count, scatter, scatterAlong, flow } = qualityIndex;

/** Turns a hand's samples into marks. The caller empties `marks` whenever it likes. */
export class MarkMaker {
  readonly marks = new MarkList();
  private readonly walker = new Walker((place) => this.step(place));
  private readonly respond: Respond;
  private readonly moment: Moment = { pressure: 0, tilt: 0, lean: 0, twist: 0, speed: 0, heading: 0, distance: 0, time: 0, number: 0 };
  private number = 0;

  /** @param seed any 32-bit integer; same brush, samples and seed: same marks */
  constructor(
    private readonly brush: Brush,
    private readonly seed: number,
  ) {
    this.respond = compileResponses(brush);
  }

  push(samples: readonly Sample[]): void {
    this.walker.push(samples);
  }

  end(): void {
    this.walker.end();
  }

  private step(place: Place): number {
    const moment = this.moment;
    moment.pressure = place.pressure;
    moment.tilt = place.tilt;
    moment.lean = place.lean;
    moment.twist = place.twist;
    moment.speed = Math.min(1, place.speed / this.brush.trail.fullSpeed);
    moment.heading = atan2Degrees(-place.dy, place.dx);
    moment.distance = place.distance;
    moment.time = place.time;
    const first = this.mark(place);
    const row = this.marks.values;
    const way = row[first + spacing] * extentAlong(row[first + size], row[first + roundness], row[first + angle] - moment.heading);
    const more = Math.round(row[first + count]);
    for (let i = 1; i < more; i++) this.mark(place);
    return way;
  }

  private mark(place: Place): number {
    const { moment, marks, seed } = this;
    moment.number = this.number++;
    const at = marks.append();
    const row = marks.values;
    this.respond(moment, seed, row, at);
    let x = place.x;
    let y = place.y;
    if (row[at + scatter] > 0 || row[at + scatterAlong] > 0) {
      const way = length(place.dx, place.dy) || 1;
      const ux = place.dx / way;
      const uy = place.dy / way;
      const across = strayAcross(seed, moment.number, row[at + scatter]) * row[at + size];
      const along = strayAlong(seed, moment.number, row[at + scatterAlong]) * row[at + size];
      x += along * ux + across * uy;
      y += along * uy - across * ux;
    }
    if (this.brush.trail.keepStrength) row[at + flow] = keptStrength(row[at + flow], row[at + spacing]);
    row[at + markField.x] = x;
    row[at + markField.y] = y;
    row[at + markField.number] = moment.number;
    row[at + markField.distance] = moment.distance;
    row[at + markField.time] = moment.time;
    row[at + markField.heading] = moment.heading;
    row[at + markField.pressure] = moment.pressure;
    return at;
  }
}

/** The names of all numbers in a mark's row, in its order. */
export const markNames: readonly string[] = [...qualityNames, ...Object.keys(markField)];

/** All marks of one stroke as objects, for printing and for tests. */
export function listMarks(brush: Brush, samples: readonly Sample[], seed: number): Record<string, number>[] {
  const maker = new MarkMaker(brush, seed);
  maker.push(samples);
  maker.end();
  const { values, count: total } = maker.marks;
  return Array.from({ length: total }, (_, i) => Object.fromEntries(markNames.map((name, field) => [name, values[i * MARK_NUMBERS + field]])));
}
