import type { Brush } from "@core/brush";
import type { Rgb } from "@core/colour/srgb";
import type { Sample } from "@core/hand/sample";
import { type Done, did, doneAgain, emptyHistory, type History, takenBack } from "@core/history/history";
import { dip, fullReservoir, type Reservoir } from "@core/paint/spend";
import type { Pictures } from "@core/picture/picture";
import type { Ink } from "@core/stroke/laying/ink";
import { StrokePainter } from "@core/stroke/painter";
import type { Layer } from "@core/surface/layer";
import { LayerPatch } from "@core/surface/patch";
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

/** All own layers are emptied. */
interface OwnClear {
  readonly kind: "clear";
}

/** All that is on own layers dries. */
interface OwnDry {
  readonly kind: "dry";
}

export type OwnAct = OwnStroke | OwnFill | OwnClear | OwnDry;

/** What one act changed: tiles of layers, by their id, and what was left in the tip. */
interface OwnStep {
  readonly act: OwnAct;
  readonly patches: ReadonlyMap<number, LayerPatch>;
  readonly before: Reservoir;
  readonly after: Reservoir;
}

const names = {
  stroke: "my last stroke",
  fill: "filling a layer",
  clear: "clearing my strokes",
  dry: "letting it dry",
} as const;

/** So much can be taken back by putting tiles back; what is older is taken back by painting the rest anew. */
const LIMITS = { steps: 500, bytes: 256 << 20 };

/** What a painter has done on own layers, in order, so that it can be taken back and done again, on another sheet, too. */
export class OwnPaint {
  private acts: OwnAct[] = [];
  /** What was taken back, the next to be done again last. */
  private undone: OwnAct[] = [];
  private history: History<OwnStep> = emptyHistory(LIMITS);
  private state: OwnLayers = firstLayers;
  private reservoir = fullReservoir();
  private sheets = new Map<number, Layer>();
  private painter: StrokePainter | undefined;
  /** The patches of the act that is under way. */
  private changing: Map<number, LayerPatch> | undefined;
  private begun: Reservoir = this.reservoir;
  /** What could be taken back, and done again, before the stroke under way. */
  private before: { readonly undone: OwnAct[]; readonly history: History<OwnStep> } = {
    undone: [],
    history: this.history,
  };
  /** How many acts were begun, those counted that were taken back. */
  made = 0;

  /** @param below how many of the surface's layers lie under the own ones */
  constructor(
    private surface: Surface,
    private readonly below: number,
  ) {
    this.watch();
    this.arrange();
  }

  /** How many strokes and fills there are since the sheet was clear. */
  get count(): number {
    return this.acts
      .slice(this.acts.findLastIndex((act) => act.kind === "clear") + 1)
      .filter((act) => act.kind !== "dry").length;
  }

  /** The names of what would be taken back, and of what would be done again. */
  get steps(): { readonly back: string | undefined; readonly again: string | undefined } {
    const name = (act: OwnAct | undefined) => act && names[act.kind];
    return { back: name(this.acts.at(-1)), again: name(this.undone.at(-1)) };
  }

  /** All that was done and stands, the oldest first. The stroke that is under way is not among it. */
  get done(): readonly OwnAct[] {
    return this.painter ? this.acts.slice(0, -1) : this.acts;
  }

  /** All that was done and stands, with the stroke under way as far as it is drawn. */
  get drawn(): readonly OwnAct[] {
    const act = this.acts.at(-1);
    if (!this.painter || act?.kind !== "stroke") return this.acts;
    return [...this.done, { ...act, samples: [...act.samples] }];
  }

  /** Does what was done in another session, before all that was done in this one; not while a stroke is under way. */
  takeUp(acts: readonly OwnAct[]): void {
    this.acts = [...acts, ...this.acts];
    this.arrange();
    this.repeat();
  }

  get layers(): OwnLayers {
    return this.state;
  }

  /** Does everything again on another surface. */
  moveTo(surface: Surface): void {
    this.surface.beforeChange = undefined;
    this.surface = surface;
    this.painter = undefined;
    this.changing = undefined;
    this.sheets.clear();
    this.watch();
    this.arrange();
    this.repeat();
  }

  /** Takes another order or look of the layers; the whole surface is to be shown anew. */
  setLayers(state: OwnLayers): void {
    this.state = state;
    this.arrange();
  }

  /** Begins a stroke and says so; false where the layer takes none. */
  begin(brush: Brush, pictures: Pictures, ink: Ink, seed: number): boolean {
    const layer = this.chosen();
    if (!layer || layer.locked || !layer.visible) return false;
    const { id, keepsAlpha } = layer;
    const { onMask } = this.state;
    const act: OwnStroke = { kind: "stroke", layer: id, onMask, keepsAlpha, brush, pictures, samples: [], seed, ink };
    this.before = { undone: this.undone, history: this.history };
    this.acts.push(act);
    this.undone = [];
    this.made++;
    this.open();
    this.painter = this.painterOf(act);
    return true;
  }

  /** Whether a stroke is under way. */
  get paints(): boolean {
    return this.painter !== undefined;
  }

  /** Paints on with the stroke that was begun. */
  push(samples: readonly Sample[]): void {
    const act = this.acts.at(-1);
    if (!this.painter || act?.kind !== "stroke") return;
    act.samples.push(...samples);
    this.painter.push(samples);
  }

