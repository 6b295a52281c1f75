import { histogramOf } from "@core/desk/levels";
import { tipFindings } from "@core/desk/tip/findings";
import { weightCentre } from "@core/desk/tip/place";
import {
  blankSheet,
  likelySource,
  pictureOfSheet,
  sheetOfKept,
  sheetOfPicture,
  type TipSheet,
} from "@core/desk/tip/sheet";
import { stepName, type TipStep } from "@core/desk/tip/steps";
import { writeGreyAlpha16 } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { noPictures, type Picture, type Pictures } from "@core/picture/picture";
import { drawShape } from "@core/tip/shape/draw-shape";
import { fetchPictures } from "~/engine/fetch-pictures";
import { openPort, unlessDropped } from "~/port/open-port";
import { breath, servePort } from "~/port/serve-port";
import { TipCanvas } from "./canvas";
import { changed, newMember, TipFamily, travelled } from "./family";
import { FamilyKeeper } from "./keep-family";
import type { StepDoing, TipDesking, TipMember, TipPen, TipTry } from "./protocol";
import { pathOf, triedBrush, triesOf } from "./tries";

const THUMBNAIL = 48;
/** A step is told to be under way after so many ms. */
const PATIENCE = 150;
/** How hard a drawn shape is on the desk: its edge can be softened there. */
const HARDNESS = 0.9;

const family = new TipFamily();
let keeper: FamilyKeeper | undefined;
let canvas: TipCanvas | undefined;
let pen: TipPen | undefined;
let penPictures: Pictures = noPictures;
let tried: TipTry | undefined;
let turn = 0;
/** Ends the work on the step that is under way; undefined while there is none. */
let endStep: (() => void) | undefined;
let stroke = 0;
let counted = 0;

/** Shows the chosen tip, then what there is to say of it. @param load whether the canvas has another sheet by now */
async function show(load: boolean): Promise<void> {
  const { chosen } = family;
  if (!chosen) return;
  keeper?.keepSoon();
  if (load) canvas?.load(chosen.sheet);
  const { strength, map } = chosen.sheet;
  const members = await Promise.all(
    family.members.map(
      async ({ name, weight, sheet }): Promise<TipMember> => ({ name, weight, thumbnail: await thumbnailOf(sheet) }),
    ),
  );
  say(
    "sheet",
    {
      width: strength.width,
      height: strength.height,
      mapped: map !== undefined,
      undo: chosen.history.done.at(-1)?.label,
      redo: chosen.history.undone[0]?.label,
      greys: chosen.sheet.greys !== undefined,
      source: chosen.source,
      histogram: histogramOf(strength),
      centre: weightCentre(strength),
      aside: family.aside.length > 0,
      chosen: family.chosenPlace,
      members,
    },
    members.map(({ thumbnail }) => thumbnail),
  );
  await tryOut();
}

/** Looks at the tip as a brush has it; newer work ends it. */
async function tryOut(): Promise<void> {
  const now = ++turn;
  const { chosen, members } = family;
  if (!chosen || !tried) return;
  const still = async () => {
    await breath();
    return now === turn;
  };
  if (!(await still())) return;
  const centred = tried.pivot.every((at) => at === 0);
  say("findings", tipFindings(chosen.sheet.strength, tried.brush.tip.size, centred));
  if (!(await still())) return;
  const pictures = new Map<string, Picture>(members.map(({ sheet }, n) => [pathOf(n), pictureOfSheet(sheet)]));
  const others = await fetchPictures({ ...tried.brush, tip: { ...tried.brush.tip, shape: { kind: "ellipse" } } });
  const brush = triedBrush(
    tried,
    members.map(({ weight }) => weight),
    members.every(({ sheet }) => sheet.map),
  );
  const picture = await triesOf(brush, new Map([...others, ...pictures]), family.chosenPlace, still);
  if (picture) say("tries", picture, [picture]);
}

async function thumbnailOf({ strength }: TipSheet): Promise<ImageBitmap> {
  const { width, height, data } = strength;
  const scale = Math.min(1, THUMBNAIL / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
  const pixels = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++)
      pixels[(y * w + x) * 4 + 3] = 255 * data[Math.floor((y + 0.5) / scale) * width + Math.floor((x + 0.5) / scale)];
  }
  return createImageBitmap(new ImageData(pixels, w, h));
}

