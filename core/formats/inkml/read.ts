import { leanFromStance, stanceFromTilt } from "../../hand/orient";
import { type Hand, REACH, type Sample } from "../../hand/sample";
import { FormatError } from "../fault";
import { type Channel, type Context, channelsOf, contextOf, firstContext, type Tell, timeOf } from "./context";
import { MAX_POINTS, readTrace } from "./trace";
import { type Node, namedIn, parseInk, referred } from "./xml";

/** The most bytes one file may have. */
export const MAX_INKML_BYTES = 32 << 20;

/** A hand as a file has it, and what of the file was not read or had to be taken for something, a line each. */
export interface ReadHand extends Hand {
  readonly told: readonly string[];
}

/**
 * Reads W3C InkML (Recommendation of 20 September 2011): traces alone, in groups and continued, with trace formats in place,
 * in contexts or in definitions, in any units, and with timestamps. What a pen did in the air is not painted.
 * @throws FormatError naming `what` and the trace
 */
export function readInkml(text: string, what: string): ReadHand {
  try {
    return new Reading(text, what).hand();
  } catch (error) {
    throw error instanceof FormatError && !error.message.startsWith(what)
      ? new FormatError(`${what}: ${error.message}`)
      : error;
  }
}

/** A stroke while its traces come together. */
interface Stroke {
  readonly rows: {
    readonly channels: readonly Channel[];
    readonly values: readonly number[];
    readonly begun: number;
  }[];
  readonly what: string;
}

/** The most lines that are told of a file. */
const MOST_TOLD = 20;
/** ms between readings of a pen without a clock. */
const USUAL_GAP = 8;

class Reading {
  private readonly root: Node;
  private readonly named: ReadonlyMap<string, Node>;
  private readonly strokes: Stroke[] = [];
  /** Strokes by the ids of their traces, and those whose traces were not painted. */
  private readonly byTrace = new Map<string, Stroke>();
  private readonly unpainted = new Set<string>();
  private readonly told = new Set<string>();
  private points = 0;
  private traces = 0;
  private earliest = Number.POSITIVE_INFINITY;
  private readonly tell: Tell = (line) => {
    if (this.told.size < MOST_TOLD) this.told.add(line);
  };

  constructor(
    text: string,
    private readonly what: string,
  ) {
    if (text.length > MAX_INKML_BYTES) throw new FormatError(`${what}: larger than ${MAX_INKML_BYTES >> 20} MB`);
    if (/<!DOCTYPE|<!ENTITY/i.test(text)) throw new FormatError(`${what}: document type declarations are not read`);
    this.root = parseInk(text, what);
    this.named = namedIn(this.root);
  }

  hand(): ReadHand {
    const { root } = this;
    const name = root.children.find((n) => n.tag === "annotation" && n.attributes.type === "name")?.text || "hand";
    const format = root.children.find((n) => n.tag === "traceFormat");
    this.visit(root, format ? { ...firstContext, channels: channelsOf(format, undefined, this.tell) } : firstContext);
    if (this.strokes.length === 0)
      throw new FormatError(this.unpainted.size > 0 ? "all traces are of a pen in the air" : "no traces");
    const fullest = this.fullest();
    const strokes = this.strokes.map((stroke) => this.samplesOf(stroke, fullest));
    return { name, strokes, told: [...this.told] };
  }

  private visit(node: Node, context: Context): void {
    let current = context;
    for (const child of node.children) {
      if (child.tag === "context") current = contextOf(child, this.named, current, this.tell);
      if (child.tag === "traceView") this.tell("trace views are not read: each trace is painted once");
      if (child.tag !== "trace" && child.tag !== "traceGroup") continue;
      const named = referred(child, "contextRef", this.named);
      const own = named ? contextOf(named, this.named, current, this.tell) : current;
      if (child.attributes.brushRef) this.tell("brushes are not read");
      if (child.tag === "traceGroup") this.visit(child, own);
      else this.trace(child, own);
    }
  }

