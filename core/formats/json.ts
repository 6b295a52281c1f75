import { FormatError } from "./fault";

/** How deep values may lie in one another: a brush needs six. */
const MOST_DEPTH = 40;

/**
 * Reads JSON from outside. How long and how deep it is is counted before anything is made of it.
 * @param most the most characters @throws FormatError naming `what`
 */
export function parseJson(text: string, what: string, most: number): unknown {
  if (text.length > most) throw new FormatError(`${what}: larger than ${Math.round(most / 1024)} kB`);
  if (depthOf(text) > MOST_DEPTH) throw new FormatError(`${what}: more than ${MOST_DEPTH} values lie in one another`);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new FormatError(
      `${what}: not JSON (${error instanceof Error ? error.message.split("\n")[0].slice(0, 120) : "unknown fault"})`,
    );
  }
}

function depthOf(text: string): number {
  let depth = 0;
  let deepest = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 0x5c) i++;
      else if (c === 0x22) quoted = false;
    } else if (c === 0x22) quoted = true;
    else if (c === 0x5b || c === 0x7b) deepest = Math.max(deepest, ++depth);
    else if (c === 0x5d || c === 0x7d) depth--;
  }
  return deepest;
}