  /** Finishes the stroke; what is wet of it dries by and by: see `Surface.goOn`. */
  end(): void {
    const act = this.acts.at(-1);
    if (!this.painter || !act) return;
    this.painter.lift();
    this.painter = undefined;
    this.close(act);
  }

  /** Takes the stroke under way away, as if it had never begun. */
  drop(): void {
    if (!this.painter) return;
    this.end();
    this.takeBack();
    this.undone = this.before.undone;
    this.history = this.before.history;
    this.made--;
  }

  /** Fills the chosen layer with a colour, or empties it, its mask too; nothing where it is locked. */
  fill(colour: Rgb | undefined): void {
    const layer = this.chosen();
    if (!layer || layer.locked) return;
    this.doNew({ kind: "fill", layer: layer.id, keepsAlpha: layer.keepsAlpha, colour });
  }

  /** Empties all own layers; it can be taken back. */
  clear(): void {
    if (this.count > 0) this.doNew({ kind: "clear" });
  }

  /** Lets all that is on own layers dry: what comes later lies on it. */
  dry(): void {
    if (this.count > 0 && this.acts.at(-1)?.kind !== "dry") this.doNew({ kind: "dry" });
  }

  /** Takes the last act back. */
  takeBack(): void {
    const act = this.acts.pop();
    if (!act) return;
    this.undone.push(act);
    const found = takenBack(this.history);
    if (found) {
      this.history = found[0];
      this.exchange(found[1], "before");
    } else this.repeat();
  }

  /** Does again what was taken back last. */
  doAgain(): void {
    const act = this.undone.pop();
    if (!act) return;
    this.acts.push(act);
    const found = doneAgain(this.history);
    if (found) {
      this.history = found[0];
      this.exchange(found[1], "after");
    } else this.do(act);
  }

  /** Dips the tip by hand. */
  refill(): void {
    dip(this.reservoir);
  }

  private chosen() {
    return this.state.layers.find(({ id }) => id === this.state.on);
  }

  /** Keeps what an act is about to change. */
  private watch(): void {
    this.surface.beforeChange = (layer, sheets, indices) => {
      const id = [...this.sheets].find(([, sheet]) => sheet === layer)?.[0];
      if (!this.changing || id === undefined) return;
      const patch = this.changing.get(id) ?? new LayerPatch();
      this.changing.set(id, patch);
      patch.keep(this.surface.kernels, layer, sheets, indices);
    };
  }

  private open(): void {
    this.changing = new Map();
    this.begun = { ...this.reservoir };
  }

  private close(act: OwnAct): void {
    const patches = this.changing ?? new Map<number, LayerPatch>();
    this.changing = undefined;
    const step = { act, patches, before: this.begun, after: { ...this.reservoir } };
    this.history = did(this.history, { label: names[act.kind], step, bytes: bytesOf(patches) });
  }

  /** Gives all layers that an act changed what they had before it, or after it. */
  private exchange({ step }: Done<OwnStep>, end: "before" | "after"): void {
    this.surface.dry();
    for (const [id, patch] of step.patches) {
      const sheet = this.sheets.get(id);
      if (sheet) patch.swap(this.surface, sheet);
    }
    this.reservoir = { ...step[end] };
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
    // A layer that was taken away may come back: what is on it stays, unseen.
    for (const act of [...this.acts, ...this.undone]) {
      if (act.kind === "clear" || act.kind === "dry" || kept.has(act.layer)) continue;
      const sheet = this.sheets.get(act.layer) ?? surface.newLayer();
      sheet.visible = false;
      kept.set(act.layer, sheet);
    }
    this.sheets = kept;
    const proofs = surface.layers.slice(0, below);
    for (const proof of proofs) proof.visible = state.proofsShown;
    surface.paintOn(0);
    surface.arrange([...proofs, ...kept.values()]);
  }

  /** Does all acts anew on empty layers. */
  private repeat(): void {
    this.surface.paintOn(0);
    for (const id of this.sheets.keys()) this.empty(id);
    this.reservoir = fullReservoir();
    this.history = emptyHistory(LIMITS);
    for (const act of this.acts) this.do(act);
  }

  private doNew(act: OwnAct): void {
    this.acts.push(act);
    this.undone = [];
    this.made++;
    this.do(act);
  }

  private do(act: OwnAct): void {
    this.open();
    if (act.kind === "clear") for (const id of this.sheets.keys()) this.empty(id);
    else if (act.kind === "dry") for (const id of this.sheets.keys()) this.surface.dryOut(this.placeOf(id));
    else if (act.kind === "fill") this.doFill(act);
    else {
      const painter = this.painterOf(act);
      painter.push(act.samples);
      painter.end();
    }
    this.close(act);
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
    else this.empty(layer);
  }

  private empty(layer: number): void {
    this.surface.paintOn(0);
    this.surface.clear(this.placeOf(layer));
    this.sheets.get(layer)?.dropMask();
  }

  private placeOf(layer: number): number {
    const sheet = this.sheets.get(layer);
    return sheet ? this.surface.layers.indexOf(sheet) : this.below;
  }
}

function bytesOf(patches: ReadonlyMap<number, LayerPatch>): number {
  let bytes = 0;
  for (const patch of patches.values()) bytes += patch.bytes;
  return bytes;
}
