import { fromLinear, toLinear } from "../../colour/srgb";
import type { Kernels } from "../../kernels/load";
import { ONE } from "../../kernels/memory/q15";
import { PLANE } from "../../kernels/memory/tile-size";
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
    kernels.onOpen((table, index) => (table === 0 ? this.openOwn(index) : this.openBelow(index)));
  }

  has(index: number): boolean {
    return this.own.at(index) !== 0;
  }

  present(): number[] {
    return this.own.present();
  }

  join(tile: number, index: number): void {
    this.use();
    const { heap, run } = this.surface.kernels;
    const dried = this.surface.active.at("dried", index);
    if (!dried) {
      run.closeTile(this.own.at(index), tile, this.ceiling, this.grained);
      return;
    }
    const room = heap.take(8 * PLANE);
    run.wetOf(tile, this.surface.active.at("heights", index), dried, room);
    heap.u8.copyWithin(room + 4 * PLANE, room, room + 4 * PLANE);
    run.closeTile(this.own.at(index), room + 4 * PLANE, this.ceiling, this.grained);
    run.wetOver(room, room + 4 * PLANE, dried, tile);
    heap.give(room, 8 * PLANE);
  }

  coverAt(): Cover | undefined {
    return undefined;
  }

  release(): void {
    this.own.release();
    this.below?.release();
    this.body?.tiles.release();
  }

  /** What is wet of the layer: what has dried neither moves nor mixes. */
  private openOwn(index: number): number {
    const { surface } = this;
    const layer = surface.active.at("tiles", index);
    const dried = surface.active.at("dried", index);
    if (!layer || !dried) return this.own.open(index, layer);
    const { heap, run } = surface.kernels;
    const wet = heap.take(4 * PLANE);
    run.wetOf(layer, surface.active.at("heights", index), dried, wet);
    const opened = this.own.open(index, wet);
    heap.give(wet, 4 * PLANE);
    return opened;
  }

  private openBelow(index: number): number {
    const { surface } = this;
    const { heap, run } = surface.kernels;
    const dried = surface.active.at("dried", index);
    if (!dried) return this.below?.open(index, surface.tileBelow(index)) ?? 0;
    const seen = heap.take(4 * PLANE);
    const below = surface.tileBelow(index);
    heap.u8.copyWithin(seen, below, below + 4 * PLANE);
    run.mergeTint(seen, dried);
    const opened = this.below?.open(index, seen) ?? 0;
    heap.give(seen, 4 * PLANE);
    return opened;
  }
}
