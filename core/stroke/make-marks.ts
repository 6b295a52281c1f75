import { withoutMuted } from "../brush/muted";
import { ownValue } from "../brush/quality-of";
import type { Brush } from "../brush/schema";
import { usualPress } from "../ground/model";
import type { Sample } from "../hand/sample";
import { type NamedStandIn, namedStandIns, standIn } from "../hand/stand-in";
import { length } from "../numeric/length";
import { HeadingFollower } from "../numeric/trig";
import { drierDepth, flowLeft, fullReservoir, type Reservoir, refill, spend } from "../paint/spend";
import { qualities, qualityIndex, qualityNames } from "../qualities/table";
import { blankMoment, type Moment, momentField } from "../response/moment";
import { compileResponses, type Respond } from "../response/respond";
import { toExtent } from "../tip/shape/extent";
import { mirrored, type Pick, picker } from "../tip/shape/pick";
import { Conditioner } from "../trail/condition";
import { type Place, placeField } from "../trail/place";
import { strayAcross, strayAlong } from "../trail/scatter";
import { keptStrength } from "../trail/strength";
import { taperFactor, taperHold } from "../trail/taper";
import { Walker } from "../trail/walk";
import { MARK_NUMBERS, MarkList, markField } from "./mark-list";
import { isSwept, sweepStep } from "./swept";

const { size, angle, roundness, spacing, count, scatter, scatterAlong, flow, load, depth, press } = qualityIndex;
const LEFT_RIGHT = 0x317a;
const TOP_BOTTOM = 0x317b;
const DISTANCE = 0;
const SIZE = 1;
const LOAD = 2;
const TAPER = 3;

/** With so many marks waiting, whoever takes them is called, so that no hand fills the memory. */
const MANY = 2048;

/** What a stroke's marks may ask of the world. Without it, nothing lies below and the tip is freshly dipped. */
export interface Surroundings {
  /** Coverage, 0…1, under a tip of this size at a place. */
  readonly underpaint?: (x: number, y: number, size: number) => number;
  readonly reservoir?: Reservoir;
  /** Is told of each place where the hand was read, and where in the list its first mark begins. */
  readonly watch?: (moment: Moment, row: Float64Array, at: number) => void;
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
  /** Whether hairs are drawn as lines between the places. */
  private readonly sweeps: boolean;
  /** Whether marks press as their pressure and flow say. */
  private readonly pressesAsUsual: boolean;
  private readonly moment = blankMoment();
  /** What decides which picture of a family a mark takes. */
  private readonly occasion = { number: 0, pressure: 0, speed: 0, heading: 0 };
  private readonly standIns: readonly NamedStandIn[];
  private readonly reservoir: Reservoir;
  private readonly senses: boolean;
  private begun = false;
  /** Distance, size and load of the last step, and what tapers this one. */
  private readonly lately = new Float64Array(4);
  /** How the mark stands to the path: size, roundness, degrees. */
  private readonly stand = new Float64Array(3);
  private readonly heading = new HeadingFollower();
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
    this.lately[SIZE] = tip.size;
    this.lately[LOAD] = paint.load ?? 0;
    this.conditioner = new Conditioner(trail);
    this.walker = new Walker(
      { hold: taperHold(trail.taper), perSecond: trail.perSecond, needsSpeed: needsSpeed(brush) },
      (place) => this.step(place),
    );
    this.standIns = namedStandIns(brush.standIns);
    this.respond = compileResponses(ownValues(whole), whole.responses, tip.size);
    this.pick = tip.shape.kind === "image" && tip.shape.pictures.length > 1 ? picker(tip.shape) : undefined;
    this.tapers = trail.taper.start > 0 || trail.taper.end > 0;
    this.sweeps = isSwept(brush);
    this.pressesAsUsual = !brush.responses.some((r) => r.quality === "press");
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

  private step(place: Place): void {
    const { moment, lately, stand } = this;
    this.read(place);
    if (this.senses)
      moment[momentField.underpaint] =
        this.around.underpaint?.(place[placeField.x], place[placeField.y], lately[SIZE]) ?? 0;
    this.dry();
    const { trail, tip } = this.brush;
    lately[TAPER] = this.tapers ? taperFactor(trail.taper, place[placeField.distance], place[placeField.total]) : 1;
    const first = this.mark(place);
    const row = this.marks.values;
    this.around.watch?.(moment, row, first);
    lately[SIZE] = row[first + size];
    lately[LOAD] = row[first + load];
    stand[0] = row[first + size];
    stand[1] = row[first + roundness];
    stand[2] = row[first + angle] - moment[momentField.heading];
    toExtent(tip.shape, stand);
    place[placeField.way] = this.sweeps ? sweepStep(row[first + size]) : row[first + spacing] * stand[0];
    const more = Math.round(row[first + count]);
    for (let i = 1; i < more; i++) this.mark(place);
    if (this.onMany && this.marks.count >= MANY) this.onMany();
  }

