// What a fault is to the log: enough to find it, and nothing of what people sent. Messages of a database quote values, and errors
// of its driver carry the whole query; of those only the shape is kept.

const MOST_FRAMES = 12;
const LONGEST = 400;

/** How an error is written into the log: its kind and code, its message without what stands in quotes, and where it came from. */
export function faultForLog(error: unknown): Readonly<Record<string, unknown>> {
  if (!(error instanceof Error)) return { type: typeof error };
  const { name, message, stack = "" } = error;
  const frames = stack
    .split("\n")
    .filter((line) => /^\s+at /.test(line))
    .slice(0, MOST_FRAMES)
    .map((line) => line.trim());
  const code = "code" in error ? String(error.code) : undefined;
  return { type: name, ...(code ? { code } : {}), message: withoutQuoted(message), frames };
}

/** A message with all that is quoted in it left out. */
export function withoutQuoted(message: string): string {
  return message.replace(/'(?:[^'\\]|\\.|'')*'|"(?:[^"\\]|\\.)*"/g, "'…'").slice(0, LONGEST);
}
