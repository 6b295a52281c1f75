import type { Brush } from "../../brush/schema";
import { chance } from "../../chance/counter";
import { DEEPEST_SHARED, GroundSheet, Lie, MarkSheet } from "../../ground/catch";
import type { Ground } from "../../ground/model";
import { groundLaws } from "../../kernels/ground-laws";
import { q15At, toQ15 } from "../../kernels/memory/q15";
import type { Pictures } from "../../picture/picture";
import { qualityIndex } from "../../qualities/table";
import type { Surface } from "../../surface/surface";
import { markField } from "../mark-list";

const { depth, grainScale } = qualityIndex;
const LEAST_SCALE = 0.05;
const STRAY = 0x6a11;

/** What the marks of one stroke meet: the brush's ground, the surface's paper, or both. */
export class GroundMeeting {
  /** The grain under the stroke, once its first mark has come. */
  sheet: GroundSheet | undefined;
  private along: MarkSheet | undefined;
  private room = 0;

  private constructor(
    private readonly surface: Surface,
    private readonly ground: Ground,
    private readonly ownGround: boolean,
    private readonly size: number,
    private readonly pictures: Pictures,
    private readonly seed: number,
    /** Where all marks meet the same depth by the law of peaks, and no valley is deeper than can be shared out. */
    private readonly fixedDepth: number | undefined,
  ) {}

  /** Undefined where brush and surface are smooth. */
  static of(surface: Surface, brush: Brush, pictures: Pictures, seed: number): GroundMeeting | undefined {
    const ground = brush.ground ?? surface.paper;
    if (!ground) return undefined;
    const driven =
      brush.ground !== null && (brush.paint.load !== null || brush.responses.some((r) => r.quality === "depth"));
    return new GroundMeeting(
      surface,
      ground,
      brush.ground !== null,
      brush.tip.size,
      pictures,
      seed,
      driven || ground.law !== "peaks" || ground.depth > DEEPEST_SHARED ? undefined : ground.depth,
    );
  }

  /** How far the ground shows in a mark, Q15. The grain lies as the stroke's first mark finds it. @throws MissingGrain */
  depthOf(row: Float64Array, at: number): number {
    if (this.room === 0) this.begin(row, at);
    return this.ownGround ? q15At(row, at + depth) : toQ15(this.ground.depth);
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
      this.fixedDepth !== undefined,
    );
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
    if (ground.anchor === "mark") this.along = new MarkSheet(kernels, lie, this.size);
    else {
      const below =
        this.ownGround && paper
          ? { lie: new Lie(paper, Math.max(LEAST_SCALE, paper.grainScale), pictures), depth: paper.depth }
          : undefined;
      const sheetAt = (x: number, y: number) =>
        new GroundSheet(kernels, columns, rows, lie, x, y, below, this.fixedDepth);
      if (ground.anchor === "stroke") this.sheet = sheetAt(row[at + markField.x], row[at + markField.y]);
      else
        this.sheet = this.stillSheet(`${JSON.stringify([ground, row[at + grainScale], paper, this.fixedDepth])}`, () =>
          sheetAt(0, 0),
        );
    }
    this.room = kernels.heap.take(kernels.run.groundRoom());
  }
}
