import { character } from "@core/measure/character";
import { renderHand } from "@core/stroke/render";
import { need, readOptions } from "./arguments";
import { readBrush, writeWhole } from "./files";

/** The sizes at which a brush's cost is measured, px. */
const SIZES = [20, 100, 400];
const LENGTH = 1000;

/** `measure`: a brush's character as JSON, and what 1000 px of it cost at three sizes. */
export function measure(args: readonly string[]): void {
  const { options } = readOptions(args, ["brush", "out"]);
  const { brush, pictures } = readBrush(need(options, "brush"));
  const cost = Object.fromEntries(
    SIZES.map((size) => {
      const samples = Array.from({ length: 126 }, (_, i) => ({ x: size + i * 8, y: size, time: i * 8, pressure: 1 }));
      const job = {
        brush: { ...brush, tip: { ...brush.tip, size } },
        strokes: [samples],
        width: LENGTH + 2 * size,
        height: 2 * size,
        ink: { colour: [0, 0, 0], second: [1, 1, 1] } as const,
        paper: null,
        seed: 1,
        pictures,
      };
      renderHand(job);
      const begun = performance.now();
      renderHand(job);
      return [`${size} px`, Number((performance.now() - begun).toFixed(2))];
    }),
  );
  const text = `${JSON.stringify({ ...character(brush, pictures), millisecondsFor1000px: cost }, null, 2)}\n`;
  if (options.out === undefined) process.stdout.write(text);
  else writeWhole(options.out, text);
}
