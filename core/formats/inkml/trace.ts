import { FormatError } from "../fault";

/** The most points one file may hold. */
export const MAX_POINTS = 1_000_000;

/** What of a channel decides how its values are written. */
interface ChannelFormat {
  readonly intermittent: boolean;
  /** Stands in where a point gives no value. */
  readonly fallback: number;
}

const VALUE = /[!'"]?(?:\*|\?|#[0-9A-Fa-f]+|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?|[TF])|[!'"]/g;

interface Running {
  order: 0 | 1 | 2;
  value: number;
  velocity: number;
}

/**
 * Reads the text of one trace (InkML, section 3.2.1): points between commas, a value for each channel, explicit (`!`),
 * difference (`'`) or second difference (`"`), the prefix holding until the next; `*` repeats, `?` is unknown, `#` is
 * hexadecimal, T and F are 1 and 0; exponents and a comma at the end are read, too. Trailing intermittent channels may be left out.
 * @returns a row of numbers for each point, one for each channel, NaN where unknown
 * @throws FormatError naming `what`
 */
export function readTrace(text: string, channels: readonly ChannelFormat[], what: string): number[][] {
  const running: Running[] = channels.map(() => ({ order: 0, value: Number.NaN, velocity: 0 }));
  const regular = channels.filter((c) => !c.intermittent).length;
  // Counted before they are kept. A comma at the end ends the last point.
  let commas = 0;
  for (let at = text.indexOf(","); at >= 0; at = text.indexOf(",", at + 1)) commas++;
  if (commas > MAX_POINTS) throw new FormatError(`${what}: more than ${MAX_POINTS} points`);
  const points = text.trim() === "" ? [] : text.trim().replace(/,$/, "").split(",");
  if (points.length > MAX_POINTS) throw new FormatError(`${what}: more than ${MAX_POINTS} points`);
  return points.map((point, n) => {
    const rest = point.replace(VALUE, "").trim();
    if (rest) throw new FormatError(`${what}, point ${n + 1}: "${rest.slice(0, 20)}" is not a value`);
    const values = joinPrefixes(point.match(VALUE) ?? []);
    if (values.length < regular || values.length > channels.length)
      throw new FormatError(`${what}, point ${n + 1}: ${values.length} values for ${channels.length} channels`);
    return channels.map((channel, i) =>
      i < values.length ? follow(running[i], values[i], channel) : channel.fallback,
    );
  });
}

// A prefix may stand apart from its number.
function joinPrefixes(tokens: readonly string[]): string[] {
  const joined: string[] = [];
  let prefix = "";
  for (const token of tokens) {
    if (/^[!'"]$/.test(token)) prefix = token;
    else {
      joined.push(prefix + token);
      prefix = "";
    }
  }
  return joined;
}

function follow(state: Running, token: string, channel: ChannelFormat): number {
  const prefix = /^[!'"]/.exec(token)?.[0];
  const body = prefix ? token.slice(1) : token;
  if (prefix) state.order = prefix === "!" ? 0 : prefix === "'" ? 1 : 2;
  if (body === "?") return channel.fallback;
  if (body === "*") {
    // The same as before: the value, the difference or the second difference goes on.
    if (state.order > 0) state.value += state.velocity;
    return Number.isNaN(state.value) ? channel.fallback : state.value;
  }
  const number =
    body === "T" ? 1 : body === "F" ? 0 : body.startsWith("#") ? Number.parseInt(body.slice(1), 16) : Number(body);
  const before = Number.isNaN(state.value) ? 0 : state.value;
  if (state.order === 0) {
    state.velocity = number - before;
    state.value = number;
  } else {
    state.velocity = state.order === 1 ? number : state.velocity + number;
    state.value = before + state.velocity;
  }
  return state.value;
}
