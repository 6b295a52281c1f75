import type { Brush } from "@core/brush";
import type { Rgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { fullReservoir } from "@core/paint/spend";
import type { Pictures } from "@core/picture/picture";
import type { Ink } from "@core/stroke/laying/ink";
import { StrokePainter } from "@core/stroke/painter";
import type { Layer } from "@core/surface/layer";
import type { Surface } from "@core/surface/surface";
import { firstLayers, type OwnLayers } from "./own-layers";

interface OwnStroke {
  readonly kind: "stroke";
  readonly layer: number;
  readonly onMask: boolean;
  readonly keepsAlpha: boolean;
  readonly brush: Brush;
  readonly pictures: Pictures;
  readonly samples: Sample[];
  readonly seed: number;
  readonly ink: Ink;
}

interface OwnFill {
  readonly kind: "fill";
  readonly layer: number;
  readonly keepsAlpha: boolean;
  /** None: the layer is emptied. */
  readonly colour: Rgb | undefined;
}

type OwnAct = OwnStroke | OwnFill;

/** What a painter has done on own layers, in order, so that it can be taken back and done again on another sheet. */
export class OwnPaint {
  private acts: OwnAct[] = [];
  private state: OwnLayers = firstLayers;
  private reservoir = fullReservoir();
  private sheets = new Map<number, Layer>();

  /** @param below how many of the surface's layers lie under the own ones */
  constructor(
    private surface: Surface,
    private readonly below: number,
  ) {
    this.arrange();
  }

  /** How many acts can be taken back. */
  get count(): number {
    return this.acts.length;
  }

  /** Does everything again on another surface. */
  moveTo(surface: Surface): void {
    this.surface = surface;
    this.sheets.clear();
    this.arrange();
    this.repeat();
  }

  /** Takes another order or look of the layers; the whole surface is to be shown anew. */
  setLayers(state: OwnLayers): void {
    this.state = state;
    this.arrange();
  }

  /** Begins a stroke; undefined where the layer takes none. */
  begin(brush: Brush, pictures: Pictures, ink: Ink, seed: number): StrokePainter | undefined {
    const layer = this.chosen();
    if (!layer || layer.locked || !layer.visible) return undefined;
    const stroke: OwnStroke = {
      kind: "stroke",
      layer: layer.id,
      onMask: this.state.onMask,
      keepsAlpha: layer.keepsAlpha,
      brush,
      pictures,
      samples: [],
      seed,
      ink,
    };
    this.acts.push(stroke);
    return this.painterOf(stroke);
  }

  /** Remembers the readings of the stroke that was begun last. */
  remember(samples: readonly Sample[]): void {
    const last = this.acts[this.acts.length - 1];
    if (last?.kind === "stroke") last.samples.push(...samples);
  }

  /** Fills the chosen layer with a colour, or empties it, its mask too; nothing where it is locked. */
  fill(colour: Rgb | undefined): void {
    const layer = this.chosen();
    if (!layer || layer.locked) return;
    const act: OwnFill = { kind: "fill", layer: layer.id, keepsAlpha: layer.keepsAlpha, colour };
    this.acts.push(act);
    this.doFill(act);
  }

  takeBack(): void {
    this.acts.pop();
    this.repeat();
  }

  clear(): void {
    this.acts = [];
    this.repeat();
  }

  /** Dips the tip by hand. */
  refill(): void {
    this.reservoir.full = 1;
  }

  private chosen() {
    return this.state.layers.find(({ id }) => id === this.state.on);
  }

  /** Brings the surface's layers in the painter's order and look. */
  private arrange(): void {
    const { surface, state, below } = this;
    const kept = new Map<number, Layer>();
    for (const look of state.layers) {
      const sheet = this.sheets.get(look.id) ?? surface.newLayer();
      const { name, blend, opacity, visible } = look;
      Object.assign(sheet, { name, blend, opacity, visible });
      kept.set(look.id, sheet);
    }
    this.sheets = kept;
    this.acts = this.acts.filter(({ layer }) => kept.has(layer));
    const proofs = surface.layers.slice(0, below);
    for (const proof of proofs) proof.visible = state.proofsShown;
    surface.paintOn(0);
    surface.arrange([...proofs, ...kept.values()]);
  }

  private repeat(): void {
    this.surface.paintOn(0);
    for (const [id, sheet] of this.sheets) {
      this.surface.clear(this.placeOf(id));
      sheet.dropMask();
    }
    this.reservoir = fullReservoir();
    for (const act of this.acts) {
      if (act.kind === "fill") {
        this.doFill(act);
        continue;
      }
      const painter = this.painterOf(act);
      painter.push(act.samples);
      painter.end();
    }
  }

  private painterOf({ layer, onMask, keepsAlpha, brush, pictures, seed, ink }: OwnStroke): StrokePainter {
    const place = this.placeOf(layer);
    this.surface.paintOn(place, onMask ? "mask" : "paint");
    this.surface.layers[place].keepsAlpha = keepsAlpha;
    return new StrokePainter(this.surface, brush, ink, seed, pictures, this.reservoir);
  }

  private doFill({ layer, keepsAlpha, colour }: OwnFill): void {
    const place = this.placeOf(layer);
    this.surface.layers[place].keepsAlpha = keepsAlpha;
    if (colour) this.surface.fill(place, colour);
    else this.surface.clear(place);
  }

  private placeOf(layer: number): number {
    const sheet = this.sheets.get(layer);
    return sheet ? this.surface.layers.indexOf(sheet) : this.below;
  }
}
