import { XMLParser } from "fast-xml-parser";
import { FormatError } from "../fault";

/** An element of an InkML file. */
export interface Node {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Node[];
  readonly text: string;
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
    // No tag ends any more, or another begins before this one ends: nothing to be parsed, however much there is of it.
    if (end < 0 || text.lastIndexOf("<", end) > at + MOST_TAG)
      throw new FormatError(`${what}: not well-formed XML (a tag has no end)`);
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

/** The file's <ink> element. @throws FormatError naming `what` */
export function parseInk(text: string, what: string): Node {
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

/** All elements that have an id, by it. */
export function namedIn(node: Node, named = new Map<string, Node>()): ReadonlyMap<string, Node> {
  const id = node.attributes["xml:id"] ?? node.attributes.id;
  if (id) named.set(id, node);
  for (const child of node.children) namedIn(child, named);
  return named;
}

/** The element that an attribute refers to, if it is there. */
export function referred(node: Node, attribute: string, named: ReadonlyMap<string, Node>): Node | undefined {
  return named.get((node.attributes[attribute] ?? "").replace(/^#/, ""));
}
