import { parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { createKernels } from "@core/kernels/load";
import { type SpaceName, spaceNames } from "@core/paint/spaces";
import { takings } from "@core/paint/wet";
import { StrokePainter } from "@core/stroke/painter";
import { Surface } from "@core/surface/surface";
import { unlessSmall } from "./small";
import { bestOf } from "./timing";

const LENGTH = unlessSmall(2400, 100);
const ink = { colour: hexToRgb("#1f4fa0"), second: hexToRgb("#ffffff") };

export interface MixingSpeed {
  readonly size: number;
  readonly taking: (typeof takings)[number];
  readonly space: SpaceName;
  /** px of travel a second that the brush keeps up with */
  readonly speed: number;
}

/** How fast a hand may be for mixing brushes to keep up with it: marks alone, over paint that covers the sheet. */
export function measureMixing(size: number): MixingSpeed[] {
  const kernels = createKernels();
  const height = size + 128;
  const width = LENGTH + size + 128;
  return takings.flatMap((taking) =>
    spaceNames.map((space) => {
      const surface = new Surface(kernels, width, height);
      surface.fill(0, hexToRgb("#e8c840"));
      const brush = parseBrush({
        level: 1,
        name: "mixer",
        tip: { size, hardness: 0.7 },
        trail: { spacing: 0.1 },
        paint: { mixing: 0.7, taking, space, flow: 0.8 },
      });
      const samples = Array.from({ length: 61 }, (_, i) => ({
        x: size / 2 + 64 + (i * LENGTH) / 60,
        y: height / 2,
        time: i * 8,
        pressure: 1,
      }));
      // Tiles are opened once, by a first pass that is not timed.
      const painter = new StrokePainter(surface, brush, ink, 1);
      painter.push(samples);
      let back = true;
      let time = 500;
      const ms = bestOf(3, () => {
        painter.push((back ? samples.toReversed() : samples).map((s, i) => ({ ...s, time: time + i * 8 })));
        back = !back;
        time += 500;
      });
      painter.end();
      surface.release();
      return { size, taking, space, speed: (LENGTH / ms) * 1000 };
    }),
  );
}
