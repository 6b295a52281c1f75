import { cosDegrees, sinDegrees } from "../../numeric/trig";
import type { Pictures } from "../../picture/picture";
import { qualityIndex } from "../../qualities/table";
import type { Surface } from "../../surface/surface";
import { type MaskAsk, phasesOf, snapSize, type TipMasks } from "../../tip/mask/masks";
import type { Tip } from "../../tip/model";
import { markField } from "../mark-list";

const { size, angle, roundness, hardness } = qualityIndex;

/** Finds the mask of a mark and where on the surface it lies; the answer stays in its fields, so that a mark costs no allocation. */
export class TipPlacer {
  /** The whole px that the masks are placed about. */
  left = 0;
  top = 0;
  private readonly ask: MaskAsk;
  private readonly offCentre: boolean;
  private lastSize = 0;
  private phases = 1;

  constructor(
    private readonly surface: Surface,
    private readonly masks: TipMasks,
    private readonly tip: Tip,
    pictures: Pictures,
  ) {
    this.ask = {
      shape: tip.shape,
      pictures,
      picture: 0,
      size: 0,
      roundness: 1,
      angle: 0,
      hardness: 1,
      opened: 1,
      mirrorX: 0,
      mirrorY: 0,
      fx: 0,
      fy: 0,
    };
    this.offCentre = tip.pivot[0] !== 0 || tip.pivot[1] !== 0;
  }

  /**
   * @param row @param at the mark's numbers
   * @returns where the mask is in the masks' rows; below 0 where the mark leaves nothing on the surface
   * @throws MissingPicture when the tip names one that is not there
   */
  place(row: Float64Array, at: number): number {
    const { ask, surface } = this;
    if (row[at + size] !== this.lastSize) {
      this.lastSize = row[at + size];
      ask.size = snapSize(this.lastSize);
      this.phases = phasesOf(ask.size);
    }
    const reach = ask.size;
    ask.roundness = row[at + roundness];
    ask.angle = row[at + angle];
    ask.picture = row[at + markField.picture];
    ask.mirrorX = row[at + markField.mirrorX];
    ask.mirrorY = row[at + markField.mirrorY];
    let px = row[at + markField.x];
    let py = row[at + markField.y];
    if (this.offCentre && reach > 0) {
      const { halfWidth, halfHeight } = this.masks.halves(ask);
      const u = (ask.mirrorX ? -1 : 1) * this.tip.pivot[0] * halfWidth * (reach / 2);
      const v = (ask.mirrorY ? -1 : 1) * this.tip.pivot[1] * halfHeight * (reach / 2) * ask.roundness;
      const c = cosDegrees(ask.angle);
      const s = sinDegrees(ask.angle);
      px -= c * u + s * v;
      py -= c * v - s * u;
    }
    // As `snapPlace`, without handing numbers over.
    const { phases } = this;
    const x = Math.round(px * phases) / phases;
    const y = Math.round(py * phases) / phases;
    if (x + reach < 0 || y + reach < 0 || x - reach > surface.width || y - reach > surface.height) return -1;
    this.left = Math.floor(x);
    this.top = Math.floor(y);
    ask.hardness = row[at + hardness];
    ask.opened = row[at + markField.pressure];
    ask.fx = x - this.left;
    ask.fy = y - this.top;
    return this.masks.find(ask);
  }
}
