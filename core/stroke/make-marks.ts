import { withoutMuted } from "../brush/muted";
import type { Brush } from "../brush/schema";
import type { Sample } from "../hand/sample";
import { standIn } from "../hand/stand-in";
import { length } from "../numeric/length";
import { atan2Degrees } from "../numeric/trig";
import { drierDepth, flowLeft, fullReservoir, type Reservoir, refill, spend } from "../paint/spend";
import { qualityIndex, qualityNames } from "../quality/table";
import { compileResponses, type Moment, type Respond } from "../response/respond";
import { extentAlong } from "../tip/extent";
import { mirrored, type Pick, picker } from "../tip/pick";
import { Conditioner } from "../trail/condition";
import { strayAcross, strayAlong } from "../trail/scatter";
import { keptStrength } from "../trail/strength";
import { taperFactor, taperHold } from "../trail/taper";
import { type Place, Walker } from "../trail/walk";
import { MARK_NUMBERS, MarkList, markField } from "./mark-list";

const { size, angle, roundness, spacing, count, scatter, scatterAlong, flow, load, depth } = qualityIndex;
const LEFT_RIGHT = 0x317a;
const TOP_BOTTOM = 0x317b;

/** With so many marks waiting, whoever takes them is called, so that no hand fills the memory. */
const MANY = 2048;

/** What a stroke's marks may ask of the world. Without it, nothing lies below and the tip is freshly dipped. */
export interface Surroundings {
  /** Coverage, 0…1, under a tip of this size at a place. */
  readonly underpaint?: (x: number, y: number, size: number) => number;
  readonly reservoir?: Reservoir;
  /** Is told of each place where the hand was read, and where in the list its first mark begins. */
  readonly watch?: (moment: Readonly<Moment>, row: Float64Array, at: number) => void;
}

/** Turns a hand's samples into marks. The caller empties `marks` whenever it likes. */
export class MarkMaker {
  readonly marks = new MarkList();
  private readonly brush: Brush;
  private readonly conditioner: Conditioner;
  private readonly walker: Walker;
  private readonly respond: Respond;
  private readonly pick: Pick | undefined;
  private readonly tapers: boolean;
  private readonly mirrors: boolean;
  private readonly moment: Moment = { pressure: 0, tilt: 0, lean: 0, twist: 0, speed: 0, heading: 0, distance: 0, time: 0, load: 1, underpaint: 0, number: 0 };
  private readonly reservoir: Reservoir;
  private readonly senses: boolean;
  private begun = false;
  /** px and size at the last step. */
  private lastDistance = 0;
  private lastSize: number;
  private lastLoad: number;
  private number = 0;

  /**
   * @param seed any 32-bit integer; same brush, samples and seed: same marks
   * @param onMany is called when many marks wait, and should take them
   */
  constructor(
    whole: Brush,
    private readonly seed: number,
    private readonly onMany?: () => void,
    private readonly around: Surroundings = {},
  ) {
    const brush = withoutMuted(whole);
    this.brush = brush;
    const { tip, trail, paint } = brush;
    this.reservoir = around.reservoir ?? fullReservoir();
    this.senses = paint.lending > 0 || brush.responses.some((r) => r.source === "underpaint");
    this.lastSize = tip.size;
    this.lastLoad = paint.load ?? 0;
    this.conditioner = new Conditioner(trail);
    this.walker = new Walker({ hold: taperHold(trail.taper), perSecond: trail.perSecond }, (place) => this.step(place));
    this.respond = compileResponses(brush);
    this.pick = tip.shape.kind === "image" && tip.shape.pictures.length > 1 ? picker(tip.shape) : undefined;
    this.tapers = trail.taper.start > 0 || trail.taper.end > 0;
    this.mirrors = tip.mirror.leftRight !== "never" || tip.mirror.topBottom !== "never";
  }

  push(samples: readonly Sample[]): void {
    const first = samples[0];
    if (!first) return;
    if (!this.begun) refill(this.reservoir, this.brush.paint, first.time);
    this.begun = true;
    this.reservoir.lifted = samples[samples.length - 1].time;
    this.walker.push(this.conditioner.push(samples));
  }

