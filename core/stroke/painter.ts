import { withoutMuted } from "../brush/muted";
import type { Brush } from "../brush/schema";
import type { Sample } from "../hand/sample";
import type { LawName } from "../kernels/load";
import { MARK_BYTES, MARK_WORDS, q15At, roundingThresholds, toQ15 } from "../kernels/marks";
import { fullReservoir, type Reservoir } from "../paint/spend";
import { noPictures, type Pictures } from "../picture/picture";
import { qualityIndex } from "../qualities/table";
import { variesWithinStroke } from "../response/sources";
import { coverageUnder } from "../surface/coverage-under";
import type { Surface } from "../surface/surface";
import { Tiles } from "../surface/tiles";
import { LaidStroke, type WetBody } from "../surface/wet";
import { maskField } from "../tip/mask-table";
import { type TipMasks, tipMasks } from "../tip/masks";
import { type Ink, Inking, tintsMarks } from "./ink";
import { MarkMaker } from "./make-marks";
import { MARK_NUMBERS, markField } from "./mark-list";
import { GroundMeeting } from "./meet-ground";
import { Mixer, mixingOf } from "./mixer";
import { TipPlacer } from "./place-tip";
import { Ribbon } from "./ribbon";
import { RimFinish } from "./rim";

const BATCH = 512;
const { flow, opacity, body } = qualityIndex;

/** What a stroke's marks bring: coverage in one colour, a colour each, their picture's own colours, or tones of their colour. */
type Manner = "cover" | "tint" | "own" | "toned";

/** How this brush's marks are laid. @param coversOnly whether they need no colour */
function mannerOf(brush: Brush, coversOnly: boolean, mixing: ReturnType<typeof mixingOf>): Manner {
  const { shape } = brush.tip;
  if (coversOnly || mixing === "changing") return "cover";
  if (mixing === "lending") return "tint";
  if (shape.kind === "image" && shape.colour === "own") return "own";
  if (shape.kind === "image" && shape.colour !== "ink") return "toned";
  if (shape.kind === "image" && shape.laid === "bent") return "cover";
  return tintsMarks(brush) ? "tint" : "cover";
}

/** Paints one stroke on a surface as its samples arrive; the stroke stays wet until `end`. */
export class StrokePainter {
  private readonly brush: Brush;
  private readonly maker: MarkMaker;
  private readonly mixer: Mixer | undefined;
  private readonly mixing: ReturnType<typeof mixingOf>;
  /** The stroke where it lies on tiles of its own. */
  private readonly stroke: LaidStroke | undefined;
  private readonly rim: RimFinish | undefined;
  private readonly body: WetBody | undefined;
  private readonly heights = new Int16Array(BATCH);
  private readonly masks: TipMasks;
  private readonly tiles: Tiles;
  private readonly batch: number;
  private readonly manner: Manner;
  private readonly law: LawName;
  private readonly inking: Inking;
  private readonly ribbon: Ribbon | undefined;
  private readonly placer: TipPlacer;
  /** The batch as it is filled; copied to the kernels' memory when it is laid. */
  private readonly words = new Int32Array(BATCH * MARK_WORDS);
  /** Whether marks may use masks that were multiplied by their flow. */
  private readonly strengthens: boolean;
  private readonly evenCeiling: boolean;
  private readonly ground: GroundMeeting | undefined;
  private waiting = 0;
  private coloured = false;
  private laid = 0;

