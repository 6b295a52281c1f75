import type { Brush } from "../brush";
import { withValues } from "../brush/quality-of";
import { smudging } from "../brush/use";
import { hexToRgb } from "../colour/srgb";
import type { Sample } from "../hand/sample";
import type { Kernels } from "../kernels/load";
import { dip, fullReservoir, type Reservoir } from "../paint/spend";
import type { Pictures } from "../picture/picture";
import { StrokePainter } from "../stroke/painter";
import type { Layer } from "../surface/layer";
import { LayerPatch } from "../surface/patch";
import { Surface } from "../surface/surface";
import type { Doing, Stroke, StrokeHead } from "./act";
import { firstLooks, type Looks, looksAfter } from "./looks";
import { samplesOfTrace } from "./trace";

/** The brushes that a study's acts name, with the pictures of their tips and grounds. */
export interface Instruments {
  brush(hash: string): Brush | undefined;
  pictures(hash: string): Pictures;
}

/** What brushes hold that are dipped by hand or by resting, by their hash. */
export type Tips = ReadonlyMap<string, Reservoir>;

/** What one act changed: it leads back from it and forward again. */
export interface Change {
  readonly looks: { readonly before: Looks; readonly after: Looks };
  readonly tips: { readonly before: Tips; readonly after: Tips };
  /** Tiles by the id of their layer. */
  readonly patches: ReadonlyMap<number, LayerPatch>;
}

/** Packs what a change keeps: it takes some ms, and a tenth of the memory. */
export function packChange({ patches }: Change): void {
  for (const patch of patches.values()) patch.pack();
}

/** The bytes that a change keeps. */
export function bytesOfChange({ patches }: Change): number {
  let bytes = 0;
  for (const patch of patches.values()) bytes += patch.bytes;
  return bytes;
}

/** The brush of a stroke as its painter has set it. */
export function brushOfStroke(brush: Brush, { values, use }: Pick<StrokeHead, "values" | "use">): Brush {
  const set = withValues(brush, values);
  return use === "smudge" ? smudging(set) : set;
}

/** The layers of a study as far as it has been painted. Acts are done on it one by one; each may be undone by its change. */
export class StudySheet {
  readonly surface: Surface;
  private state: Looks = firstLooks;
  private sheets = new Map<number, Layer>();
  private held = new Map<string, Reservoir>();
  private painter: StrokePainter | undefined;
  private changing:
    | { readonly looks: Looks; readonly tips: Tips; readonly patches: Map<number, LayerPatch> }
    | undefined;

  constructor(
    kernels: Kernels,
    { width, height, paper }: { readonly width: number; readonly height: number; readonly paper?: string },
    private readonly instruments: Instruments,
    /** Whether acts answer with what they changed, for taking them back. */
    public records: boolean,
  ) {
    this.surface = new Surface(kernels, width, height);
    this.surface.sheet = paper === undefined ? undefined : hexToRgb(paper);
    this.sheets.set(firstLooks[0].id, this.surface.layers[0]);
    this.surface.beforeChange = (layer, parts, indices) => {
      const id = [...this.sheets].find(([, sheet]) => sheet === layer)?.[0];
      if (!this.changing || id === undefined) return;
      const patch = this.changing.patches.get(id) ?? new LayerPatch();
      this.changing.patches.set(id, patch);
      patch.keep(kernels, layer, parts, indices);
    };
  }

  /** How its layers look, the bottom one first. */
  get looks(): Looks {
    return this.state;
  }

  get tips(): Tips {
    return this.held;
  }

  /** The layer of this id. */
  layer(id: number): Layer | undefined {
    return this.sheets.get(id);
  }

  /** Begins a stroke; false where its layer takes none or its brush is not known. */
  begin(head: StrokeHead): boolean {
    const look = this.state.find(({ id }) => id === head.layer);
    const brush = this.instruments.brush(head.brush);
    if (this.painter || !look || !brush || look.locked || !look.visible) return false;
    this.open();
    this.painter = this.painterOf(head, brush);
    return true;
  }

  get paints(): boolean {
    return this.painter !== undefined;
  }

  /** Paints on with the stroke that was begun. @param samples as a `TraceWriter` answers */
  push(samples: readonly Sample[]): void {
    this.painter?.push(samples);
  }

  /** Finishes the stroke. Its change, where changes are recorded. */
  end(): Change | undefined {
    this.painter?.end();
    this.painter = undefined;
    return this.close();
  }

  /** As `end`, and lets what is wet of the stroke dry by and by: see `Surface.goOn`. */
  lift(): Change | undefined {
    this.painter?.lift();
    this.painter = undefined;
    return this.close();
  }