  end(): void {
    this.walker.push(this.conditioner.end());
    this.walker.end();
  }

  private step(place: Place): number {
    const { moment } = this;
    const { missing } = this.conditioner;
    const { standIns, trail, tip } = this.brush;
    const speed = Math.min(1, place.speed / trail.fullSpeed);
    const heading = atan2Degrees(-place.dy, place.dx);
    moment.pressure = missing.pressure ? standIn(standIns.pressure, place.pressure, speed, heading) : place.pressure;
    moment.tilt = missing.tilt ? standIn(standIns.tilt, place.tilt, speed, heading) : place.tilt;
    moment.lean = missing.lean ? standIn(standIns.lean, place.lean, speed, heading) : place.lean;
    moment.twist = missing.twist ? standIn(standIns.twist, place.twist, speed, heading) : place.twist;
    moment.speed = speed;
    moment.heading = heading;
    moment.distance = place.distance;
    moment.time = place.time;
    if (this.senses) moment.underpaint = this.around.underpaint?.(place.x, place.y, this.lastSize) ?? 0;
    this.dry(place.distance);
    const taper = this.tapers ? taperFactor(trail.taper, place.distance, place.total) : 1;
    const first = this.mark(place, taper);
    const row = this.marks.values;
    this.around.watch?.(moment, row, first);
    this.lastSize = row[first + size];
    this.lastLoad = row[first + load];
    const way = row[first + spacing] * extentAlong(tip.shape, row[first + size], row[first + roundness], row[first + angle] - heading);
    const more = Math.round(row[first + count]);
    for (let i = 1; i < more; i++) this.mark(place, taper);
    if (this.onMany && this.marks.count >= MANY) this.onMany();
    return way;
  }

  /** Takes from the paint what the way since the last step has cost. */
  private dry(distance: number): void {
    const { reservoir, moment, brush } = this;
    if (brush.paint.load === null) return;
    const travel = (distance - this.lastDistance) / Math.max(0.5, this.lastSize);
    this.lastDistance = distance;
    reservoir.full = spend(reservoir.full, travel, this.lastLoad, brush.paint.lending, moment.underpaint);
    moment.load = reservoir.full;
  }

  private mark(place: Place, taper: number): number {
    const { moment, marks, seed } = this;
    const { trail, tip } = this.brush;
    moment.number = this.number++;
    const at = marks.append();
    const row = marks.values;
    this.respond(moment, seed, row, at);
    row[at + size] *= taper;
    let x = place.x;
    let y = place.y;
    if (row[at + scatter] > 0 || row[at + scatterAlong] > 0) {
      const way = length(place.dx, place.dy) || 1;
      const ux = place.dx / way;
      const uy = place.dy / way;
      const across = strayAcross(seed, moment.number, row[at + scatter], trail.scatterLaw) * row[at + size];
      const along = strayAlong(seed, moment.number, row[at + scatterAlong], trail.scatterLaw) * row[at + size];
      x += along * ux + across * uy;
      y += along * uy - across * ux;
    }
    if (moment.load < 1) {
      row[at + flow] *= flowLeft(moment.load);
      if (this.brush.ground) row[at + depth] = drierDepth(row[at + depth], moment.load);
    }
    if (trail.keepStrength) row[at + flow] = keptStrength(row[at + flow], row[at + spacing]);
    row[at + markField.x] = x;
    row[at + markField.y] = y;
    row[at + markField.number] = moment.number;
    row[at + markField.distance] = moment.distance;
    row[at + markField.time] = moment.time;
    row[at + markField.heading] = moment.heading;
    row[at + markField.pressure] = moment.pressure;
    row[at + markField.picture] = this.pick ? this.pick(moment, seed) : 0;
    row[at + markField.mirrorX] = this.mirrors ? mirrored(tip.mirror.leftRight, seed, moment.number, LEFT_RIGHT) : 0;
    row[at + markField.mirrorY] = this.mirrors ? mirrored(tip.mirror.topBottom, seed, moment.number, TOP_BOTTOM) : 0;
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
