import { grainFindings } from "@core/desk/grain/findings";
import { grainOfPlane } from "@core/desk/grain/grain-work";
import { seamOf } from "@core/desk/grain/seam";
import { fullRange, histogramOf } from "@core/desk/levels";
import { greyOf, type Plane, pictureOfPlane } from "@core/desk/plane";
import { writeGrey16 } from "@core/formats/png/png";
import { drawGrain, GRAIN_SIDE } from "@core/ground/draw-grain";
import { grainStrokes } from "./grain-strokes";
import type { DeskAsk, DeskTell } from "./protocol";

const THUMBNAIL = 240;

let source: Plane | undefined;
let made: Plane | undefined;
let newest = 0;
/** How often something was put on the desk: only the newest comes to lie there, however long an older one takes. */
let beginnings = 0;

const tell = (message: DeskTell, transfer: Transferable[] = []) => postMessage(message, { transfer });

/** Lets newer questions in, and says whether none has come. */
async function still(turn: number): Promise<boolean> {
  await new Promise((resolve) => setTimeout(resolve));
  return turn === newest;
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

async function take(plane: Plane, name: string): Promise<void> {
  source = plane;
  newest++;
  const thumbnail = await bitmapOf(plane, THUMBNAIL);
  tell({ kind: "opened", name, width: plane.width, height: plane.height, thumbnail }, [thumbnail]);
}

async function work({ turn, work: settings }: Extract<DeskAsk, { kind: "work" }>): Promise<void> {
  newest = turn;
  if (!source || !(await still(turn))) return;
  const grain = grainOfPlane(source, settings);
  made = grain;
  const picture = await bitmapOf(grain);
  tell({ kind: "grain", turn, picture, seam: seamOf(grain), histogram: histogramOf(grain) }, [picture]);
  if (!(await still(turn))) return;
  tell({ kind: "findings", turn, findings: grainFindings(grain), ends: fullRange(grain) });
  if (!(await still(turn))) return;
  const strokes = await grainStrokes(pictureOfPlane(grain), () => still(turn));
  if (strokes) tell({ kind: "strokes", turn, picture: strokes }, [strokes]);
}

async function answer(ask: DeskAsk): Promise<void> {
  switch (ask.kind) {
    case "open":
      beginnings++;
      return take(greyOf(ask.picture), ask.name);
    case "generate": {
      const mine = ++beginnings;
      await new Promise((resolve) => setTimeout(resolve));
      if (mine !== beginnings) return;
      return take(
        { width: GRAIN_SIDE, height: GRAIN_SIDE, data: Float32Array.from(drawGrain(ask.grain)) },
        `${ask.grain.kind}, drawn`,
      );
    }
    case "work":
      return work(ask);
    case "export": {
      if (!made) return;
      const { width, height, data } = pictureOfPlane(made);
      const bytes = Uint8Array.from(writeGrey16(data, width, height));
      tell({ kind: "exported", bytes }, [bytes.buffer]);
    }
  }
}

addEventListener("message", ({ data }: MessageEvent<DeskAsk>) => {
  answer(data).catch((error: unknown) =>
    tell({ kind: "fault", message: error instanceof Error ? error.message : String(error) }),
  );
});
