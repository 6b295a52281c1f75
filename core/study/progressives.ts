import type { Rgb } from "../colour/srgb";
import { ONE } from "../kernels/memory/q15";
import { TILE } from "../kernels/memory/tile-size";
import type { Layer } from "../surface/layer";
import type { Looks } from "./looks";
import type { StudySheet } from "./sheet";

/** A small opaque RGBA picture. */
export interface SmallPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/** A layer in small: by itself, and with all that lies below it. */
export interface LayerProof {
  readonly layer: number;
  readonly alone: SmallPicture;
  readonly upTo: SmallPicture;
}

/** So many px of each block are looked at along a side: a small picture need not weigh every one. */
const LOOKS = 8;

/** The layers of a study in small, after the printer's progressive proofs; only what changed is looked at again. */
export class Progressives {
  private proofs = new Map<number, LayerProof>();
  private looks: Looks = [];
  private readonly block: number;
  private readonly width: number;
  private readonly height: number;

  /** @param longest px that the longer side of a small picture may have; it may be half as long */
  constructor(
    private readonly sheet: StudySheet,
    private readonly paper: Rgb,
    longest: number,
  ) {
    const { surface } = sheet;
    let block = 1;
    while (Math.max(surface.width, surface.height) / block > longest && block < TILE) block *= 2;
    this.block = block;
    this.width = Math.ceil(surface.width / block);
    this.height = Math.ceil(surface.height / block);
  }

  /**
   * The layers' proofs, the bottom one first.
   * @param changed tiles in which something changed since the last call
   * @param goOn is asked between tiles, and may wait; false ends the work without an answer
   */
  async refresh(changed: readonly number[], goOn: () => Promise<boolean>): Promise<readonly LayerProof[] | undefined> {
    const { sheet } = this;
    const { surface, looks } = sheet;
    const anew = looks !== this.looks;
    const tiles = anew ? Array.from({ length: surface.columns * surface.rows }, (_, i) => i) : changed;
    const layers = looks.map(({ id }) => sheet.layer(id) as Layer);
    const views = layers.map((layer, i) => ({ alone: [shownAlone(layer)], upTo: layers.slice(0, i + 1) }));
    const proofs = looks.map(({ id }) => this.proofs.get(id) ?? this.empty(id));
    for (const [n, index] of tiles.entries()) {
      // Layers that have gone meanwhile may not be looked at.
      if (n % 64 === 63 && (!(await goOn()) || sheet.looks !== looks)) return undefined;
      for (const [i, { alone, upTo }] of views.entries()) {
        this.look(surface.tileOf(index, alone), index, proofs[i].alone);
        this.look(surface.tileOf(index, upTo), index, proofs[i].upTo);
      }
    }
    this.proofs = new Map(proofs.map((proof) => [proof.layer, proof]));
    this.looks = looks;
    return proofs;
  }

  private empty(layer: number): LayerProof {
    const picture = () => ({
      width: this.width,
      height: this.height,
      data: new Uint8ClampedArray(this.width * this.height * 4),
    });
    return { layer, alone: picture(), upTo: picture() };
  }

  /** Writes what a tile looks like into its place of a small picture. */
  private look(tile: number, index: number, { data }: SmallPicture): void {
    const { block, paper, width, height } = this;
    const { surface } = this.sheet;
    const words = surface.kernels.heap.u16;
    const side = TILE / block;
    const [left, top] = [(index % surface.columns) * side, Math.floor(index / surface.columns) * side];
    const step = Math.max(1, block / LOOKS);
    const count = (block / step) ** 2;
    for (let y = 0; y < side && top + y < height; y++) {
      for (let x = 0; x < side && left + x < width; x++) {
        const first = tile / 2 + y * block * TILE + x * block;
        let [r, g, b, a] = [0, 0, 0, 0];
        for (let j = 0; j < block; j += step) {
          for (let i = 0; i < block; i += step) {
            const at = first + j * TILE + i;
            r += words[at];
            g += words[at + TILE * TILE];
            b += words[at + 2 * TILE * TILE];
            a += words[at + 3 * TILE * TILE];
          }
        }
        const shows = 1 - a / (count * ONE);
        const to = ((top + y) * width + left + x) * 4;
        data[to] = 255 * (r / (count * ONE) + paper[0] * shows);
        data[to + 1] = 255 * (g / (count * ONE) + paper[1] * shows);
        data[to + 2] = 255 * (b / (count * ONE) + paper[2] * shows);
        data[to + 3] = 255;
      }
    }
  }
}

/** A layer as it is by itself: seen, and plainly laid. */
function shownAlone(layer: Layer): Layer {
  return Object.assign(Object.create(layer) as Layer, { visible: true, blend: "source-over" as const });
}