  private trace(node: Node, { channels, timestamp }: Context): void {
    const what = `${this.what}, trace ${++this.traces}`;
    const id = node.attributes["xml:id"] ?? node.attributes.id ?? "";
    const { continuation } = node.attributes;
    const prior = node.attributes.priorRef?.replace(/^#/, "");
    if (node.attributes.type === "penUp" || (prior !== undefined && this.unpainted.has(prior))) {
      this.unpainted.add(id);
      this.tell("what the pen did in the air (type penUp) is not painted");
      return;
    }
    const offset = Number(node.attributes.timeOffset ?? 0);
    if (!Number.isFinite(offset)) throw new FormatError(`${what}: its timeOffset is not a number`);
    const since = channels.find(({ name }) => name === "T")?.since ?? timestamp;
    const begun = (since === undefined ? 0 : timeOf(since, this.named)) + offset;
    this.earliest = Math.min(this.earliest, begun);
    const rows = readTrace(node.text, channels, what);
    this.points += rows.length;
    if (this.points > MAX_POINTS) throw new FormatError(`${this.what}: more than ${MAX_POINTS} points`);
    const stroke = this.strokeOf(continuation, prior, what);
    for (const values of rows) stroke.rows.push({ channels, values, begun });
    if (id) this.byTrace.set(id, stroke);
  }

  /** The stroke that a trace begins, or goes on with. */
  private strokeOf(continuation: string | undefined, prior: string | undefined, what: string): Stroke {
    if (continuation === "middle" || continuation === "end") {
      const before = prior === undefined ? this.strokes[this.strokes.length - 1] : this.byTrace.get(prior);
      if (!before) throw new FormatError(`${what}: it continues a trace that is not there`);
      return before;
    }
    const stroke: Stroke = { rows: [], what };
    this.strokes.push(stroke);
    return stroke;
  }

  /** The largest number of a pressure that tells no range: what counts as full. */
  private fullest(): number {
    let fullest = 1;
    for (const { rows } of this.strokes)
      for (const { channels, values } of rows)
        channels.forEach((channel, i) => {
          if (channel.unbounded && values[i] > fullest) fullest = values[i];
        });
    if (fullest > 1) this.tell(`channel F tells no range: its largest number, ${fullest}, counts as full`);
    return fullest;
  }

  private samplesOf({ rows, what }: Stroke, fullest: number): Sample[] {
    return rows.map(({ channels, values, begun }, n) => {
      const known = (name: string): number | undefined => {
        const i = channels.findIndex((channel) => channel.name === name);
        if (i < 0 || !Number.isFinite(values[i])) return undefined;
        const { scale, shift, unbounded } = channels[i];
        return unbounded ? values[i] / fullest : values[i] * scale + shift;
      };
      const [x, y] = [known("X"), known("Y")];
      if (!channels.some(({ name }) => name === "X") || !channels.some(({ name }) => name === "Y"))
        throw new FormatError(`${what}: the trace format has no X and Y`);
      if (x === undefined || y === undefined || Math.abs(x) > REACH || Math.abs(y) > REACH)
        throw new FormatError(`${what}, point ${n + 1}: X and Y must be numbers within ±${REACH}`);
      const pressure = known("F");
      const twist = known("OR");
      return {
        x,
        y,
        time: begun - this.earliest + (known("T") ?? n * USUAL_GAP),
        ...(pressure === undefined ? {} : { pressure }),
        ...stanceOf(known),
        ...(twist === undefined ? {} : { twist }),
      };
    });
  }
}

/** How the pen stands: by its tilts, or by azimuth and elevation, which have the same sense as those of Pointer Events. */
function stanceOf(known: (name: string) => number | undefined): { tilt?: number; lean?: number } {
  const [tiltX, tiltY] = [known("OTx"), known("OTy")];
  if (tiltX !== undefined || tiltY !== undefined) return leanFromStance(stanceFromTilt(tiltX ?? 0, tiltY ?? 0));
  const [azimuth, altitude] = [known("OA"), known("OE")];
  if (azimuth === undefined && altitude === undefined) return {};
  const turned = (((azimuth ?? 0) % 360) + 360) % 360;
  return leanFromStance({ altitude: Math.min(90, Math.max(0, altitude ?? 90)), azimuth: turned });
}
