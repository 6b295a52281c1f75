import type { Kernels } from "../../kernels/load";
import type { Pictures } from "../../picture/picture";
import { type Form, Forms } from "../picture/forms";
import type { Shape } from "../shape/shape";
import { Drawing, drawEllipse, MOST_COLUMNS, PAD, samplePicture } from "./draw-mask";
import { MASK_NUMBERS, MaskTable, maskField } from "./mask-table";

/** What a mask is asked for. The object may be used again and again. */
export interface MaskAsk {
  shape: Shape;
  pictures: Pictures;
  /** Which picture of the shape, from 0. */
  picture: number;
  /** As `snapSize` gives it. */
  size: number;
  roundness: number;
  /** degrees */
  angle: number;
  hardness: number;
  /** How far a bundle of bristles is pressed open, 0…1. */
  opened: number;
  mirrorX: number;
  mirrorY: number;
  /** The middle's place within its pixel, 0 ≤ f < 1, from `snapPlace`. */
  fx: number;
  fy: number;
}

/** A tip drawn at one size, turn and sub-pixel place, ready for the kernels. */
export interface Mask {
  /** Address of the first row's first pixel; sixteen empty pixels stand around what each row covers. */
  readonly mask: number;
  readonly spans: number;
  readonly stride: number;
  readonly width: number;
  readonly height: number;
  /** From the pixel that holds the tip's middle to the mask's top left pixel. */
  readonly left: number;
  readonly top: number;
  /** Bytes from one plane to the next. */
  readonly planes: number;
}

/** From how many marks with one flow on a mask is multiplied by it. */
const WORTH = 3;
const LEAST_ROOM = 8 << 20;

/** Into how many sub-pixel places a pixel is divided: the smaller the tip, the more they show. */
export function phasesOf(size: number): number {
  return size < 10 ? 16 : size < 48 ? 8 : size < 96 ? 4 : size < 700 ? 2 : 1;
}

/** The finest difference between sizes near this one: 1/512 … 1/256 of it, a power of two. */
function sizeStep(size: number): number {
  let step = 1 / 4096;
  while (step * 512 < size) step *= 2;
  return step;
}

/** The nearest size at which tips are drawn. Everything about a mask follows from it, so that no mask depends on what was drawn before. */
export function snapSize(size: number): number {
  const step = sizeStep(size);
  return Math.round(size / step) * step;
}

/** The nearest place at which a tip of this snapped size is drawn. */
export function snapPlace(place: number, size: number): number {
  const phases = phasesOf(size);
  return Math.round(place * phases) / phases;
}

/** degrees after which a tip looks the same: an ellipse after half a turn. */
function wholeTurn(form: Form | undefined): number {
  return form ? 360 : 180;
}

const shared = new WeakMap<Kernels, TipMasks>();

/** The masks that all strokes painted by these kernels share. */
export function tipMasks(kernels: Kernels): TipMasks {
  const present = shared.get(kernels) ?? new TipMasks(kernels);
  shared.set(kernels, present);
  return present;
}

/**
 * Keeps drawn tips. Sizes, turns and sub-pixel places are rounded to buckets so small that the mean error stays below
 * 1/255; what varies less than a bucket is drawn once.
 */
export class TipMasks {
  /** Called before masks are dropped for want of room: marks that use them must be laid by then. */
  beforeDrop: () => void = () => undefined;
  private readonly table = new MaskTable();
  private readonly drawing = new Drawing();
  private readonly forms: Forms;
  /** The kernels' room to work in, for as many columns as a finely sampled mask has. */
  private readonly offsets: number;
  private room = 0;
  private roomBytes = 0;
  private used = 0;
  /** What the last mask was asked for, and the numbers that followed; most marks differ from it in their place alone. */
  private readonly last = {
    size: 0,
    roundness: 0,
    angle: 0,
    hardness: 0,
    form: undefined as Form | undefined,
    phases: 0,
    step: 0,
    round: 0,
    hard: 0,
    turns: 0,
    turn: 0,
    stand: 0,
  };

  constructor(private readonly kernels: Kernels) {
    this.forms = new Forms(kernels);
    this.offsets = kernels.heap.take(MOST_COLUMNS * 4);
    this.forms.beforeDrop = () => this.forget();
  }

  /** The rows of all masks; `find` says where one begins, `maskField` what it holds. */
  get rows(): Int32Array {
    return this.table.rows;
  }

  /** Where the mask's row of numbers begins, drawing it when there is none; −1 when the tip is too small to leave anything. */
  find(ask: MaskAsk): number {
    const { shape, size } = ask;
    if (!(size >= 0.05)) return -1;
    const { last } = this;
    const form = shape.kind === "ellipse" ? undefined : this.formOf(ask);
    if (
      size !== last.size ||
      ask.roundness !== last.roundness ||
      ask.angle !== last.angle ||
      ask.hardness !== last.hardness ||
      form !== last.form
    )
      this.settle(ask, form);
    const { phases, round, hard, stand } = last;
    const px = Math.round(ask.fx * phases);
    const py = Math.round(ask.fy * phases);
    const mirror = form ? ask.mirrorX + 2 * ask.mirrorY : 0;
    const number = form ? form.number * 4 + mirror : 0;
    const look = ((round * 257 + hard) * 16 + px) * 16 + py;
    const found = this.table.find(number, stand, look);
    if (found >= 0) return found;
    if (this.table.full) this.makeRoom(0);
    const { drawing } = this;
    drawing.size = size;
    drawing.roundness = round / 256;
    drawing.angle = (last.turn * wholeTurn(form)) / last.turns;
    drawing.hardness = hard / 256;
    drawing.fx = px / phases;
    drawing.fy = py / phases;
    drawing.mirror = mirror;
    this.draw(form);
    return this.enter(this.table.add(number, stand, look));
  }

