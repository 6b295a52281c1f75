import { grainFindings } from "@core/desk/grain/findings";
import { grainOfPlane } from "@core/desk/grain/grain-work";
import { seamOf } from "@core/desk/grain/seam";
import { fullRange, histogramOf } from "@core/desk/levels";
import { greyOf, type Plane, pictureOfPlane } from "@core/desk/plane";
import { writeGrey16 } from "@core/formats/png/png";
import { drawGrain, GRAIN_SIDE } from "@core/ground/draw-grain";
import { servePort } from "~/port/serve-port";
import { grainStrokes } from "./grain-strokes";
import type { GrainDesking, GrainSource } from "./protocol";

const THUMBNAIL = 240;

let source: Plane | undefined;
let made: Plane | undefined;

function planeOf(what: GrainSource): Plane {
  if ("picture" in what) return greyOf(what.picture);
  return { width: GRAIN_SIDE, height: GRAIN_SIDE, data: Float32Array.from(drawGrain(what.grain)) };
}

function bitmapOf({ width, height, data }: Plane, side?: number): Promise<ImageBitmap> {
  const pixels = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < data.length; i++) {
    pixels[i * 4] = pixels[i * 4 + 1] = pixels[i * 4 + 2] = data[i] * 255;
    pixels[i * 4 + 3] = 255;
  }
  const whole = new ImageData(pixels, width, height);
  return side && width > side
    ? createImageBitmap(whole, { resizeWidth: side, resizeQuality: "high" })
    : createImageBitmap(whole);
}

servePort<GrainDesking>(self, {
  calls: {
    put: async (what, job) => {
      // A slider that draws a grain anew asks faster than one is drawn.
      if (!(await job.wanted())) return undefined;
      const plane = planeOf(what);
      source = plane;
      const thumbnail = await bitmapOf(plane, THUMBNAIL);
      job.transfer(thumbnail);
      const name = "picture" in what ? what.name : `${what.grain.kind}, drawn`;
      return { name, width: plane.width, height: plane.height, thumbnail };
    },
    work: async (settings, job) => {
      if (!source || !(await job.wanted())) return undefined;
      const grain = grainOfPlane(source, settings);
      made = grain;
      const picture = await bitmapOf(grain);
      job.say("grain", { picture, seam: seamOf(grain), histogram: histogramOf(grain) }, [picture]);
      if (!(await job.wanted())) return undefined;
      job.say("found", { findings: grainFindings(grain), ends: fullRange(grain) });
      const strokes = await grainStrokes(pictureOfPlane(grain), job.wanted);
      if (!strokes) return undefined;
      job.say("strokes", strokes, [strokes]);
      return true;
    },
    export: (_, job) => {
      if (!made) throw new Error("there is no grain on the desk yet");
      const { width, height, data } = pictureOfPlane(made);
      const bytes = Uint8Array.from(writeGrey16(data, width, height));
      job.transfer(bytes.buffer);
      return bytes;
    },
  },
  tells: {},
});