  /**
   * @param seed any 32-bit integer. One stroke at a time on a surface: an unfinished one is dried first.
   * @param pictures those that the brush's tip names
   * @param reservoir what the tip holds, where strokes share it
   * @throws MissingPicture while painting, when one is not there
   */
  constructor(
    private readonly surface: Surface,
    whole: Brush,
    ink: Ink,
    seed: number,
    pictures: Pictures = noPictures,
    reservoir?: Reservoir,
  ) {
    surface.dry();
    const brush = withoutMuted(whole);
    this.brush = brush;
    const { tip, paint } = brush;
    const { shape } = tip;
    const underpaint = (x: number, y: number, size: number) => coverageUnder(surface, x, y, size);
    this.maker = new MarkMaker(whole, seed, () => this.drain(), { underpaint, reservoir });
    // A mask has no colour: there is nothing to mix, and only what covers counts.
    const coversOnly = (ink.erases ?? false) || surface.paintsMask;
    this.mixing = coversOnly ? "none" : mixingOf(brush);
    this.manner = mannerOf(brush, coversOnly, this.mixing);
    this.law = `${this.manner}${paint.build === "even" ? "Even" : "Build"}`;
    this.tiles = new Tiles(surface.kernels, surface.columns, surface.rows, this.manner === "cover" ? 1 : 4);
    this.batch = surface.kernels.heap.take(BATCH * MARK_BYTES);
    this.masks = tipMasks(surface.kernels);
    const toned = this.manner === "toned" && shape.kind === "image";
    this.inking = new Inking(ink, toned ? shape.depth : 0, toned && shape.colour === "two-tone");
    if (shape.kind === "image" && shape.laid === "bent")
      this.ribbon = new Ribbon(surface, this.tiles, shape, pictures, tip.size, this.inking);
    this.placer = new TipPlacer(surface, this.masks, tip, pictures);
    this.ground = GroundMeeting.of(surface, brush, pictures, seed);
    this.strengthens =
      this.mixing === "none" &&
      paint.build === "build-up" &&
      (this.manner === "cover" || this.manner === "tint") &&
      !this.ground;
    this.evenCeiling = !brush.responses.some((r) => r.quality === "opacity" && variesWithinStroke(r.source));
    if (paint.body > 0 && !coversOnly)
      this.body = {
        tiles: new Tiles(surface.kernels, surface.columns, surface.rows, 1),
        full: paint.body,
        levels: paint.levels,
      };
    if (this.mixing !== "none")
      this.mixer = new Mixer(surface, brush, this.mixing === "changing" ? this.body : undefined);
    if (this.mixing !== "changing") {
      if (paint.rim.strength > 0 || paint.rim.ragged > 0)
        this.rim = new RimFinish(surface, this.tiles, paint.rim, tip.size, paint.opacity);
      this.stroke = new LaidStroke(
        surface.kernels,
        this.tiles,
        ink.erases ? "erase" : paint.blend,
        ink.colour,
        this.rim,
        this.body,
      );
    }
    const wet = this.stroke ?? this.mixer?.tiles;
    if (wet) surface.wetten(wet);
  }

  push(samples: readonly Sample[]): void {
    this.maker.push(samples);
    this.drain();
  }

  /** Finishes the stroke: it becomes part of the layer. */
  end(): void {
    this.maker.end();
    this.drain();
    this.ribbon?.end();
    this.surface.dry();
    const { heap } = this.surface.kernels;
    heap.give(this.batch, BATCH * MARK_BYTES);
    this.mixer?.release();
    if (this.mixing === "lending") this.mixer?.tiles.release();
    if (this.mixing === "changing") this.tiles.release();
    this.ground?.release();
  }

  /** How many marks have reached the surface so far. */
  get painted(): number {
    return this.laid;
  }

  private drain(): void {
    const { marks } = this.maker;
    this.masks.beforeDrop = () => this.lay();
    const row = marks.values;
    for (let i = 0; i < marks.count; i++) this.enter(row, i * MARK_NUMBERS);
    marks.clear();
    this.lay();
  }

  private enter(row: Float64Array, at: number): void {
    if (this.ribbon) {
      this.bend(this.ribbon, row, at);
      return;
    }
    const mask = this.placer.place(row, at);
    if (mask < 0) return;
    this.write(mask, row, at);
    if (this.mixing === "changing") this.mix(row, at);
    else if (this.waiting === BATCH) this.lay();
  }

  private bend(ribbon: Ribbon, row: Float64Array, at: number): void {
    if (!this.coloured) this.settleColour(row, at);
    ribbon.add(row, at);
    this.laid++;
  }