  /** Rounds how a mask stands and looks to its buckets. */
  private settle(ask: MaskAsk, form: Form | undefined): void {
    const { last } = this;
    const { size } = ask;
    if (size !== last.size) {
      last.step = sizeStep(size);
      last.phases = phasesOf(size);
    }
    last.size = size;
    last.roundness = ask.roundness;
    last.angle = ask.angle;
    last.hardness = ask.hardness;
    last.form = form;
    last.round = Math.max(1, Math.round(ask.roundness * 256));
    last.hard = form ? 0 : Math.round(ask.hardness * 256);
    last.turns = !form && last.round === 256 ? 1 : size < 16 ? 128 : size < 128 ? 512 : 2048;
    const around = ask.angle / wholeTurn(form);
    last.turn = Math.round((around - Math.floor(around)) * last.turns) % last.turns;
    const sizeIndex = Math.round(size / last.step);
    const scale = Math.clz32(Math.round(4096 * last.step));
    last.stand = (sizeIndex * 32 + scale) * 2048 + last.turn;
  }

  /**
   * Multiplies a mask by a flow where that pays: from its third mark on, when all have had the same flow.
   * @param row as `find` gives it @param flow Q15, above 0
   * @returns whether the row's `strengths` are those of this flow
   */
  strengthen(row: number, flow: number): boolean {
    const { rows } = this.table;
    const uses = ++rows[row + maskField.uses];
    if (rows[row + maskField.strengths]) return rows[row + maskField.flow] === flow;
    if (uses === 1) rows[row + maskField.flow] = flow;
    if (uses < WORTH || rows[row + maskField.flow] !== flow) {
      // Another flow than the first one's: such a mask is never multiplied.
      if (rows[row + maskField.flow] !== flow) rows[row + maskField.flow] = -1;
      return false;
    }
    const height = rows[row + maskField.height];
    const stride = rows[row + maskField.stride];
    const bytes = Math.ceil((stride * height * 2 + PAD * 4) / 16) * 16;
    const whole = Math.ceil((bytes + height * 4) / 16) * 16;
    // Making room would drop the very mask.
    if (this.used + whole > this.roomBytes) return false;
    const at = this.place(whole);
    rows[row + maskField.strengths] = at + PAD * 2;
    rows[row + maskField.strong] = at + bytes;
    this.kernels.run.strengthsOf(
      rows[row],
      rows[row + maskField.spans],
      stride,
      height,
      flow,
      at + PAD * 2,
      at + bytes,
    );
    return true;
  }

  /** As `find`, as an object; undefined when the tip is too small to leave anything. */
  of(ask: MaskAsk): Mask | undefined {
    const at = this.find(ask);
    if (at < 0) return undefined;
    const number = (field: keyof Mask) => this.rows[at + maskField[field]];
    return {
      mask: number("mask"),
      spans: number("spans"),
      stride: number("stride"),
      width: number("width"),
      height: number("height"),
      left: number("left"),
      top: number("top"),
      planes: number("planes"),
    };
  }

  /** Half the sides of what the ask's tip is drawn in, the longer of which is 1. */
  halves(ask: MaskAsk): { readonly halfWidth: number; readonly halfHeight: number } {
    return ask.shape.kind === "image" ? this.forms.picture(ask.shape, ask.pictures, ask.picture) : WHOLE;
  }

  private formOf({ shape, pictures, picture, size, hardness, opened }: MaskAsk): Form {
    if (shape.kind === "image") return this.forms.picture(shape, pictures, picture);
    return this.forms.drawn(shape, size, hardness, opened);
  }

  private draw(form: Form | undefined): void {
    const { drawing } = this;
    drawing.measure(form);
    drawing.settleAt(this.place(drawing.bytes));
    if (form) samplePicture(this.kernels, drawing, form, this.offsets);
    else drawEllipse(this.kernels, drawing);
  }

  /** Writes down in a row of the table what was drawn. */
  private enter(row: number): number {
    const { rows } = this.table;
    const { drawing } = this;
    rows[row + maskField.mask] = drawing.mask;
    rows[row + maskField.spans] = drawing.spans;
    rows[row + maskField.stride] = drawing.stride;
    rows[row + maskField.width] = drawing.width;
    rows[row + maskField.height] = drawing.height;
    rows[row + maskField.left] = drawing.left;
    rows[row + maskField.top] = drawing.top;
    rows[row + maskField.planes] = drawing.planeBytes;
    rows.fill(0, row + maskField.uses, row + MASK_NUMBERS);
    return row;
  }

  private place(bytes: number): number {
    const whole = Math.ceil(bytes / 16) * 16;
    if (this.used + whole > this.roomBytes) this.makeRoom(whole);
    const at = this.room + this.used;
    this.used += whole;
    return at;
  }

  private forget(): void {
    if (this.used > 0) this.beforeDrop();
    this.table.clear();
    this.used = 0;
  }

  /** How many masks of one size there should be room for: two for each sub-pixel place, and some to spare. */
  private manyOf(): number {
    return 2 * this.last.phases ** 2 + 2;
  }

  private makeRoom(bytes: number): void {
    this.forget();
    if (bytes * this.manyOf() <= this.roomBytes) return;
    if (this.roomBytes > 0) this.kernels.heap.give(this.room, this.roomBytes);
    this.roomBytes = Math.max(LEAST_ROOM, bytes * this.manyOf());
    this.room = this.kernels.heap.take(this.roomBytes);
  }
}

const WHOLE = { halfWidth: 1, halfHeight: 1 } as const;
