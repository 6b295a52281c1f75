import { FormatError } from "../fault";
import { scaleOf, stepOf } from "./units";
import { type Node, referred } from "./xml";

/** One channel as a trace format declares it, and how its numbers become ours. */
export interface Channel {
  readonly name: string;
  readonly intermittent: boolean;
  /** Stands in where a point gives no value. */
  readonly fallback: number;
  /** A number is multiplied by this and moved by that: px, ms, degrees, or 0…1 of full pressure. */
  readonly scale: number;
  readonly shift: number;
  /** Whether the largest number of the file counts as full, because the channel does not say. */
  readonly unbounded: boolean;
  /** Since when its time counts, where it says so. */
  readonly since: string | undefined;
}

/** What holds for a trace: its channels, and from when its time counts. */
export interface Context {
  readonly channels: readonly Channel[];
  /** The id of a timestamp. */
  readonly timestamp: string | undefined;
}

/** What is told of a file besides its strokes. */
export type Tell = (line: string) => void;

const CIRCLE = "contexts refer to one another in a circle";
/** How far contexts, and timestamps, may refer on to one another. */
const MOST_REFERENCES = 32;
const DEEP = `contexts or timestamps refer on to more than ${MOST_REFERENCES} others`;
/** The most channels of a trace: the recommendation names thirty. */
const MOST_CHANNELS = 64;

/** Without a format, traces have X and Y (InkML, section 3.2.1.1); their numbers are px. */
export const firstContext: Context = {
  channels: ["X", "Y"].map((name) => ({
    name,
    intermittent: false,
    fallback: Number.NaN,
    scale: 1,
    shift: 0,
    unbounded: false,
    since: undefined,
  })),
  timestamp: undefined,
};