  private write(mask: number, row: Float64Array, at: number): void {
    const { words, inking } = this;
    const { rows } = this.masks;
    if (this.manner !== "cover" || this.mixing !== "none" || !this.coloured) this.settleColour(row, at);
    const to = this.waiting++ * MARK_WORDS;
    words[to] = rows[mask];
    words[to + 1] = rows[mask + 1];
    words[to + 2] = rows[mask + 2];
    words[to + 3] = this.placer.left + rows[mask + 5];
    words[to + 4] = this.placer.top + rows[mask + 6];
    words[to + 5] = rows[mask + 3];
    words[to + 6] = rows[mask + 4];
    const strength = q15At(row, at + flow);
    words[to + 7] = strength;
    words[to + 8] = q15At(row, at + opacity);
    words[to + 9] = roundingThresholds(row[at + markField.number]);
    const strengthened = strength > 0 && this.strengthens && this.masks.strengthen(mask, strength);
    words[to + 20] = strengthened ? rows[mask + maskField.strengths] : 0;
    words[to + 21] = rows[mask + maskField.strong];
    words[to + 22] = this.evenCeiling ? 1 : 0;
    if (this.body) this.heights[this.waiting - 1] = q15At(row, at + body);
    words[to + 23] = this.ground?.depthOf(row, at) ?? 0;
    words[to + 24] =
      this.ground?.heightsAt(
        words[to + 3],
        words[to + 4],
        this.placer.left,
        this.placer.top,
        row[at + markField.number],
      ) ?? 0;
    if (this.mixing === "lending") this.lend(to, row, at);
    if (this.manner === "cover" || this.mixing === "lending") return;
    words[to + 10] = inking.red;
    words[to + 11] = inking.green;
    words[to + 12] = inking.blue;
    words[to + 13] = rows[mask + 7];
    words[to + 14] = inking.darkRed;
    words[to + 15] = inking.darkGreen;
    words[to + 16] = inking.darkBlue;
    words[to + 17] = inking.lightRed;
    words[to + 18] = inking.lightGreen;
    words[to + 19] = inking.lightBlue;
  }

  /** The colour of a mark; in one colour, the first mark's is the whole stroke's. */
  private settleColour(row: Float64Array, at: number): void {
    this.inking.settle(row, at);
    if (this.stroke && this.manner === "cover") this.stroke.colour = this.inking.colour;
    this.coloured = true;
  }

  /** Lays the mark that waits mixed with what is there. */
  private mix(row: Float64Array, at: number): void {
    const { words, inking, brush } = this;
    // The stroke's ceiling is the brush's opacity; what drives it changes how far a mark goes.
    words[7] = toQ15(row[at + flow] * (brush.paint.opacity > 0 ? row[at + opacity] / brush.paint.opacity : 0));
    this.surface.kernels.heap.i32.set(words.subarray(0, MARK_WORDS), this.batch / 4);
    this.meetGround();
    this.mixer?.lay(this.batch, words[6], row, at, inking.colour, this.placer.left, this.placer.top);
    this.pile();
    this.waiting = 0;
    this.laid++;
  }

  /** Gives the mark that was entered last the colour it takes from what was there before the stroke. */
  private lend(to: number, row: Float64Array, at: number): void {
    const { words, batch, mixer, inking } = this;
    if (!mixer) return;
    this.surface.kernels.heap.i32.set(words.subarray(to, to + MARK_WORDS), batch / 4);
    const [red, green, blue] = mixer.lend(batch, words[to + 6], row, at, inking.colour);
    words[to + 7] = toQ15(row[at + flow] * mixer.strength);
    words[to + 10] = toQ15(red);
    words[to + 11] = toQ15(green);
    words[to + 12] = toQ15(blue);
  }

  private meetGround(): void {
    if (this.ground) this.ground.use();
    else this.surface.kernels.run.setGround(0, 0, 0, 0, false);
    if (this.rim) this.rim.grained = this.ground?.sheet;
  }

  /** Lays the waiting marks a second time, as height: each builds up to its own. */
  private pile(): void {
    const { body: laid, words, heights, batch, waiting } = this;
    if (!laid) return;
    const { kernels, columns, rows, dirty } = this.surface;
    for (let i = 0; i < waiting; i++) {
      words[i * MARK_WORDS + 8] = heights[i];
      words[i * MARK_WORDS + 22] = 0;
    }
    kernels.heap.i32.set(words.subarray(0, waiting * MARK_WORDS), batch / 4);
    kernels.onTile((index) => laid.tiles.make(index));
    kernels.run.coverBuild(batch, waiting, laid.tiles.table, columns, rows, dirty);
  }

  private lay(): void {
    if (this.waiting === 0) return;
    const { kernels, columns, rows, dirty } = this.surface;
    kernels.heap.i32.set(
      this.waiting === BATCH ? this.words : this.words.subarray(0, this.waiting * MARK_WORDS),
      this.batch / 4,
    );
    kernels.onTile((index) => this.tiles.make(index));
    this.meetGround();
    kernels.run[this.law](this.batch, this.waiting, this.tiles.table, columns, rows, dirty);
    this.pile();
    this.laid += this.waiting;
    this.waiting = 0;
  }
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