/** Does a step in a worker of its own, which can be ended; one at a time. */
async function doStep(step: TipStep): Promise<void> {
  const { chosen } = family;
  if (!chosen || endStep) return;
  const port = openPort<StepDoing>(new Worker(new URL("./tip-step.worker.ts", import.meta.url), { type: "module" }));
  const waiting = setTimeout(() => say("busy", stepName(step.kind)), PATIENCE);
  endStep = () => {
    clearTimeout(waiting);
    port.close();
    endStep = undefined;
    say("busy", undefined);
  };
  let made: TipSheet | undefined;
  try {
    made = await port.call("step", { sheet: chosen.sheet, step });
  } catch (error) {
    unlessDropped((fault) => {
      throw new Error(`${stepName(step.kind)} could not be done: ${fault}`);
    })(error);
  } finally {
    endStep?.();
  }
  if (!made) return;
  const sheet = made;
  family.alter(chosen.id, (member) => changed(member, sheet, stepName(step.kind)));
  await show(true);
}

async function openKept({ pictures, mapped }: TipDesking["tells"]["kept"]): Promise<void> {
  const kept = await Promise.all(
    pictures.map(async ({ address, weight }, n) => {
      const answer = await fetch(address);
      if (!answer.ok) throw new Error(`a picture of this tip could not be loaded (${answer.status})`);
      const picture = readTipPicture(new Uint8Array(await answer.arrayBuffer()), address);
      return { ...newMember(`tip ${n + 1}`, sheetOfKept(picture, mapped)), weight };
    }),
  );
  family.put(kept, "alone");
  await show(true);
}

const say = servePort<TipDesking>(self, {
  calls: {
    export: ({ mapped }, job) => {
      const files = family.members.map(({ sheet }) => {
        const { width, height, data } = pictureOfSheet(mapped ? sheet : { strength: sheet.strength });
        return Uint8Array.from(writeGreyAlpha16(data as Uint16Array, width, height));
      });
      job.transfer(...files.map(({ buffer }) => buffer));
      return files;
    },
    keep: async (): Promise<true> => {
      await keeper?.keep();
      return true;
    },
  },
  tells: {
    canvas: (offscreen) => {
      canvas = new TipCanvas(offscreen);
    },
    blank: ({ side, goes }) => {
      family.put([newMember("blank sheet", blankSheet(side, side))], goes);
      return show(true);
    },
    shape: ({ shape, side, goes }) => {
      const data = Float32Array.from(drawShape(shape, side, HARDNESS, 1));
      family.put([newMember(shape.kind, { strength: { width: side, height: side, data } })], goes);
      return show(true);
    },
    open: ({ picture, name, goes }) => {
      const source = likelySource(picture);
      const plain = name.replace(/\.[^.]*$/, "");
      family.put([newMember(plain, sheetOfPicture(picture, source), { picture, source })], goes);
      return show(true);
    },
    kept: openKept,
    source: (source) => {
      family.readAgain(source);
      return show(true);
    },
    step: doStep,
    cancel: () => endStep?.(),
    travel: (way) => {
      if (!family.chosen || endStep) return;
      family.alter(family.chosen.id, (member) => travelled(member, way));
      return show(true);
    },
    pen: async (next) => {
      pen = next;
      penPictures = await fetchPictures(next.brush);
    },
    try: (next) => {
      tried = next;
      return tryOut();
    },
    penDown: (number) => {
      stroke = number;
      counted = 0;
      if (pen && family.chosen && !endStep) canvas?.penDown(pen, penPictures, number);
    },
    penMove: (samples) => {
      canvas?.penMove(samples);
      counted += samples.length;
      say("shown", { stroke, samples: counted });
    },
    penUp: () => {
      const sheet = canvas?.penUp();
      if (!sheet || !family.chosen) return;
      family.alter(family.chosen.id, (member) => changed(member, { ...sheet, greys: member.sheet.greys }, "stroke"));
      return show(false);
    },
    choose: (place) => {
      family.choose(place);
      return show(true);
    },
    remove: (place) => {
      family.remove(place);
      return show(true);
    },
    move: ({ member, to }) => {
      family.move(member, to);
      return show(true);
    },
    weigh: ({ member, weight }) => {
      family.weigh(member, weight);
      return show(false);
    },
    takeUp: async (key) => {
      keeper = new FamilyKeeper(key, family);
      const { left, aside } = await keeper.read();
      family.takeUp(left, aside);
      return show(true);
    },
    bringBack: () => {
      family.bringBack();
      return show(true);
    },
    evenOut: () => {
      family.evenOut();
      return show(true);
    },
  },
});
