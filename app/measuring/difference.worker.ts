import type { Brush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { pictureDifference } from "@core/measure/picture-difference";
import { noPictures } from "@core/picture/picture";
import { renderHand } from "@core/stroke/render";
import { fetchPictures } from "~/engine/fetch-pictures";
import { inkOf } from "~/engine/ink-of";
import { servePort } from "~/port/serve-port";
import type { Comparing } from "./protocol";
import { laidBelow } from "./stroke-picture";

servePort<Comparing>(self, {
  calls: {
    compare: async (
      { from, to, strokes, width, height, colours, below = { kind: "needed", brushes: [from, to] } },
      job,
    ) => {
      const paper = hexToRgb(colours.paper);
      const ink = inkOf(colours);
      const lies = laidBelow(
        below,
        width,
        height,
        below.kind === "paint" ? await fetchPictures(below.brush) : noPictures,
      );
      const paint = async (brush: Brush) =>
        renderHand({
          brush,
          strokes,
          width,
          height,
          ink,
          paper,
          seed: 1,
          pictures: await fetchPictures(brush),
          ...lies,
        });
      const before = await paint(from);
      if (!(await job.wanted())) return undefined;
      const { pixels, mean, most, changed } = pictureDifference(before, await paint(to), paper);
      const picture = await createImageBitmap(new ImageData(pixels, width, height));
      job.transfer(picture);
      return { picture, mean, most, changed };
    },
  },
  tells: {},
});