/** The context that an element of its own, or one it refers to, sets within another. */
export function contextOf(
  node: Node,
  named: ReadonlyMap<string, Node>,
  current: Context,
  tell: Tell,
  from: readonly Node[] = [],
): Context {
  if (from.includes(node)) throw new FormatError(CIRCLE);
  if (from.length > MOST_REFERENCES) throw new FormatError(DEEP);
  const parent = referred(node, "contextRef", named);
  const base = parent ? contextOf(parent, named, current, tell, [...from, node]) : current;
  const child = (tag: string) => node.children.find((n) => n.tag === tag);
  const timestamp = child("timestamp")?.attributes["xml:id"] ?? node.attributes.timestampRef?.replace(/^#/, "");
  const source = child("inkSource") ?? referred(node, "inkSourceRef", named);
  const format =
    child("traceFormat") ??
    referred(node, "traceFormatRef", named) ??
    source?.children.find((n) => n.tag === "traceFormat");
  if (child("canvasTransform") || node.attributes.canvasTransformRef)
    tell("canvas transforms are not read: places are as the pen had them");
  if (child("brush") || node.attributes.brushRef) tell("brushes are not read");
  return {
    channels: format ? channelsOf(format, source, tell) : base.channels,
    timestamp: timestamp ?? base.timestamp,
  };
}

/** The channels of a trace format. @param source whose channel properties tell resolutions */
export function channelsOf(format: Node, source: Node | undefined, tell: Tell): Channel[] {
  const one = (node: Node, intermittent: boolean) => channelOf(node, intermittent, source, tell);
  const regular = format.children.filter((n) => n.tag === "channel").map((n) => one(n, false));
  const intermittent = format.children
    .filter((n) => n.tag === "intermittentChannels")
    .flatMap((n) => n.children.filter((c) => c.tag === "channel").map((c) => one(c, true)));
  const all = [...regular, ...intermittent];
  if (all.length > MOST_CHANNELS) throw new FormatError(`more than ${MOST_CHANNELS} channels in a trace format`);
  return all;
}

const known = new Set(["X", "Y", "F", "T", "OTx", "OTy", "OA", "OE", "OR"]);

function channelOf(node: Node, intermittent: boolean, source: Node | undefined, tell: Tell): Channel {
  const { name = "", units, respectTo } = node.attributes;
  if (!known.has(name)) tell(`channel ${name.slice(0, 20) || "without a name"} is not read`);
  const number = (attribute: string) => numberOf(node, attribute, name);
  const min = number("min");
  const max = number("max");
  const turned = node.attributes.orientation === "-ve";
  const bounds = { min, max };
  const straight = { ...conversionOf(name, units, bounds, source, tell), since: respectTo?.replace(/^#/, "") };
  const base = {
    name,
    intermittent,
    fallback: number("default") ?? Number.NaN,
    unbounded: name === "F" && max === undefined,
  };
  if (!turned || (name !== "X" && name !== "Y")) return { ...base, ...straight };
  // Turned over within its range; without one about the file's own beginning.
  return { ...base, ...straight, scale: -straight.scale, shift: ((min ?? 0) + (max ?? 0)) * straight.scale };
}

function conversionOf(
  name: string,
  units: string | undefined,
  { min = 0, max }: { readonly min: number | undefined; readonly max: number | undefined },
  source: Node | undefined,
  tell: Tell,
): { readonly scale: number; readonly shift: number } {
  switch (name) {
    case "X":
    case "Y":
      return { scale: pxOf(name, units, source, tell), shift: 0 };
    case "T":
      return { scale: scaleOf("time", units ?? "ms", name), shift: 0 };
    case "F": {
      if (max === undefined) return { scale: 1, shift: 0 };
      if (!(max > min)) throw new FormatError(`channel F: its range of ${min} to ${max} is empty`);
      return { scale: 1 / (max - min), shift: -min / (max - min) };
    }
    case "OTx":
    case "OTy":
    case "OA":
    case "OE":
    case "OR":
      return { scale: scaleOf("angle", units ?? "deg", name), shift: 0 };
    default:
      return { scale: 1, shift: 0 };
  }
}

function pxOf(name: string, units: string | undefined, source: Node | undefined, tell: Tell): number {
  if (units !== undefined && units !== "dev") return scaleOf("length", units, name);
  const property = source?.children
    .filter((n) => n.tag === "channelProperties")
    .flatMap((n) => n.children)
    .find((n) => n.attributes.channel === name && n.attributes.name === "resolution");
  if (property) return stepOf(numberOf(property, "value", name) ?? Number.NaN, property.attributes.units ?? "", name);
  if (units === "dev") tell(`channel ${name}: a device's units without a resolution count as px`);
  return 1;
}

function numberOf(node: Node, attribute: string, channel: string): number | undefined {
  const text = node.attributes[attribute];
  if (text === undefined) return undefined;
  const value = Number(text);
  if (text.trim() === "" || !Number.isFinite(value))
    throw new FormatError(`channel ${channel}: its ${attribute} "${text.slice(0, 20)}" is not a number`);
  return value;
}

/** The ms at which a timestamp stands. @throws FormatError where it is not there, tells no time, or refers to itself */
export function timeOf(id: string, named: ReadonlyMap<string, Node>, from: readonly string[] = []): number {
  if (from.includes(id)) throw new FormatError("timestamps refer to one another in a circle");
  if (from.length > MOST_REFERENCES) throw new FormatError(DEEP);
  const node = named.get(id);
  if (node?.tag !== "timestamp") throw new FormatError(`there is no timestamp "${id.slice(0, 40)}"`);
  const { time, timeString, timestampRef } = node.attributes;
  const offset = numberOf(node, "timeOffset", `timestamp ${id}`) ?? 0;
  if (time !== undefined) return (numberOf(node, "time", `timestamp ${id}`) ?? 0) + offset;
  if (timeString !== undefined) {
    const parsed = Date.parse(timeString);
    if (Number.isNaN(parsed))
      throw new FormatError(`timestamp ${id}: "${timeString.slice(0, 40)}" is no date and time`);
    return parsed + offset;
  }
  return timestampRef === undefined ? offset : timeOf(timestampRef.replace(/^#/, ""), named, [...from, id]) + offset;
}
