import { parseArgs } from "node:util";

/** A call that cannot be understood or carried out; the message is one line. */
export class CallError extends Error {
  override name = "CallError";
}

/** Reads `--name value` options; every given name must be in `names`. */
export function readOptions(
  args: readonly string[],
  names: readonly string[],
  words = 0,
): { options: Record<string, string | undefined>; rest: string[] } {
  const options = Object.fromEntries(names.map((name) => [name, { type: "string" as const }]));
  try {
    const { values, positionals } = parseArgs({ args: [...args], options, allowPositionals: true, strict: true });
    if (positionals.length !== words)
      throw new CallError(
        words
          ? `${words === 1 ? "one file is" : `${words} files are`} wanted, ${positionals.length} given`
          : `"${positionals[0]}" is not understood`,
      );
    return { options: values as Record<string, string | undefined>, rest: positionals };
  } catch (error) {
    throw error instanceof CallError
      ? error
      : new CallError(error instanceof Error ? error.message.split("\n")[0] : "the options are not understood");
  }
}

/** An option that must be there. */
export function need(options: Record<string, string | undefined>, name: string): string {
  const value = options[name];
  if (value === undefined || value === "") throw new CallError(`--${name} is missing`);
  return value;
}

/** `--seed N`: a whole number of 32 bits, 1 when absent. */
export function seedOption(text: string | undefined): number {
  if (text === undefined) return 1;
  const seed = Number(text);
  if (!Number.isInteger(seed) || seed < 0 || seed > 0xffffffff)
    throw new CallError(`--seed: "${text}" is not a whole number from 0 to 4294967295`);
  return seed;
}
