import type { Brush } from "../../brush/schema";
import { chance } from "../../chance/counter";
import { type Below, GroundSheet, Lie, MarkSheet } from "../../ground/catch";
import type { Ground } from "../../ground/model";
import { groundLaws } from "../../kernels/ground-laws";
import { toQ15 } from "../../kernels/memory/q15";
import type { Pictures } from "../../picture/picture";
import { qualityIndex } from "../../qualities/table";
import type { Surface } from "../../surface/surface";
import { markField } from "../mark-list";

const { depth, grainScale, press } = qualityIndex;
const LEAST_SCALE = 0.05;
const STRAY = 0x6a11;

/** What the marks of one stroke meet: the brush's ground, the surface's paper, or both. */
export class GroundMeeting {
  /** The grain under the stroke, once its first mark has come. */
  sheet: GroundSheet | undefined;
  private along: MarkSheet | undefined;
  private lie: Lie | undefined;
  /** The paper below a brush's grain. */
  private below: Below | undefined;
  private room = 0;

  private constructor(
    private readonly surface: Surface,
    private readonly ground: Ground,
    private readonly ownGround: boolean,
    private readonly size: number,
    private readonly pictures: Pictures,
    private readonly seed: number,
  ) {}

  /** Undefined where brush and surface are smooth. */
  static of(surface: Surface, brush: Brush, pictures: Pictures, seed: number): GroundMeeting | undefined {
    const ground = brush.ground ?? surface.paper;
    if (!ground) return undefined;
    return new GroundMeeting(surface, ground, brush.ground !== null, brush.tip.size, pictures, seed);
  }

  /**
   * How far the ground shows in a mark, Q15: as deep as the deeper of the brush's grain and the paper below it. The grain lies
   * as the stroke's first mark finds it. @throws MissingGrain
   */
  depthOf(row: Float64Array, at: number): number {
    if (this.room === 0) this.begin(row, at);
    const own = this.ownGround ? row[at + depth] : this.ground.depth;
    return toQ15(this.below && !this.along ? Math.max(own, this.below.depth) : own);
  }

  /** How hard a mark presses, Q15. */
  pressOf(row: Float64Array, at: number): number {
    return toQ15(Math.min(1, row[at + press]));
  }

  /** How sharply the ground parts what a mark reaches from what it does not, as the kernels take it. */
  sharpOf(row: Float64Array, at: number): number {
    return sharpWord(this.lie?.sharpness(row[at + press]) ?? 1);
  }

  /** The address of the height under the px (x, y) of a mark whose middle is at (left, top); 0 where the tiles have it. */
  heightsAt(x: number, y: number, left: number, top: number, number: number): number {
    const { along, ground, seed } = this;
    if (!along) return 0;
    const [i, j] = ground.strays ? [chance(seed, number, STRAY), chance(seed, number, STRAY + 1)] : [0, 0];
    return along.address + ((along.middle(j) + y - top) * along.side + along.middle(i) + x - left) * 2;
  }

  /** Makes the kernels meet this ground with the marks of the next calls. */
  use(): void {
    const { kernels } = this.surface;
    const { sheet } = this;
    kernels.onGround((index) => sheet?.make(index) ?? 0);
    kernels.run.setGround(
      groundLaws.indexOf(this.ground.law) + 1,
      sheet?.table ?? 0,
      this.room,
      this.along?.side ?? 0,
      toQ15(this.lie?.least ?? 0),
      this.along && this.below ? toQ15(this.below.depth) : 0,
    );
  }

  /** Gives away the grain that is this stroke's alone, if there is one: whoever takes it gives it back. */
  giveAway(): GroundSheet | undefined {
    const { sheet } = this;
    if (this.ground.anchor !== "stroke") return undefined;
    this.sheet = undefined;
    return sheet;
  }

  release(): void {
    if (this.room === 0) return;
    const { heap, run } = this.surface.kernels;
    if (this.ground.anchor === "stroke") this.sheet?.release();
    this.along?.release();
    heap.give(this.room, run.groundRoom());
  }

  /** A grain that lies still is the same for the next stroke: the two newest are kept. */
  private stillSheet(key: string, make: () => GroundSheet): GroundSheet {
    const { kept } = this.surface;
    const name = `ground ${key}`;
    const present = kept.get(name);
    if (present instanceof GroundSheet) return present;
    const grounds = [...kept.keys()].filter((other) => other.startsWith("ground "));
    for (const old of grounds.slice(0, Math.max(0, grounds.length - 1))) {
      kept.get(old)?.release();
      kept.delete(old);
    }
    const made = make();
    kept.set(name, made);
    return made;
  }

  private begin(row: Float64Array, at: number): void {
    const { surface, ground, pictures } = this;
    const { kernels, columns, rows, paper } = surface;
    const lie = new Lie(
      ground,
      Math.max(LEAST_SCALE, this.ownGround ? row[at + grainScale] : ground.grainScale),
      pictures,
    );
    this.lie = lie;
    if (this.ownGround && paper)
      this.below = {
        lie: new Lie({ ...paper, law: ground.law }, Math.max(LEAST_SCALE, paper.grainScale), pictures),
        depth: paper.depth,
      };
    const { below } = this;
    if (ground.anchor === "mark") {
      this.along = new MarkSheet(kernels, lie, this.size);
      if (below)
        this.sheet = this.stillSheet(
          `paper ${JSON.stringify([paper, ground.law])}`,
          () => new GroundSheet(kernels, columns, rows, below.lie, 0, 0),
        );
    } else {
      const sheetAt = (x: number, y: number) => new GroundSheet(kernels, columns, rows, lie, x, y, below);
      if (ground.anchor === "stroke") this.sheet = sheetAt(row[at + markField.x], row[at + markField.y]);
      else
        this.sheet = this.stillSheet(`${JSON.stringify([ground, row[at + grainScale], paper])}`, () => sheetAt(0, 0));
    }
    this.room = kernels.heap.take(kernels.run.groundRoom());
  }
}

/** A sharpness of 1…63 as the kernels take it: a shift by whole bits, and what is left of it as a factor. */
export function sharpWord(sharpness: number): number {
  let shift = 0;
  while (1 << shift < sharpness) shift++;
  return (shift << 16) | toQ15(Math.min(1, sharpness / (1 << shift)));
}
