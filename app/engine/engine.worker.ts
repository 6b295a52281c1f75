import { FormatError } from "@core/formats/fault";
import { fetchPictures } from "./fetch-pictures";
import { tipOutline } from "./outline";
import { Paper } from "./paper";
import type { Ask, PaperColours, Tell } from "./protocol";
import { groundVignette, paintVignette, stripPiece, tipVignette } from "./vignettes";

let paper: Paper | undefined;
let colours: PaperColours | undefined;
let stroke = 0;
let counted = 0;
let stripTurn = 0;
let brushTurn = 0;

function tell(message: Tell, transfer: Transferable[] = []): void {
  postMessage(message, { transfer });
}

/** What was drawn anew for another reason than a new brush is the newest one all the same. */
function tellProofed(drawn: boolean | undefined): void {
  if (drawn) tell({ kind: "proofed", turn: brushTurn });
}

async function answer(ask: Ask): Promise<void> {
  switch (ask.kind) {
    case "open":
      colours = ask.colours;
      paper = new Paper(ask.canvas, ask.colours, ask.proofs);
      return;
    case "resize":
      return tellProofed(await paper?.resize(ask.width, ask.height));
    case "brush":
      brushTurn = ask.turn;
      if (await paper?.setBrush(ask.brush, () => tell({ kind: "begun", turn: ask.turn })))
        tell({ kind: "proofed", turn: ask.turn });
      return;
    case "pen-down":
      stroke = ask.stroke;
      counted = 0;
      return paper?.penDown(ask.stroke);
    case "pen-move":
      paper?.penMove(ask.samples);
      counted += ask.samples.length;
      tell({ kind: "shown", stroke, samples: counted });
      return;
    case "pen-up":
      countStrokes();
      return tellProofed(await paper?.penUp());
    case "manner":
      colours = ask.manner.colours;
      return tellProofed(await paper?.setManner(ask.manner));
    case "outline":
      tell({ kind: "outline", path: tipOutline(ask.brush, await fetchPictures(ask.brush)) });
      return;
    case "pick":
      tell({ kind: "picked", colour: paper?.colourAt(ask.x, ask.y) ?? "#000000" });
      return;
    case "refill":
      return paper?.refill();
    case "take-back":
      paper?.takeBack();
      return countStrokes();
    case "clear":
      paper?.clear();
      return countStrokes();
    case "layers":
      paper?.setLayers(ask.layers);
      return countStrokes();
    case "fill":
      paper?.fill(ask.empties);
      return countStrokes();
    case "painted": {
      if (!paper) return;
      const bytes = Uint8Array.from(paper.painted());
      return tell({ kind: "painted", bytes }, [bytes.buffer]);
    }
    case "layered":
      return tellLayered();
    case "strip":
      return drawStrip(ask);
    case "vignettes": {
      if (!colours) return;
      const pictures = await fetchPictures(ask.brush);
      const tip = await tipVignette(ask.brush, pictures, ask.width, ask.height, colours);
      const paint = await paintVignette(ask.brush, ask.width, ask.height, colours);
      const ground = await groundVignette(ask.brush, pictures, ask.width, ask.height, colours);
      tell({ kind: "vignettes", tip, ground, paint }, [tip, ground, paint]);
    }
  }
}

/** Draws the pieces one by one, and stops when another strip has been asked for. */
async function drawStrip({ turn, brushes, width, height }: Extract<Ask, { kind: "strip" }>): Promise<void> {
  stripTurn = turn;
  for (const [index, brush] of brushes.entries()) {
    const pictures = await fetchPictures(brush);
    await new Promise((resolve) => setTimeout(resolve));
    if (stripTurn !== turn || !colours) return;
    const picture = await stripPiece(brush, pictures, width, height, colours);
    tell({ kind: "strip-piece", turn, index, picture }, [picture]);
  }
}

function tellLayered(): void {
  try {
    const bytes = Uint8Array.from(paper?.layered() ?? []);
    tell({ kind: "layered", bytes }, [bytes.buffer]);
  } catch (error) {
    if (!(error instanceof FormatError)) throw error;
    tell({ kind: "refused", why: error.message });
  }
}

function countStrokes(): void {
  tell({ kind: "strokes", count: paper?.strokeCount ?? 0 });
}

addEventListener("message", ({ data }: MessageEvent<Ask>) => {
  answer(data).catch((error: unknown) =>
    tell({ kind: "fault", message: error instanceof Error ? error.message : String(error) }),
  );
});
