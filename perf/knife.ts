import { parseBrush } from "@core/brush";
import { createKernels } from "@core/kernels/load";
import { StrokePainter } from "@core/stroke/painter";
import { heightPixels } from "@core/surface/heights";
import { Surface } from "@core/surface/surface";
import { unlessSmall } from "./small";

/** A knife through thick paint everywhere: px of travel a second, ms from pen-up to done, and what of the paint in its way is not there any more. */
export interface KnifeRow {
  readonly size: number;
  readonly long: number;
  readonly speed: number;
  readonly end: number;
  readonly lost: number;
}

const ink = { colour: [0.2, 0.3, 0.7], second: [1, 1, 1] } as const;
const HIGH = 0.5;

const field = parseBrush({
  level: 1,
  name: "field",
  tip: { size: 1, shape: { kind: "rectangle", corner: 0 } },
  trail: { spacing: 0.1 },
  paint: { body: HIGH, levels: 1 },
});

const line = (from: number, to: number, y: number, count: number) =>
  Array.from({ length: count }, (_, i) => ({
    x: from + ((to - from) * i) / (count - 1),
    y: y + 20 * Math.sin(i / 30),
    time: i * 8,
    pressure: 0.85,
  }));

function volume(surface: Surface): number {
  let sum = 0;
  for (const height of heightPixels(surface)) sum += height;
  return sum / 65535;
}

/** The best of three. */
export function measureKnife({ size, long }: { readonly size: number; readonly long: number }): KnifeRow {
  const kernels = createKernels();
  const [width, height] = [long + 1000, size + 400];
  const knife = parseBrush({
    level: 1,
    name: "knife",
    tip: { size, roundness: 0.16, angle: 90, shape: { kind: "rectangle", corner: 0.3 } },
    trail: { spacing: 0.18 },
    paint: { flow: 0.95, mixing: 1, taking: "dragged", carry: 3, levels: 1, body: 0.04, space: "pigment" },
  });
  const rows = Array.from({ length: unlessSmall(3, 1) }, (): KnifeRow => {
    const surface = new Surface(kernels, width, height);
    const all = new StrokePainter(surface, { ...field, tip: { ...field.tip, size: height } }, ink, 1);
    all.push(line(0, width, height / 2, 60));
    all.end();
    const before = volume(surface);
    const stroke = new StrokePainter(surface, knife, ink, 3);
    const begun = performance.now();
    stroke.push(line(500, 500 + long, height / 2, Math.round(long / 8)));
    const lifted = performance.now();
    stroke.end();
    const done = performance.now();
    const lost = (before - volume(surface)) / (HIGH * size * long);
    surface.release();
    return { size, long, speed: (long * 1000) / (done - begun), end: done - lifted, lost };
  });
  return rows.reduce((best, row) => (row.end < best.end ? row : best));
}
