import { FormatError } from "./fault";

/** How deep values may lie in one another: a brush needs six. */
const MOST_DEPTH = 40;
/** How many lists, objects and named values there may be: the largest brush has about 3000. */
const MOST_PIECES = 20_000;

/**
 * Reads JSON from outside. How long and deep it is, and of how many pieces, is counted before anything is made of it: checking a
 * million empty objects takes seconds in which nobody else is served.
 * @param most the most characters @param pieces the most lists, objects and named values @throws FormatError naming `what`
 */
export function parseJson(text: string, what: string, most: number, pieces = MOST_PIECES): unknown {
  if (text.length > most) throw new FormatError(`${what}: larger than ${Math.round(most / 1024)} kB`);
  const shape = shapeOf(text);
  if (shape.deepest > MOST_DEPTH) throw new FormatError(`${what}: more than ${MOST_DEPTH} values lie in one another`);
  if (shape.pieces > pieces) throw new FormatError(`${what}: more than ${pieces} lists, objects and named values`);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new FormatError(
      `${what}: not JSON (${error instanceof Error ? error.message.split("\n")[0].slice(0, 120) : "unknown fault"})`,
    );
  }
}

function shapeOf(text: string): { readonly deepest: number; readonly pieces: number } {
  let depth = 0;
  let deepest = 0;
  let pieces = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 0x5c) i++;
      else if (c === 0x22) quoted = false;
    } else if (c === 0x22) quoted = true;
    else if (c === 0x5b || c === 0x7b) {
      pieces++;
      deepest = Math.max(deepest, ++depth);
    } else if (c === 0x5d || c === 0x7d) depth--;
    else if (c === 0x3a) pieces++;
  }
  return { deepest, pieces };
}
