import { type Brush, parseBrush } from "@core/brush";
import { createKernels } from "@core/kernels/load";
import { PLANE } from "@core/kernels/memory/tile-size";
import { MarkMaker } from "@core/stroke/make-marks";
import { StrokePainter } from "@core/stroke/painter";
import { Surface } from "@core/surface/surface";
import { unlessSmall } from "./small";

export interface Memory {
  /** Bytes of an empty surface of 6000×4500 px. */
  readonly empty: number;
  /** What the same surface takes when all is painted, as a multiple of its tiles. */
  readonly full: number;
  /** Bytes that JavaScript allocates for each of the hand's readings, … */
  readonly reading: number;
  /** … and beyond that for a mark, while a million are made, and while they are painted. */
  readonly made: number;
  readonly painted: number;
}

const ink = { colour: [0.1, 0.2, 0.3], second: [1, 1, 1] } as const;
const MILLION = unlessSmall(1_000_000, 1000);

export function measureMemory(): Memory {
  const kernels = createKernels();
  const before = kernels.heap.bytes;
  const surface = new Surface(kernels, 6000, unlessSmall(4500, 600));
  const empty = kernels.heap.bytes - before;
  const brush = parseBrush({ level: 1, name: "perf", tip: { size: 600 }, trail: { spacing: 0.3 } });
  for (let y = 200; y < 4800; y += 400) {
    const painter = new StrokePainter(surface, brush, ink, 1);
    painter.push([0, 6000].map((x, i) => ({ x, y, time: i * 500, pressure: 1 })));
    painter.end();
  }
  const tiles = surface.layers[0].tiles.present().length * 4 * PLANE;
  // What a stroke used, masks and wet tiles, is kept for the next one: it is counted too.
  const full = (kernels.heap.bytes - before) / tiles;
  return { empty, full, ...measureMarks() };
}

/** What a lively brush leaves to be collected: the same readings with sparse and with close marks tell readings from marks. */
function measureMarks(): Pick<Memory, "reading" | "made" | "painted"> {
  const kernels = createKernels();
  const surface = new Surface(kernels, 1000, 1000);
  const sparse = lively(0.2);
  const close = lively(0.05);
  const run = (brush: Brush, paint: boolean) => {
    let marks = 0;
    let readings = 0;
    let allocated = 0;
    let last = process.memoryUsage().heapUsed;
    while (marks < MILLION) {
      const begun = marks;
      const maker: MarkMaker = new MarkMaker(brush, 1, () => {
        marks += maker.marks.count;
        maker.marks.clear();
      });
      const painter = new StrokePainter(surface, brush, ink, 1);
      for (let i = 0; i < samples.length; i += 50) {
        const portion = samples.slice(i, i + 50);
        if (paint) painter.push(portion);
        else maker.push(portion);
        // Only growth counts: what is collected in between is not given back to the sum.
        const now = process.memoryUsage().heapUsed;
        allocated += Math.max(0, now - last);
        last = now;
      }
      painter.end();
      readings += samples.length;
      marks = paint ? begun + painter.painted : marks + maker.marks.count;
    }
    return { perReading: allocated / readings, marks: marks / readings };
  };
  const both = (paint: boolean) => {
    run(sparse, paint);
    run(close, paint);
    const few = run(sparse, paint);
    const many = run(close, paint);
    const mark = Math.max(0, (many.perReading - few.perReading) / (many.marks - few.marks));
    return { mark, reading: few.perReading - mark * few.marks };
  };
  const made = both(false);
  return { made: made.mark, painted: both(true).mark, reading: made.reading };
}

/** Its size follows pressure, its angle and lightness chance, and it scatters. */
function lively(spacing: number): Brush {
  return parseBrush({
    level: 1,
    name: "perf",
    tip: { size: 12 },
    trail: { spacing, scatter: 0.5 },
    responses: [
      { quality: "size", source: "pressure", low: 0.3 },
      { quality: "angle", source: "chance", low: 0, high: 360 },
      { quality: "lightness", source: "chance", low: -0.1, high: 0.1 },
    ],
  });
}

const samples = Array.from({ length: 4000 }, (_, i) => ({
  x: 500 + 480 * Math.cos(i / 60),
  y: 500 + 480 * Math.sin(i / 45),
  time: i * 4,
  pressure: 0.5 + 0.5 * Math.sin(i / 30),
}));