  /** Does a whole act. What names a layer or brush that is not there changes nothing. */
  do(act: Doing): Change | undefined {
    if (act.kind === "stroke") return this.doStroke(act);
    this.open();
    const sheet = this.sheets.get("layer" in act ? act.layer : 0);
    if (act.kind === "fill" && sheet) {
      if (act.colour) this.fill(sheet, act.layer, act.colour);
      else this.empty(sheet);
    } else if (act.kind === "unmask" && sheet) this.unmask(sheet);
    else if (act.kind === "dip") this.dip(act.brush);
    else if (act.kind === "dry") for (const i of this.surface.layers.keys()) this.surface.dryOut(i);
    const looks = looksAfter(this.state, act);
    if (looks !== this.state) {
      // What goes is kept by its change before it goes.
      if (act.kind === "remove" && sheet) this.empty(sheet);
      this.arrange(looks);
    }
    return this.close();
  }

  /** Goes to one end of a change from the other. */
  exchange(change: Change, end: "before" | "after"): void {
    this.surface.dry();
    const wanted = change.looks[end];
    const known = new Set(wanted.map(({ id }) => id));
    // Layers that come back are there before their paint is, and those that go until theirs is kept.
    if (wanted !== this.state) this.arrange([...wanted, ...this.state.filter(({ id }) => !known.has(id))]);
    for (const [id, patch] of change.patches) {
      const sheet = this.sheets.get(id);
      if (sheet) patch.swap(this.surface, sheet);
    }
    if (wanted !== this.state) this.arrange(wanted);
    this.held = copyOf(change.tips[end]);
  }

  /** Takes other layers, empty where they are new, and other tips: what a snapshot begins with. */
  reset(looks: Looks, tips: Tips): void {
    this.surface.dry();
    for (const sheet of this.sheets.values()) this.empty(sheet);
    this.arrange(looks);
    this.held = copyOf(tips);
  }

  release(): void {
    this.surface.release();
  }

  private doStroke(stroke: Stroke): Change | undefined {
    if (!this.begin(stroke)) {
      this.open();
      return this.close();
    }
    try {
      this.push(samplesOfTrace(stroke.trace, stroke.at));
      return this.end();
    } catch (error) {
      // A picture that is not there: what was begun is let go, so that others can be done.
      this.painter = undefined;
      this.changing = undefined;
      this.surface.dry();
      throw error;
    }
  }

  private painterOf(head: StrokeHead, brush: Brush): StrokePainter {
    const place = this.placeOf(head.layer);
    this.surface.paintOn(place, head.part);
    const tip = this.tipOf(head.brush);
    this.held.set(head.brush, tip);
    const ink = {
      colour: hexToRgb(head.colour),
      second: hexToRgb(head.second),
      third: head.third === undefined ? undefined : hexToRgb(head.third),
      tintings: head.tintings,
      staysWet: head.staysWet,
      erases: head.use === "erase",
    };
    const pictures = this.instruments.pictures(head.brush);
    return new StrokePainter(this.surface, brushOfStroke(brush, head), ink, head.seed, pictures, tip);
  }

  private dip(hash: string): void {
    const tip = this.tipOf(hash);
    dip(tip);
    this.held.set(hash, tip);
  }

  private tipOf(hash: string): Reservoir {
    return { ...(this.held.get(hash) ?? fullReservoir()) };
  }

  private placeOf(id: number): number {
    const sheet = this.sheets.get(id);
    return sheet ? this.surface.layers.indexOf(sheet) : 0;
  }

  private fill(sheet: Layer, id: number, colour: string): void {
    this.surface.paintOn(this.placeOf(id));
    sheet.keepsAlpha = this.state.find((look) => look.id === id)?.keepsAlpha ?? false;
    this.surface.fill(this.placeOf(id), hexToRgb(colour));
  }

  private empty(sheet: Layer): void {
    this.surface.paintOn(0);
    this.surface.clear(this.surface.layers.indexOf(sheet));
    sheet.dropMask();
  }

  private unmask(sheet: Layer): void {
    if (!sheet.mask) return;
    const indices = sheet.mask.present();
    this.surface.dry();
    this.surface.beforeChange?.(sheet, ["mask"], indices);
    sheet.dropMask();
    this.surface.markAll();
  }

  /** Lays the layers in this order, with these looks; what is not among them is given back. */
  private arrange(looks: Looks): void {
    const { surface } = this;
    const kept = new Map<number, Layer>();
    for (const look of looks) {
      const sheet = this.sheets.get(look.id) ?? surface.newLayer();
      const { name, blend, opacity, visible, locked, keepsAlpha } = look;
      Object.assign(sheet, { name, blend, opacity, visible, locked, keepsAlpha });
      kept.set(look.id, sheet);
    }
    this.state = looks;
    this.sheets = kept;
    surface.arrange([...kept.values()]);
    surface.paintOn(0);
  }

  private open(): void {
    if (this.records) this.changing = { looks: this.state, tips: copyOf(this.held), patches: new Map() };
  }

  private close(): Change | undefined {
    const { changing } = this;
    this.changing = undefined;
    if (!changing) return undefined;
    return {
      looks: { before: changing.looks, after: this.state },
      tips: { before: changing.tips, after: copyOf(this.held) },
      patches: changing.patches,
    };
  }
}

function copyOf(tips: Tips): Map<string, Reservoir> {
  return new Map([...tips].map(([hash, tip]) => [hash, { ...tip }]));
}
