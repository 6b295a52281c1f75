import { XMLParser } from "fast-xml-parser";
import { leanFromStance, stanceFromTilt } from "../../hand/orient";
import { type Hand, REACH, type Sample } from "../../hand/sample";
import { FormatError } from "../fault";
import { type ChannelFormat, MAX_POINTS, readTrace } from "./trace";

/** The most bytes one file may have. */
export const MAX_INKML_BYTES = 32 << 20;

interface Node {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Node[];
  readonly text: string;
}

const defaultChannels: readonly ChannelFormat[] = [
  { name: "X", intermittent: false, fallback: Number.NaN },
  { name: "Y", intermittent: false, fallback: Number.NaN },
];

/**
 * Reads W3C InkML: traces alone, in trace groups, and with trace formats in place, in contexts or in definitions.
 * @throws FormatError naming `what` and the trace
 */
export function readInkml(text: string, what: string): Hand {
  try {
    return readInk(text, what);
  } catch (error) {
    throw error instanceof FormatError && !error.message.startsWith(what)
      ? new FormatError(`${what}: ${error.message}`)
      : error;
  }
}

function readInk(text: string, what: string): Hand {
  if (text.length > MAX_INKML_BYTES) throw new FormatError(`${what}: larger than ${MAX_INKML_BYTES >> 20} MB`);
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) throw new FormatError(`${what}: document type declarations are not read`);
  const root = parse(text, what);
  const named = new Map<string, Node>();
  collectIds(root, named);
  const strokes: Sample[][] = [];
  const name = root.children.find((n) => n.tag === "annotation" && n.attributes.type === "name")?.text || "hand";
  let points = 0;
  const visit = (node: Node, channels: readonly ChannelFormat[]): void => {
    let current = channels;
    for (const child of node.children) {
      if (child.tag === "context") current = channelsOf(child, named, current);
      if (child.tag === "traceGroup") visit(child, contextOf(child, named, current));
      if (child.tag !== "trace") continue;
      const rows = readTrace(child.text, contextOf(child, named, current), `${what}, trace ${strokes.length + 1}`);
      points += rows.length;
      if (points > MAX_POINTS) throw new FormatError(`${what}: more than ${MAX_POINTS} points`);
      strokes.push(samplesOf(rows, contextOf(child, named, current), `${what}, trace ${strokes.length + 1}`));
    }
  };
  const format = root.children.find((n) => n.tag === "traceFormat");
  visit(root, format ? channelsFrom(format) : defaultChannels);
  if (strokes.length === 0) throw new FormatError(`${what}: no traces`);
  return { name, strokes };
}

/** How deep elements may lie in one another, how long one's tag may be, and how many elements there may be. */
const MOST_DEPTH = 32;
const MOST_TAG = 8192;
const MOST_ELEMENTS = 200_000;

/** Counts what a parser would have to hold, before anything is parsed. @throws FormatError naming `what` */
function refuseFloods(text: string, what: string): void {
  let elements = 0;
  let depth = 0;
  for (let at = text.indexOf("<"); at >= 0; at = text.indexOf("<", at + 1)) {
    if (text.startsWith("<!--", at)) {
      at = text.indexOf("-->", at);
      if (at < 0) return;
      continue;
    }
    const end = text.indexOf(">", at);
    if (end < 0) return;
    if (end - at > MOST_TAG) throw new FormatError(`${what}: a tag of more than ${MOST_TAG} letters`);
    const closes = text[at + 1] === "/";
    const opens = !closes && text[end - 1] !== "/" && text[at + 1] !== "?" && text[at + 1] !== "!";
    depth += opens ? 1 : closes ? -1 : 0;
    if (!closes) elements++;
    if (depth > MOST_DEPTH) throw new FormatError(`${what}: more than ${MOST_DEPTH} elements lie in one another`);
    if (elements > MOST_ELEMENTS) throw new FormatError(`${what}: more than ${MOST_ELEMENTS} elements`);
    at = end;
  }
}

function parse(text: string, what: string): Node {
  refuseFloods(text, what);
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: "",
    parseTagValue: false,
    parseAttributeValue: false,
    removeNSPrefix: false,
  });
  let tree: unknown;
  try {
    tree = parser.parse(text, true);
  } catch (error) {
    throw new FormatError(
      `${what}: not well-formed XML (${error instanceof Error ? error.message.split("\n")[0] : "unknown fault"})`,
    );
  }
  const root = nodesOf(tree).find((n) => n.tag === "ink");
  if (!root) throw new FormatError(`${what}: no <ink> element`);
  return root;
}

