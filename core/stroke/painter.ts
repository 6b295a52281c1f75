import { withoutMuted } from "../brush/muted";
import type { Brush } from "../brush/schema";
import type { Sample } from "../hand/sample";
import { fullReservoir, type Reservoir } from "../paint/spend";
import { noPictures, type Pictures } from "../picture/picture";
import { coverageUnder } from "../surface/coverage-under";
import type { Surface } from "../surface/surface";
import { tipMasks } from "../tip/mask/masks";
import { BentPicture } from "./laying/bent";
import type { Ink } from "./laying/ink";
import { LaidMarks } from "./laying/laid";
import type { Laying, LayingMeans } from "./laying/laying";
import { OpenMarks } from "./laying/open";
import { MarkMaker } from "./make-marks";
import { MARK_NUMBERS } from "./mark-list";
import { planStroke } from "./plan";

/** Paints one stroke on a surface as its samples arrive; the stroke stays wet until `end`. */
export class StrokePainter {
  private readonly maker: MarkMaker;
  private readonly laying: Laying;
  private readonly clock = { begun: Number.NaN, ended: Number.NaN };
  /** Whether nothing may come of it: where a layer keeps its alpha there is nothing to erase. */
  private readonly barred: boolean;

  /**
   * @param seed any 32-bit integer. One stroke at a time on a surface: an unfinished one is dried first.
   * @param pictures those that the brush's tip names
   * @param reservoir what the tip holds, where strokes share it
   * @throws MissingPicture while painting, when one is not there
   */
  constructor(
    private readonly surface: Surface,
    brush: Brush,
    ink: Ink,
    seed: number,
    pictures: Pictures = noPictures,
    reservoir?: Reservoir,
  ) {
    surface.dry();
    this.barred = ink.erases === true && surface.active.keepsAlpha && !surface.paintsMask;
    const underpaint = (x: number, y: number, size: number) => coverageUnder(surface, x, y, size);
    this.maker = new MarkMaker(brush, seed, () => this.drain(), { underpaint, reservoir });
    this.laying = layingOf({ surface, brush: withoutMuted(brush), ink, seed, pictures, clock: this.clock, reservoir });
    surface.wetten(this.laying.wet);
  }

  push(samples: readonly Sample[]): void {
    const { clock } = this;
    if (samples.length > 0) {
      if (Number.isNaN(clock.begun)) clock.begun = samples[0].time;
      clock.ended = samples[samples.length - 1].time;
    }
    this.watchMasks();
    if (!this.barred) this.laying.follow?.(samples);
    this.maker.push(samples);
    this.drain();
  }

  /** Finishes the stroke: it becomes part of the layer. */
  end(): void {
    this.lift();
    this.surface.dry();
  }

  /** Finishes the stroke and lets what is wet of it dry on its layer by and by: see `Surface.goOn`. */
  lift(): void {
    this.maker.end();
    this.drain();
    this.laying.end();
    this.surface.lay();
    this.laying.release();
  }

  /** How many marks have reached the surface so far. */
  get painted(): number {
    return this.laying.laid;
  }

  /** Has marks that wait laid before the masks they use are dropped. */
  private watchMasks(): void {
    tipMasks(this.surface.kernels).beforeDrop = () => this.laying.flush();
  }

  private drain(): void {
    const { marks } = this.maker;
    const { laying } = this;
    this.watchMasks();
    const row = marks.values;
    for (let i = 0; i < marks.count && !this.barred; i++) laying.enter(row, i * MARK_NUMBERS);
    marks.clear();
    laying.flush();
  }
}

function layingOf(means: LayingMeans): Laying {
  const { brush, ink, surface } = means;
  const { shape } = brush.tip;
  const plan = planStroke(brush, {
    mask: surface.paintsMask,
    erases: ink.erases ?? false,
    paper: surface.paper !== undefined,
  });
  if (plan.kind === "bent" && shape.kind === "image") return new BentPicture(means, shape, plan);
  if (plan.kind === "open") return new OpenMarks(means, plan);
  if (plan.kind === "laid") return new LaidMarks(means, plan);
  throw new Error(`a tip of kind ${shape.kind} cannot be bent`);
}

/** Paints a whole hand: stroke n with the seed `seed + n`. */
export function paintHand(
  surface: Surface,
  brush: Brush,
  ink: Ink,
  strokes: readonly (readonly Sample[])[],
  seed: number,
  pictures: Pictures = noPictures,
): void {
  const reservoir = fullReservoir();
  strokes.forEach((samples, n) => {
    const painter = new StrokePainter(surface, brush, ink, seed + n, pictures, reservoir);
    painter.push(samples);
    painter.end();
  });
}
