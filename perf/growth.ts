import { parseBrush } from "@core/brush";
import { toAndFro } from "./hand";
import { unlessSmall } from "./small";
import { timeStroke } from "./stroke";

/** The exponent with which the time of whole strokes grows with marks × covered area, fitted over sizes and lengths. */
export function measureGrowth(): number {
  const points = unlessSmall([64, 128, 256, 512, 1024], [64, 128]).flatMap((size) => {
    const brush = parseBrush({
      level: 1,
      name: "perf",
      tip: { size, hardness: 0.5 },
      trail: { spacing: 0.1 },
      paint: { flow: 0.2 },
    });
    return unlessSmall([3e7, 1.2e8], [1e6, 2e6]).map((area) => {
      const { ms, marks } = timeStroke(brush, toAndFro(area / (size * size), size), undefined, 3);
      return [Math.log(marks * size * size), Math.log(ms)] as const;
    });
  });
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
  const [mx, my] = [mean(points.map((p) => p[0])), mean(points.map((p) => p[1]))];
  return (
    points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0) / points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0)
  );
}
