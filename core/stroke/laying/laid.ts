import type { Sample } from "../../hand/sample";
import { markWord } from "../../kernels/mark-record";
import { ONE, q15At, toQ15 } from "../../kernels/memory/q15";
import { Tiles } from "../../kernels/memory/tiles";
import { qualityIndex } from "../../qualities/table";
import { LaidStroke, type Wet } from "../../surface/wet";
import type { StrokePlan } from "../plan";
import { BodyPile } from "./body-pile";
import type { Dip } from "./dip";
import { type Inking, inkingOf } from "./ink";
import type { Laying, LayingMeans } from "./laying";
import { MarkWriter } from "./mark-writer";
import { Mixer } from "./mixer";
import { RimFinish, rimRadius } from "./rim";
import { SecondTip } from "./second-tip";
import { FilmStroke } from "./water/film";
import { LiftStroke } from "./water/lift";
import { beginDrying } from "./water/wash";

const { body, water, gather, spread, granulation, lift, dryAfter } = qualityIndex;
/** What of a stroke's water is the mean of its marks. */
const OF_WATER = [water, gather, spread, granulation, lift, dryAfter] as const;

/** How long water stays wet on a sheet that is kept wet, ms: longer than anyone paints on it, and as wet as at first all the while. */
const STAYS_WET = 1e12;

/** Marks on tiles of their own, which join the layer as the stroke dries. */
export class LaidMarks implements Laying {
  laid = 0;
  private readonly tiles: Tiles;
  /** The tiles that the marks are laid on: where a second tip lets them through, they show. */
  private readonly under: Tiles;
  private readonly second: SecondTip | undefined;
  private readonly stroke: LaidStroke | FilmStroke | LiftStroke;
  /** Sums over the marks of what its water does. */
  private readonly ofWater = [0, 0, 0, 0, 0, 0];
  private entries = 0;
  private readonly writer: MarkWriter;
  private readonly inking: Inking;
  private readonly rim: RimFinish | undefined;
  private readonly pile: BodyPile | undefined;
  /** Gives marks the colour of what was there before the stroke. */
  private readonly lender: Mixer | undefined;
  private coloured = false;

  constructor(
    private readonly means: LayingMeans,
    private readonly plan: Extract<StrokePlan, { kind: "laid" }>,
  ) {
    const { surface, brush, ink } = means;
    const { kernels, columns, rows } = surface;
    const { paint, tip } = brush;
    this.tiles = new Tiles(kernels, columns, rows, plan.planes);
    if (plan.over) this.second = new SecondTip(means, plan.over);
    this.under = this.second?.beneath(this.tiles) ?? this.tiles;
    this.inking = inkingOf(brush, ink, plan.manner);
    const plain = plan.manner === "cover" || plan.manner === "tint";
    const takes = plan.takes ? "hairs" : plan.lends ? "tip" : "nothing";
    this.writer = new MarkWriter(
      means,
      takes === "nothing" && plain && paint.build === "build-up",
      plan.planes,
      takes,
      plan.body,
    );
    if (plan.rim) this.rim = new RimFinish(surface, this.tiles, plan.rim, tip.size, paint.opacity);
    if (plan.body) this.pile = new BodyPile(surface, brush, this.second, this.writer.taking);
    if (plan.lends) this.lender = new Mixer(surface, brush, undefined);
    this.stroke = plan.lifts
      ? new LiftStroke(surface, this.tiles, means.clock)
      : plan.water
        ? new FilmStroke(surface, this.tiles, ink.colour, paint.water, this.rim, this.pile?.wet)
        : new LaidStroke(kernels, this.tiles, plan.joins, ink.colour, this.rim, this.pile?.wet);
  }

  get wet(): Wet {
    return this.stroke;
  }

  follow(samples: readonly Sample[]): void {
    this.second?.push(samples);
  }

  enter(row: Float64Array, at: number): void {
    const to = this.writer.write(row, at, this.dipAt(row, at));
    if (to >= 0) this.entered(to, row, at);
  }

