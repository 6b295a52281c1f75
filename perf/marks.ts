import { parseBrush } from "@core/brush";
import { MarkMaker } from "@core/stroke/make-marks";
import { unlessSmall } from "./small";
import { bestOf } from "./timing";

/** Marks computed in a second on one core: a plain brush, and one driven by pressure, chance and heading. */
export function measureMarks(): { plain: number; driven: number } {
  const samples = Array.from({ length: unlessSmall(4000, 100) }, (_, i) => ({
    x: 2000 + 1500 * Math.cos(i / 60),
    y: 2000 + 1500 * Math.sin(i / 45),
    time: i * 4,
    pressure: 0.5 + 0.5 * Math.sin(i / 30),
  }));
  const speed = (part: object) => {
    const brush = parseBrush({ level: 1, name: "perf", tip: { size: 16 }, trail: { spacing: 0.05 }, ...part });
    let count = 0;
    const ms = bestOf(5, () => {
      const maker = new MarkMaker(brush, 1);
      count = 0;
      for (let i = 0; i < samples.length; i += 50) {
        maker.push(samples.slice(i, i + 50));
        count += maker.marks.count;
        maker.marks.clear();
      }
      maker.end();
    });
    return (count / ms) * 1000;
  };
  return {
    plain: speed({}),
    driven: speed({
      responses: [
        { quality: "size", source: "pressure", low: 0.5 },
        { quality: "flow", source: "chance", low: 0.5 },
        { quality: "angle", source: "heading", low: 0, high: 360 },
      ],
    }),
  };
}
