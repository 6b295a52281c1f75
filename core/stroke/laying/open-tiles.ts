import { fromLinear, toLinear } from "../../colour/srgb";
import type { Kernels } from "../../kernels/load";
import { ONE } from "../../kernels/memory/q15";
import { pigmentNumbers } from "../../paint/pigment";
import { mixSpaces, type SpaceName, spaceNames } from "../../paint/spaces";
import type { Surface } from "../../surface/surface";
import { type Cover, LIGHT_REACH, type Wet, type WetBody } from "../../surface/wet";

const ENCODE_STEPS = 4096;

interface Tables {
  readonly decode: number;
  readonly encode: number;
  readonly pigment: number;
}

const tablesOf = new WeakMap<Kernels, Tables>();

/** The tables by which tiles are opened and closed, in the kernels' memory; made once. */
function mixTables(kernels: Kernels): Tables {
  const present = tablesOf.get(kernels);
  if (present) return present;
  const put = (numbers: ArrayLike<number>) => {
    const at = kernels.heap.take(numbers.length * 4);
    kernels.heap.f32.set(numbers, at / 4);
    return at;
  };
  const made = {
    decode: put(Float32Array.from({ length: ONE + 1 }, (_, i) => toLinear(i / ONE))),
    encode: put(
      Float32Array.from({ length: ENCODE_STEPS + 1 }, (_, i) => fromLinear((i / ENCODE_STEPS) * (i / ENCODE_STEPS))),
    ),
    pigment: put(pigmentNumbers()),
  };
  tablesOf.set(kernels, made);
  return made;
}

/** A table of open tiles, made when first asked for. */
class OpenTable {
  readonly table: number;

  constructor(
    private readonly kernels: Kernels,
    private readonly entries: number,
    private readonly bytes: number,
  ) {
    this.table = kernels.heap.takeCleared(entries * 4);
  }

  at(index: number): number {
    return this.kernels.heap.u32[this.table / 4 + index];
  }

  /** @param layer the address of the tile to open, 0 for an empty one */
  open(index: number, layer: number): number {
    const tile = this.kernels.heap.take(this.bytes);
    this.kernels.heap.u32[this.table / 4 + index] = tile;
    this.kernels.run.openTile(layer, tile);
    return tile;
  }

  present(): number[] {
    return Array.from({ length: this.entries }, (_, i) => i).filter((i) => this.at(i));
  }

  release(): void {
    for (const index of this.present()) this.kernels.heap.give(this.at(index), this.bytes);
    this.kernels.heap.give(this.table, this.entries * 4);
  }
}

/** A stroke that changes its layer's own paint: the layer's tiles as they become, open in a mixing space. */
export class OpenTiles implements Wet {
  readonly adds = true;
  readonly plain = false;
  readonly reach: number;
  private readonly own: OpenTable;
  private readonly below: OpenTable | undefined;

  /**
   * @param ceiling how far, 0…1, the layer may go towards what the stroke makes of it
   * @param seesAll whether what lies on the layers below is seen through what is transparent
   */
  constructor(
    private readonly surface: Surface,
    private readonly space: SpaceName,
    private readonly ceiling: number,
    seesAll: boolean,
    readonly body: WetBody | undefined,
    /** Whether its marks meet a ground. */
    private readonly grained: boolean,
  ) {
    this.reach = body ? LIGHT_REACH : 0;
    this.use();
    const { kernels, columns, rows } = surface;
    const bytes = kernels.run.openBytes();
    this.own = new OpenTable(kernels, columns * rows, bytes);
    this.below = seesAll ? new OpenTable(kernels, columns * rows, bytes) : undefined;
  }

  /** The numbers of a colour, alpha included. */
  get planes(): number {
    return mixSpaces[this.space].numbers + 1;
  }

  /** Makes the kernels work on these tiles. */
  use(): void {
    const { kernels, columns, rows, dirty } = this.surface;
    const { decode, encode, pigment } = mixTables(kernels);
    kernels.run.setSpace(spaceNames.indexOf(this.space), decode, encode, pigment);
    if (!this.own) return;
    kernels.run.setMixing(this.own.table, this.below?.table ?? 0, columns, rows, dirty);
    kernels.onOpen((table, index) =>
      table === 0 ? this.own.open(index, this.surface.activeTile(index)) : this.openBelow(index),
    );
  }

  has(index: number): boolean {
    return this.own.at(index) !== 0;
  }

  present(): number[] {
    return this.own.present();
  }

  join(tile: number, index: number): void {
    this.use();
    this.surface.kernels.run.closeTile(this.own.at(index), tile, this.ceiling, this.grained);
  }

  coverAt(): Cover | undefined {
    return undefined;
  }

  release(): void {
    this.own.release();
    this.below?.release();
    this.body?.tiles.release();
  }

  private openBelow(index: number): number {
    return this.below?.open(index, this.surface.tileBelow(index)) ?? 0;
  }
}