  private entered(to: number, row: Float64Array, at: number): void {
    const { writer, plan, pile } = this;
    if (plan.manner !== "cover" || !this.coloured) this.settleColour(row, at);
    // How high the paint of each hair is that takes some up is in its ridge.
    pile?.note(writer.batch, plan.takes ? ONE : q15At(row, at + body), writer.ridges);
    if (!(this.stroke instanceof LaidStroke)) this.noteWater(this.stroke, row, at);
    if (this.lender) this.lend(this.lender, to, row, at);
    else if (plan.manner !== "cover") writer.batch.setColours(to, this.inking);
    if (writer.batch.full) this.flush();
  }

  flush(): void {
    const { second } = this;
    if (this.writer.batch.count > 0) this.layBatch();
    second?.flush();
    second?.settle();
  }

  private layBatch(): void {
    const { batch } = this.writer;
    const { kernels, columns, rows, dirty } = this.means.surface;
    batch.upload();
    kernels.onTile((index) => this.under.make(index));
    this.writer.meetGround(this.rim);
    const touched = this.second?.touched ?? dirty;
    kernels.run[this.plan.law](batch.address, batch.count, this.under.table, columns, rows, touched);
    this.pile?.pile(batch);
    this.laid += batch.count;
    this.writer.clear();
  }

  end(): void {
    const { lastRow } = this.writer;
    this.writer.end(this.dipAt(lastRow, 0), (record) => this.entered(record, lastRow, 0));
    this.second?.end();
    this.flush();
    this.pile?.end();
    if (this.stroke instanceof FilmStroke) this.beginDrying(this.stroke);
    // The stroke is shown, and dries, when its marks are long done.
    if (this.rim) this.writer.leaveGrain(this.rim);
  }

  /** A stroke has one water: the mean of what its marks have. */
  private noteWater(stroke: FilmStroke | LiftStroke, row: Float64Array, at: number): void {
    this.entries++;
    OF_WATER.forEach((quality, i) => {
      this.ofWater[i] += row[at + quality];
    });
    if (stroke instanceof FilmStroke) stroke.water = this.ofWater[0] / this.entries;
    else stroke.lift = this.ofWater[4] / this.entries;
  }

  private beginDrying(film: FilmStroke): void {
    if (this.entries === 0) return;
    const { surface, brush, ink, clock } = this.means;
    const [, gather, spread, granulation, , long] = this.ofWater.map((sum) => sum / this.entries);
    const { rim } = brush.paint;
    const water = {
      gather,
      spread,
      granulation,
      dryAfter: ink.staysWet ? STAYS_WET : long,
      radius: rimRadius(rim, brush.tip.size),
      size: brush.tip.size,
    };
    beginDrying(surface, film, water, this.writer.grain, clock);
  }

  release(): void {
    this.writer.release();
    this.second?.release();
    this.lender?.release();
    this.lender?.tiles.release();
  }

  /** The colours of a tip whose hairs have one each. */
  private dipAt(row: Float64Array, at: number): Dip | undefined {
    const { dipped, thirdly, takes } = this.plan;
    if (dipped === 0 && thirdly === 0 && !takes) return undefined;
    this.inking.settle(row, at);
    const { second, third = second, tintings: [, two = 1, three = 1] = [] } = this.means.ink;
    return {
      colour: this.inking.colour,
      second,
      share: dipped,
      third,
      thirdShare: thirdly,
      tintings: [this.inking.tinting, two, three],
    };
  }

  /** The colour of a mark; in one colour, the first mark's is the whole stroke's. */
  private settleColour(row: Float64Array, at: number): void {
    this.inking.settle(row, at);
    if (this.plan.manner === "cover") this.stroke.colour = this.inking.colour;
    this.coloured = true;
  }

  /** Gives the mark that was entered last the colour it takes from what was there before the stroke. */
  private lend(lender: Mixer, to: number, row: Float64Array, at: number): void {
    const { batch } = this.writer;
    batch.uploadOne(to);
    lender.tinting = this.inking.tinting;
    const [red, green, blue] = lender.lend(batch.address, row, at, this.inking.colour);
    const strength = batch.words[to + markWord.flow] / ONE;
    batch.words[to + markWord.flow] = toQ15(strength * lender.strength);
    batch.words[to + markWord.red] = toQ15(red);
    batch.words[to + markWord.green] = toQ15(green);
    batch.words[to + markWord.blue] = toQ15(blue);
  }
}
