import { listMarks } from "@core/stroke/make-marks";
import { need, readOptions, seedOption } from "./arguments";
import { readBrush, readHand, writeWhole } from "./files";

/** `marks`: one JSON line a mark, with its stroke and all its qualities. */
export function marks(args: readonly string[]): void {
  const { options } = readOptions(args, ["brush", "hand", "profile", "seed", "out"]);
  const { brush } = readBrush(need(options, "brush"));
  const { strokes } = readHand(need(options, "hand"), options.profile);
  const seed = seedOption(options.seed);
  const lines = strokes.flatMap((samples, stroke) =>
    listMarks(brush, samples, seed + stroke).map((row) => `${JSON.stringify({ stroke, ...row })}\n`),
  );
  if (options.out) writeWhole(options.out, lines.join(""));
  else process.stdout.write(lines.join(""));
}
