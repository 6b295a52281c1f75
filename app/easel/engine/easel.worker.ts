import { type Brush, brushPictures } from "@core/brush";
import { picturesOfStudy, type StudyPackage, unpackStudy } from "@core/formats/study";
import { noPictures } from "@core/picture/picture";
import type { Act } from "@core/study/act";
import { standingActs } from "@core/study/standing";
import { fetchPictures } from "~/engine/fetch-pictures";
import { tipOutline } from "~/engine/outline";
import { servePort } from "~/port/serve-port";
import { rollOf } from "../roll/roll-model";
import { Easel } from "./easel";
import type { EaselWork, Watched } from "./protocol";

let easel: Easel | undefined;
let equipped: Promise<unknown> = Promise.resolve();
/** Brushes whose pictures could not be fetched. */
const unequipped = new Map<string, Brush>();
/** The picture that is being led somewhere: nothing is played before it is there. */
let seeking: Promise<unknown> = Promise.resolve();
/** What is put off until the hand rests, and how long that is, ms. */
let resting: ReturnType<typeof setTimeout> | undefined;
const REST = 120;
let lighting: ReturnType<typeof setTimeout> | undefined;
/** What is being played, if anything is. */
let playing: object | undefined;
/** How often what is played is shown anew, how long one may take for it, and the most that is caught up, ms. */
const FRAME = 15;
const BUDGET = 25;
const MOST_STEP = 100;
let stroke = 0;
let counted = 0;

/** @throws Error where a canvas was never handed over */
function present(): Easel {
  if (!easel) throw new Error("there is no study yet");
  return easel;
}

/** Lays a brush ready with its pictures. @throws Error where one cannot be fetched */
async function equip(on: Easel, hash: string, brush: Brush): Promise<void> {
  on.equip(hash, brush, await fetchPictures(brush));
  unequipped.delete(hash);
}

/** Tries once more to fetch what the brushes of a log need. @throws Error that says which picture is missing, and why */
async function equipFor(log: readonly Act[]): Promise<void> {
  const used = new Set(log.flatMap((act) => ("brush" in act ? [act.brush] : [])));
  for (const [hash, brush] of unequipped) if (used.has(hash)) await equip(present(), hash, brush);
}

/** Lays a study ready to be watched. */
function watchStudy(on: Easel, study: StudyPackage): Watched {
  const pictures = picturesOfStudy(study);
  for (const [hash, brush] of study.brushes) on.equip(hash, brush, pictures.get(hash) ?? noPictures);
  const acts = standingActs(study.acts);
  on.load(acts.map(({ act }) => act));
  return {
    roll: rollOf(acts, study, (hash) => study.brushes.get(hash)),
    instruments: [...study.brushes].map(([hash, brush]) => ({ hash, brush })),
  };
}

/** Plays on by itself until it is stopped. */
function playAt(speed: number): void {
  let last = performance.now();
  const run = {};
  playing = run;
  const step = () => {
    if (playing !== run || !easel) return;
    const now = performance.now();
    const goes = easel.advance(Math.min(MOST_STEP, now - last) * speed, BUDGET);
    last = now;
    say("place", easel.place);
    if (goes) setTimeout(step, FRAME);
    else playing = undefined;
  };
  step();
}

function stopPlaying(): void {
  playing = undefined;
  easel?.pause();
}

/** Says what has joined the log. */
function sayActed(entry: ReturnType<Easel["penUp"]>): void {
  if (!entry || !easel) return;
  say("acted", { ...entry, state: easel.state });
  clearTimeout(resting);
  resting = setTimeout(() => easel?.tidy(), REST);
}

const say = servePort<EaselWork>(self, {
  calls: {
    open: async (log, job) => {
      await equipped;
      await equipFor(log);
      const opened = await present().open(
        log,
        (done, of) => job.say("opening", { done, of }),
        () => job.wanted(),
      );
      return opened ? present().state : undefined;
    },
    watch: async ({ address }) => {
      const answer = await fetch(address);
      if (!answer.ok) throw new Error(`the demonstration could not be fetched (${answer.status})`);
      return watchStudy(present(), unpackStudy(new Uint8Array(await answer.arrayBuffer())));
    },
    lookAt: async ({ count }, job) => {
      stopPlaying();
      await equipped;
      const there = present().lookAt(count, () => job.wanted());
      seeking = there.catch(() => undefined);
      return there;
    },
    takeUp: () => {
      stopPlaying();
      return present().takeUp();
    },
    pick: ({ x, y }) => present().colourAt(x, y),
    outline: async (brush) => tipOutline(brush, await fetchPictures(brush)),
    progressives: async ({ longest }, job) => {
      const found = await present().progressives(longest, () => job.wanted());
      if (found) job.transfer(...found.flatMap(({ alone, upTo }) => [alone, upTo]));
      return found ?? [];
    },
    layered: (_, job) => {
      const bytes = Uint8Array.from(present().out.layered());
      job.transfer(bytes.buffer);
      return bytes;
    },
    relief: (map, job) => {
      const bytes = Uint8Array.from(present().out.relief(map));
      job.transfer(bytes.buffer);
      return bytes;
    },
    flat: (_, job) => {
      const bytes = Uint8Array.from(present().out.flat());
      job.transfer(bytes.buffer);
      return bytes;
    },
    picture: async ({ longest }, job) => {
      const bytes = await present().out.seen(longest);
      job.transfer(bytes.buffer);
      return bytes;
    },
  },
  tells: {
    begin: ({ canvas, sheet, instruments }) => {
      const made = new Easel(canvas, sheet);
      easel = made;
      for (const { hash, brush } of instruments) made.equip(hash, brush, noPictures);
      // A brush whose pictures cannot be had must not keep the others from painting.
      const drawn = instruments.filter(({ brush }) => brushPictures(brush).length > 0);
      for (const { hash, brush } of drawn) unequipped.set(hash, brush);
      equipped = Promise.allSettled(drawn.map(({ hash, brush }) => equip(made, hash, brush)));
    },
    watchAgain: () => {
      stopPlaying();
      easel?.watchAgain();
    },
    play: async ({ speed }) => {
      playing = undefined;
      await equipped;
      await seeking;
      easel?.play();
      playAt(speed);
    },
    pause: () => {
      stopPlaying();
      if (easel) say("place", easel.place);
    },
    framing: (framing) => easel?.frame(framing),
    light: (light) => {
      // A slider asks for more of them than there is time for: the newest counts.
      clearTimeout(lighting);
      lighting = setTimeout(() => easel?.lightBy(light), 0);
    },
    penDown: (asked) => {
      stroke = asked.stroke;
      counted = 0;
      if (!easel?.penDown(asked.head)) say("none", null);
    },
    penMove: (samples) => {
      easel?.penMove(samples);
      counted += samples.length;
      say("shown", { stroke, samples: counted });
    },
    penUp: () => {
      if (!easel?.paints) return;
      const entry = easel.penUp();
      if (entry) sayActed(entry);
      else say("none", null);
    },
    penDrop: () => {
      if (!easel?.paints) return;
      easel.penDrop();
      say("none", null);
    },
    act: (act) => sayActed(easel?.act(act)),
    back: ({ at }) => sayActed(easel?.back(at)),
    again: ({ at }) => sayActed(easel?.again(at)),
  },
});
