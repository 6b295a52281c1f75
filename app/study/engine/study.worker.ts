import { brushPictures } from "@core/brush";
import { fetchPictures } from "~/engine/fetch-pictures";
import { tipOutline } from "~/engine/outline";
import { servePort } from "~/port/serve-port";
import type { StudyPainting } from "./protocol";
import { StudyPaper } from "./study-paper";

let paper: StudyPaper | undefined;
let equipped: Promise<unknown> = Promise.resolve();
let stroke = 0;
let counted = 0;

/** @throws Error where a canvas was never handed over */
function present(): StudyPaper {
  if (!paper) throw new Error("there is no study yet");
  return paper;
}

/** Says what has joined the log. */
function sayActed(entry: ReturnType<StudyPaper["penUp"]>): void {
  if (entry && paper) say("acted", { ...entry, state: paper.state });
}

const say = servePort<StudyPainting>(self, {
  calls: {
    open: async (log, job) => {
      await equipped;
      const opened = await present().open(
        log,
        (done, of) => job.say("opening", { done, of }),
        () => job.wanted(),
      );
      return opened ? present().state : undefined;
    },
    pick: ({ x, y }) => present().colourAt(x, y),
    outline: async (brush) => tipOutline(brush, await fetchPictures(brush)),
    progressives: async ({ longest }, job) => {
      const found = await present().progressives(longest, () => job.wanted());
      if (found) job.transfer(...found.flatMap(({ alone, upTo }) => [alone, upTo]));
      return found ?? [];
    },
    picture: async ({ longest }, job) => {
      const bytes = await present().picture(longest);
      job.transfer(bytes.buffer);
      return bytes;
    },
  },
  tells: {
    begin: ({ canvas, sheet, instruments }) => {
      const made = new StudyPaper(canvas, sheet, new Map(instruments.map(({ hash, brush }) => [hash, brush])));
      paper = made;
      // A brush whose pictures cannot be had must not keep the others from painting.
      equipped = Promise.allSettled(
        instruments
          .filter(({ brush }) => brushPictures(brush).length > 0)
          .map(async ({ hash, brush }) => made.equip(hash, await fetchPictures(brush))),
      );
    },
    framing: (framing) => paper?.frame(framing),
    penDown: (asked) => {
      stroke = asked.stroke;
      counted = 0;
      paper?.penDown(asked.head);
    },
    penMove: (samples) => {
      paper?.penMove(samples);
      counted += samples.length;
      say("shown", { stroke, samples: counted });
    },
    penUp: () => sayActed(paper?.penUp()),
    penDrop: () => paper?.penDrop(),
    act: (act) => sayActed(paper?.act(act)),
    back: ({ at }) => sayActed(paper?.back(at)),
    again: ({ at }) => sayActed(paper?.again(at)),
  },
});
