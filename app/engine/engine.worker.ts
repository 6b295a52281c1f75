import type { Brush } from "@core/brush";
import type { Pictures } from "@core/picture/picture";
import { tableLight } from "@core/surface/light";
import { servePort } from "~/port/serve-port";
import { fetchPictures } from "./fetch-pictures";
import { tipOutline } from "./outline";
import { Paper } from "./paper";
import { paperOf } from "./paper-ground";
import type { Painting, PaperColours, PaperManner } from "./protocol";
import { pieceScale, stripPiece } from "./strip-pieces";
import { groundVignette, paintVignette, tipVignette } from "./vignettes";

let paper: Paper | undefined;
let colours: PaperColours | undefined;
let grain: PaperManner["grain"] = null;
let light: PaperManner["light"] = tableLight;
let stroke = 0;
let counted = 0;
let brushTurn = 0;

/** @throws Error where a canvas was never handed over */
function present(): Paper {
  if (!paper) throw new Error("there is no paper yet");
  return paper;
}

/** What was drawn anew for another reason than a new brush is the newest one all the same. */
function sayProofed(drawn: boolean | undefined): void {
  if (drawn) say("proofed", { turn: brushTurn });
}

/** Does something to the own layers and says how they stand. */
function acting(act: (on: Paper) => void): void {
  if (!paper) return;
  act(paper);
  say("acts", paper.acts);
  void paper.keep();
}

const say = servePort<Painting>(self, {
  calls: {
    keep: async (): Promise<true> => {
      await paper?.keep();
      return true;
    },
    painted: (_, job) => {
      const bytes = Uint8Array.from(present().out("painted"));
      job.transfer(bytes.buffer);
      return bytes;
    },
    relief: (map, job) => {
      const bytes = Uint8Array.from(present().out(map));
      job.transfer(bytes.buffer);
      return bytes;
    },
    layered: (_, job) => {
      const bytes = Uint8Array.from(present().out("layered"));
      job.transfer(bytes.buffer);
      return bytes;
    },
    strip: async ({ brushes, width, height }, job) => {
      const all: { brush: Brush; pictures: Pictures }[] = [];
      let scale = 1;
      for (const brush of brushes) {
        const pictures = await fetchPictures(brush);
        if (!(await job.wanted())) return undefined;
        scale = Math.min(scale, pieceScale(brush, pictures, width, height));
        all.push({ brush, pictures });
      }
      for (const [index, { brush, pictures }] of all.entries()) {
        if (!colours || !(await job.wanted())) return undefined;
        const picture = await stripPiece(brush, pictures, width, height, scale, { colours, light }, brushes);
        job.say("piece", { index, picture }, [picture]);
      }
      return { scale };
    },
    outline: async (brush) => tipOutline(brush, await fetchPictures(brush)),
    pick: ({ x, y }) => present().colourAt(x, y),
    vignettes: async ({ brush, width, height }, job) => {
      if (!colours) return undefined;
      const pictures = await fetchPictures(brush);
      const look = { colours, light, grain: paperOf({ grain }) };
      const tip = await tipVignette(brush, pictures, width, height, look);
      const paint = await paintVignette(brush, pictures, width, height, look);
      const ground = await groundVignette(brush, pictures, width, height, look);
      job.transfer(tip, ground, paint);
      return { tip, ground, paint };
    },
  },
  tells: {
    open: ({ canvas, colours: first, proofs }) => {
      colours = first;
      paper = new Paper(canvas, first, proofs);
    },
    resize: async ({ width, height }) => sayProofed(await paper?.resize(width, height)),
    brush: async ({ brush, turn }) => {
      brushTurn = turn;
      if (await paper?.setBrush(brush, () => say("begun", { turn }))) say("proofed", { turn });
    },
    penDown: (number) => {
      stroke = number;
      counted = 0;
      paper?.penDown(number);
    },
    penMove: (samples) => {
      paper?.penMove(samples);
      counted += samples.length;
      say("shown", { stroke, samples: counted });
    },
    penUp: async () => {
      const proofs = paper?.penUp();
      acting(() => undefined);
      sayProofed(await proofs);
    },
    penDrop: async () => {
      const proofs = paper?.penDrop();
      acting(() => undefined);
      sayProofed(await proofs);
    },
    replay: (stroke) => acting((on) => on.replay(stroke)),
    manner: async (manner) => {
      colours = manner.colours;
      grain = manner.grain;
      light = manner.light;
      sayProofed(await paper?.setManner(manner));
    },
    refill: () => paper?.refill(),
    dry: () => acting((on) => on.dry()),
    takeBack: () => acting((on) => on.takeBack()),
    doAgain: () => acting((on) => on.doAgain()),
    clear: () => acting((on) => on.clear()),
    layers: (layers) => acting((on) => on.setLayers(layers)),
    takeUp: async (account) => {
      if (!paper) return;
      say("sheet", await paper.takeUp(account));
      say("acts", paper.acts);
    },
    fill: (what) => acting((on) => on.fill(what)),
  },
});
