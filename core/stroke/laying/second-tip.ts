import { secondTipBrush } from "../../brush/second-tip";
import type { Sample } from "../../hand/sample";
import { toQ15 } from "../../kernels/memory/q15";
import { Tiles } from "../../kernels/memory/tiles";
import { fullReservoir } from "../../paint/spend";
import { coverageUnder } from "../../surface/coverage-under";
import type { OverTip } from "../../tip/over";
import { MarkMaker } from "../make-marks";
import { MARK_NUMBERS } from "../mark-list";
import type { LayingMeans } from "./laying";
import { MarkWriter } from "./mark-writer";

/** Told apart from the first tip's chances. */
const SEED = 0x5ec0;

/** Tiles that the first tip lays, and what of them shows. */
interface Pair {
  readonly laid: Tiles;
  readonly shown: Tiles;
}

/** A second tip's marks along the same hand: where they touch, the first tip's show, or no longer do. */
export class SecondTip {
  /** One byte a tile, as a surface's `dirty`: where either tip has changed something since `settle`. */
  readonly touched: number;
  private readonly covers: Tiles;
  private readonly maker: MarkMaker;
  private readonly writer: MarkWriter;
  private readonly pairs: Pair[] = [];
  private readonly base: number;
  private readonly slope: number;

  constructor(
    private readonly means: LayingMeans,
    over: OverTip,
  ) {
    const { surface, seed } = means;
    const { kernels, columns, rows } = surface;
    const brush = secondTipBrush(means.brush, over);
    this.touched = kernels.heap.takeCleared(columns * rows);
    this.covers = new Tiles(kernels, columns, rows, 1);
    const underpaint = (x: number, y: number, size: number) => coverageUnder(surface, x, y, size);
    const ownSeed = (seed ^ SEED) >>> 0;
    this.maker = new MarkMaker(brush, ownSeed, () => this.lay(), { underpaint, reservoir: fullReservoir() });
    this.writer = new MarkWriter({ ...means, brush, seed: ownSeed, isSmooth: true }, true, 1, "nothing", false);
    this.base = over.law === "shows" ? toQ15(1 - over.strength) : toQ15(1);
    this.slope = over.law === "shows" ? toQ15(1) - this.base : -toQ15(over.strength);
  }

  /** Where the first tip is to lay what is to be seen on `shown`, as far as this tip lets it. */
  beneath(shown: Tiles): Tiles {
    const laid = new Tiles(this.means.surface.kernels, shown.columns, shown.rows, shown.planes);
    this.pairs.push({ laid, shown });
    return laid;
  }

  push(samples: readonly Sample[]): void {
    this.maker.push(samples);
    this.lay();
  }

  end(): void {
    this.maker.end();
    this.lay();
    this.writer.end(undefined, () => this.flush());
    this.flush();
  }

  /** Lays what waits. */
  flush(): void {
    const { batch } = this.writer;
    if (batch.count === 0) return;
    const { kernels, columns, rows } = this.means.surface;
    batch.upload();
    kernels.onTile((index) => this.covers.make(index));
    this.writer.meetGround();
    kernels.run.coverBuild(batch.address, batch.count, this.covers.table, columns, rows, this.touched);
    this.writer.clear();
  }

  /** Shows what both tips have changed since it was called last. */
  settle(): void {
    const { heap } = this.means.surface.kernels;
    const { columns, rows, dirty } = this.means.surface;
    for (let index = 0; index < columns * rows; index++) {
      const bands = heap.u8[this.touched + index];
      if (bands === 0) continue;
      heap.u8[this.touched + index] = 0;
      heap.u8[dirty + index] |= bands;
      for (const pair of this.pairs) this.show(pair, index);
    }
  }

  release(): void {
    const { heap } = this.means.surface.kernels;
    const { columns, rows } = this.means.surface;
    this.writer.release();
    this.covers.release();
    for (const { laid } of this.pairs) laid.release();
    heap.give(this.touched, columns * rows);
  }

  private show({ laid, shown }: Pair, index: number): void {
    const from = laid.at(index);
    const over = this.covers.at(index);
    // Where this tip has not been, nothing may show yet.
    if (!from || (!over && this.base === 0)) return;
    const out = shown.at(index) || shown.make(index);
    this.means.surface.kernels.run.throughTip(out, from, over, shown.planes, this.base, this.slope);
  }

  /** Takes the marks that are ready. */
  private lay(): void {
    const { marks } = this.maker;
    for (let i = 0; i < marks.count; i++) {
      const at = this.writer.write(marks.values, i * MARK_NUMBERS);
      if (at >= 0 && this.writer.batch.full) this.flush();
    }
    marks.clear();
  }
}