// fast-xml-parser's ordered form: a list of { tag: children, ":@": attributes } and { "#text": text }.
function nodesOf(list: unknown): Node[] {
  if (!Array.isArray(list)) return [];
  return list.flatMap((entry: Record<string, unknown>): Node[] => {
    const key = Object.keys(entry).find((k) => k !== ":@");
    if (!key || key === "#text" || key.startsWith("?")) return [];
    const inner = entry[key];
    const text = Array.isArray(inner)
      ? inner.map((i: Record<string, unknown>) => String(i["#text"] ?? "")).join(" ")
      : "";
    return [
      {
        tag: key.replace(/^.*:/, ""),
        attributes: (entry[":@"] ?? {}) as Record<string, string>,
        children: nodesOf(inner),
        text: text.trim(),
      },
    ];
  });
}

function collectIds(node: Node, named: Map<string, Node>): void {
  const id = node.attributes["xml:id"] ?? node.attributes.id;
  if (id) named.set(id, node);
  for (const child of node.children) collectIds(child, named);
}

function contextOf(node: Node, named: Map<string, Node>, current: readonly ChannelFormat[]): readonly ChannelFormat[] {
  const context = named.get((node.attributes.contextRef ?? "").replace(/^#/, ""));
  return context ? channelsOf(context, named, current) : current;
}

function channelsOf(
  context: Node,
  named: Map<string, Node>,
  current: readonly ChannelFormat[],
  from: readonly Node[] = [],
): readonly ChannelFormat[] {
  if (from.includes(context)) throw new FormatError(CIRCLE);
  const referred = named.get((context.attributes.traceFormatRef ?? "").replace(/^#/, ""));
  const format = context.children.find((n) => n.tag === "traceFormat") ?? referred;
  if (format) return channelsFrom(format);
  const source =
    context.children.find((n) => n.tag === "inkSource") ??
    named.get((context.attributes.inkSourceRef ?? "").replace(/^#/, ""));
  const sourceFormat = source?.children.find((n) => n.tag === "traceFormat");
  if (sourceFormat) return channelsFrom(sourceFormat);
  const parent = named.get((context.attributes.contextRef ?? "").replace(/^#/, ""));
  return parent ? channelsOf(parent, named, current, [...from, context]) : current;
}

/** The most channels of a trace: the recommendation names thirty. */
const MOST_CHANNELS = 64;
const CIRCLE = "contexts refer to one another in a circle";

function channelsFrom(format: Node): ChannelFormat[] {
  const one = (node: Node, intermittent: boolean): ChannelFormat => {
    const fallback = node.attributes.default === undefined ? Number.NaN : Number(node.attributes.default);
    return { name: node.attributes.name ?? "", intermittent, fallback };
  };
  const regular = format.children.filter((n) => n.tag === "channel").map((n) => one(n, false));
  const intermittent = format.children
    .filter((n) => n.tag === "intermittentChannels")
    .flatMap((n) => n.children.filter((c) => c.tag === "channel").map((c) => one(c, true)));
  const all = [...regular, ...intermittent];
  if (all.length > MOST_CHANNELS) throw new FormatError(`more than ${MOST_CHANNELS} channels in a trace format`);
  return all;
}

function samplesOf(rows: readonly number[][], channels: readonly ChannelFormat[], what: string): Sample[] {
  const column = (name: string) => channels.findIndex((c) => c.name === name);
  const [x, y, f, t, otx, oty, or] = ["X", "Y", "F", "T", "OTx", "OTy", "OR"].map(column);
  if (x < 0 || y < 0) throw new FormatError(`${what}: the trace format has no X and Y`);
  return rows.map((row, n) => {
    if (!(Math.abs(row[x]) <= REACH && Math.abs(row[y]) <= REACH))
      throw new FormatError(`${what}, point ${n + 1}: X and Y must be numbers within ±${REACH}`);
    const known = (i: number) => (i >= 0 && Number.isFinite(row[i]) ? row[i] : undefined);
    const tiltX = known(otx);
    const tiltY = known(oty);
    const stance =
      tiltX === undefined && tiltY === undefined ? {} : leanFromStance(stanceFromTilt(tiltX ?? 0, tiltY ?? 0));
    const pressure = known(f);
    const twist = known(or);
    return {
      x: row[x],
      y: row[y],
      // Without a clock every reading is 8 ms after the last.
      time: known(t) ?? n * 8,
      ...(pressure === undefined ? {} : { pressure }),
      ...stance,
      ...(twist === undefined ? {} : { twist }),
    };
  });
}