  /** Reads the hand at a place; what the pen does not have is stood in for. */
  private read(place: Place): void {
    const { moment } = this;
    moment[momentField.speed] = Math.min(1, place[placeField.speed] / this.brush.trail.fullSpeed);
    this.heading.into(moment, momentField.heading, place, placeField.dx, placeField.dy);
    moment[momentField.pressure] = place[placeField.pressure];
    moment[momentField.tilt] = place[placeField.tilt];
    moment[momentField.lean] = place[placeField.lean];
    moment[momentField.twist] = place[placeField.twist];
    moment[momentField.distance] = place[placeField.distance];
    moment[momentField.time] = place[placeField.time];
    for (const { name, kind } of this.standIns)
      if (this.conditioner.missing[name])
        moment[momentField[name]] = standIn(
          kind,
          moment[momentField[name]],
          moment[momentField.speed],
          moment[momentField.heading],
        );
  }

  /** Takes from the paint what the way since the last step has cost. */
  private dry(): void {
    const { reservoir, moment, brush, lately } = this;
    if (brush.paint.load === null) return;
    const distance = moment[momentField.distance];
    const travel = (distance - lately[DISTANCE]) / Math.max(0.5, lately[SIZE]);
    lately[DISTANCE] = distance;
    reservoir.full = spend(reservoir.full, travel, lately[LOAD], brush.paint.lending, moment[momentField.underpaint]);
    moment[momentField.load] = reservoir.full;
  }

  private mark(place: Place): number {
    const { moment, marks, seed } = this;
    const { trail, tip, ground, paint } = this.brush;
    const number = this.number++;
    const at = marks.append();
    const row = marks.values;
    this.respond(moment, number, seed, row, at);
    row[at + size] = Math.min(qualities.size.high, row[at + size] * this.lately[TAPER] * place[placeField.grown]);
    row[at + markField.x] = place[placeField.x];
    row[at + markField.y] = place[placeField.y];
    if (row[at + scatter] > 0 || row[at + scatterAlong] > 0) this.stray(place, number, row, at);
    if (moment[momentField.load] < 1) {
      // Hairs that are swept run out one by one.
      if (!this.sweeps) row[at + flow] *= flowLeft(moment[momentField.load]);
      if (this.brush.ground) row[at + depth] = drierDepth(row[at + depth], moment[momentField.load]);
    }
    if (!ground) row[at + press] = 1;
    if (this.pressesAsUsual)
      row[at + press] *= usualPress(
        moment[momentField.pressure],
        paint.flow > 0 ? Math.min(1, row[at + flow] / paint.flow) : 1,
      );
    if (trail.keepStrength && !this.sweeps) row[at + flow] = keptStrength(row[at + flow], row[at + spacing]);
    row[at + markField.number] = number;
    row[at + markField.distance] = moment[momentField.distance];
    row[at + markField.time] = moment[momentField.time];
    row[at + markField.heading] = moment[momentField.heading];
    row[at + markField.pressure] = moment[momentField.pressure];
    row[at + markField.tilt] = moment[momentField.tilt];
    row[at + markField.lean] = moment[momentField.lean];
    row[at + markField.full] = moment[momentField.load];
    row[at + markField.picture] = this.pick ? this.picked(this.pick, number) : 0;
    row[at + markField.mirrorX] = this.mirrors ? mirrored(tip.mirror.leftRight, seed, number, LEFT_RIGHT) : 0;
    row[at + markField.mirrorY] = this.mirrors ? mirrored(tip.mirror.topBottom, seed, number, TOP_BOTTOM) : 0;
    return at;
  }

  /** Moves a mark off the path. */
  private stray(place: Place, number: number, row: Float64Array, at: number): void {
    const { scatterLaw } = this.brush.trail;
    const way = length(place[placeField.dx], place[placeField.dy]) || 1;
    const ux = place[placeField.dx] / way;
    const uy = place[placeField.dy] / way;
    const across = strayAcross(this.seed, number, row[at + scatter], scatterLaw) * row[at + size];
    const along = strayAlong(this.seed, number, row[at + scatterAlong], scatterLaw) * row[at + size];
    row[at + markField.x] += along * ux + across * uy;
    row[at + markField.y] += along * uy - across * ux;
  }

  private picked(pick: Pick, number: number): number {
    const { occasion, moment } = this;
    occasion.number = number;
    occasion.pressure = moment[momentField.pressure];
    occasion.speed = moment[momentField.speed];
    occasion.heading = moment[momentField.heading];
    return pick(occasion, this.seed);
  }
}

/** Whether a stroke looks another way when it is drawn faster. */
function needsSpeed({ responses, standIns, tip: { shape } }: Brush): boolean {
  return (
    responses.some((r) => r.source === "speed") ||
    namedStandIns(standIns).some(({ kind }) => kind === "speed" || kind === "slowness") ||
    (shape.kind === "image" && shape.pick === "speed")
  );
}

/** A brush's own value of every quality; 0 where it has none: a smooth ground has no depth, an endless load no length. */
function ownValues(brush: Brush): Float64Array {
  return Float64Array.from(qualityNames, (name) => ownValue(brush, name) ?? 0);
}

/** The names of all numbers in a mark's row, in its order. */
export const markNames: readonly string[] = [...qualityNames, ...Object.keys(markField)];

/** All marks of one stroke as objects, for printing and for tests. */
export function listMarks(brush: Brush, samples: readonly Sample[], seed: number): Record<string, number>[] {
  const maker = new MarkMaker(brush, seed);
  maker.push(samples);
  maker.end();
  const { values, count: total } = maker.marks;
  return Array.from({ length: total }, (_, i) =>
    Object.fromEntries(markNames.map((name, field) => [name, values[i * MARK_NUMBERS + field]])),
  );
}
