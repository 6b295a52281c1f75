import { histogramOf } from "@core/desk/levels";
import { evenedOut } from "@core/desk/tip/family";
import { tipFindings } from "@core/desk/tip/findings";
import { weightCentre } from "@core/desk/tip/place";
import {
  blankSheet,
  likelySource,
  pictureOfSheet,
  type StrengthSource,
  sheetOfKept,
  sheetOfPicture,
  type TipSheet,
} from "@core/desk/tip/sheet";
import { stepNames, type TipStep } from "@core/desk/tip/steps";
import { writeGreyAlpha16 } from "@core/formats/png/png";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { noPictures, type Picture, type Pictures } from "@core/picture/picture";
import { drawShape } from "@core/tip/shape/draw-shape";
import { MOST_PICTURES } from "@core/tip/shape/shape";
import { fetchPictures } from "~/engine/fetch-pictures";
import { TipCanvas } from "./canvas";
import { change, type Member, newMember, travel } from "./family";
import type { Goes, StepTell, TipAsk, TipMember, TipPen, TipTell, TipTry } from "./protocol";
import { pathOf, triedBrush, triesOf } from "./tries";

const THUMBNAIL = 48;
/** A step is told to be under way after so many ms. */
const PATIENCE = 150;
/** How hard a drawn shape is on the desk: its edge can be softened there. */
const HARDNESS = 0.9;

let canvas: TipCanvas | undefined;
let members: Member[] = [];
let chosen = 0;
let pen: TipPen | undefined;
let penPictures: Pictures = noPictures;
let tried: TipTry | undefined;
let turn = 0;
let stepper: Worker | undefined;
/** Ends the work on the step that is under way. */
let ended: (() => void) | undefined;
let stroke = 0;
let counted = 0;

const tell = (message: TipTell, transfer: Transferable[] = []) => postMessage(message, { transfer });

/** Puts new tips on the desk. */
function put(added: readonly Member[], goes: Goes): void {
  if (goes === "alone") members = [];
  if (members.length + added.length > MOST_PICTURES) throw new RangeError(`a family has ${MOST_PICTURES} tips at most`);
  members.push(...added);
  chosen = members.length - added.length;
  void show(true);
}

/** Shows the chosen tip, then what there is to say of it. @param load whether the canvas has another sheet by now */
async function show(load: boolean): Promise<void> {
  const member = members[chosen];
  if (!member) return;
  if (load) canvas?.load(member.sheet);
  const { strength, map } = member.sheet;
  const shown = await Promise.all(
    members.map(
      async ({ name, weight, sheet }): Promise<TipMember> => ({ name, weight, thumbnail: await thumbnailOf(sheet) }),
    ),
  );
  tell(
    {
      kind: "sheet",
      width: strength.width,
      height: strength.height,
      mapped: map !== undefined,
      undo: member.undo.at(-1)?.step,
      redo: member.redo.at(-1)?.step,
      greys: member.sheet.greys !== undefined,
      source: member.source,
      histogram: histogramOf(strength),
      centre: weightCentre(strength),
      chosen,
      members: shown,
    },
    shown.map(({ thumbnail }) => thumbnail),
  );
  await tryOut();
}

/** Looks at the tip as a brush has it; newer work ends it. */
async function tryOut(): Promise<void> {
  const now = ++turn;
  const member = members[chosen];
  if (!member || !tried) return;
  const still = async () => {
    await new Promise((resolve) => setTimeout(resolve));
    return now === turn;
  };
  if (!(await still())) return;
  const largest = tried.brush.tip.size;
  tell({
    kind: "findings",
    findings: tipFindings(
      member.sheet.strength,
      largest,
      tried.pivot.every((at) => at === 0),
    ),
  });
  if (!(await still())) return;
  const pictures = new Map<string, Picture>(members.map(({ sheet }, n) => [pathOf(n), pictureOfSheet(sheet)]));
  const others = await fetchPictures({ ...tried.brush, tip: { ...tried.brush.tip, shape: { kind: "ellipse" } } });
  const brush = triedBrush(
    tried,
    members.map(({ weight }) => weight),
    members.every(({ sheet }) => sheet.map),
  );
  const picture = await triesOf(brush, new Map([...others, ...pictures]), chosen, still);
  if (picture) tell({ kind: "tries", picture }, [picture]);
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

/** Does a step in a worker of its own, which can be ended. */
function begin(step: TipStep): void {
  const member = members[chosen];
  if (!member || stepper) return;
  const worker = new Worker(new URL("./tip-step.worker.ts", import.meta.url), { type: "module" });
  stepper = worker;
  const waiting = setTimeout(() => tell({ kind: "busy", step: stepNames[step.kind] }), PATIENCE);
  worker.addEventListener("message", ({ data }: MessageEvent<StepTell>) => {
    if (stepper !== worker) return;
    finish();
    if (data.kind === "fault") {
      tell({ kind: "fault", message: data.message });
      return;
    }
    change(member, data.sheet, stepNames[step.kind]);
    void show(true);
  });
  worker.addEventListener("error", ({ message }) => {
    finish();
    tell({
      kind: "fault",
      message: `${stepNames[step.kind]} could not be done: ${message || "its worker did not start"}`,
    });
  });
  const finish = () => {
    clearTimeout(waiting);
    worker.terminate();
    stepper = undefined;
    tell({ kind: "busy", step: undefined });
  };
  ended = finish;
  worker.postMessage({ sheet: member.sheet, step });
}

function open({ picture, name, goes }: Extract<TipAsk, { kind: "open" }>): void {
  const source = likelySource(picture);
  put([newMember(name.replace(/\.[^.]*$/, ""), sheetOfPicture(picture, source), { picture, source })], goes);
}

async function openKept({ pictures, mapped }: Extract<TipAsk, { kind: "kept" }>): Promise<void> {
  const kept = await Promise.all(
    pictures.map(async ({ address, weight }, n) => {
      const answer = await fetch(address);
      if (!answer.ok) throw new Error(`a picture of this tip could not be loaded (${answer.status})`);
      return {
        ...newMember(
          `tip ${n + 1}`,
          sheetOfKept(readTipPicture(new Uint8Array(await answer.arrayBuffer()), address), mapped),
        ),
        weight,
      };
    }),
  );
  put(kept, "alone");
}

function readAgain(source: StrengthSource): void {
  const member = members[chosen];
  if (!member?.picture) return;
  change(member, sheetOfPicture(member.picture, source), "what of the picture is strong");
  member.source = source;
  void show(true);
}

function exported(mapped: boolean): void {
  const files = members.map(({ sheet }) => {
    const { width, height, data } = pictureOfSheet(mapped ? sheet : { strength: sheet.strength });
    return Uint8Array.from(writeGreyAlpha16(data as Uint16Array, width, height));
  });
  tell(
    { kind: "exported", files },
    files.map(({ buffer }) => buffer),
  );
}

async function answer(ask: TipAsk): Promise<unknown> {
  const member: Member | undefined = members[chosen];
  switch (ask.kind) {
    case "canvas":
      canvas = new TipCanvas(ask.canvas);
      return;
    case "blank":
      return put([newMember("blank sheet", blankSheet(ask.side, ask.side))], ask.goes);
    case "shape": {
      const data = Float32Array.from(drawShape(ask.shape, ask.side, HARDNESS, 1));
      return put([newMember(ask.shape.kind, { strength: { width: ask.side, height: ask.side, data } })], ask.goes);
    }
    case "open":
      return open(ask);
    case "kept":
      return openKept(ask);
    case "source":
      return readAgain(ask.source);
    case "step":
      return begin(ask.step);
    case "cancel":
      return ended?.();
    case "undo":
    case "redo":
      if (!member || stepper) return;
      travel(member, ask.kind);
      return show(true);
    case "pen":
      pen = ask.pen;
      penPictures = await fetchPictures(ask.pen.brush);
      return;
    case "try":
      tried = ask.try;
      return tryOut();
    case "pen-down":
      stroke = ask.stroke;
      counted = 0;
      if (pen && member && !stepper) canvas?.penDown(pen, penPictures, ask.stroke);
      return;
    case "pen-move":
      canvas?.penMove(ask.samples);
      counted += ask.samples.length;
      return tell({ kind: "shown", stroke, samples: counted });
    case "pen-up": {
      const sheet = canvas?.penUp();
      if (!sheet || !member) return;
      change(member, { ...sheet, greys: member.sheet.greys }, "stroke");
      return show(false);
    }
    case "choose":
      chosen = Math.min(members.length - 1, ask.member);
      return show(true);
    case "remove":
      if (members.length < 2) return;
      members.splice(ask.member, 1);
      chosen = Math.min(chosen, members.length - 1);
      return show(true);
    case "move":
      members.splice(ask.to, 0, ...members.splice(ask.member, 1));
      chosen = ask.to;
      return show(true);
    case "weight":
      members[ask.member].weight = ask.weight;
      return show(false);
    case "even-out":
      evenedOut(members.map(({ sheet }) => sheet)).forEach((sheet, n) => {
        if (sheet !== members[n].sheet) change(members[n], sheet, "even out the family");
      });
      return show(true);
    case "export":
      return exported(ask.mapped);
  }
}

addEventListener("message", ({ data }: MessageEvent<TipAsk>) => {
  answer(data).catch((error: unknown) =>
    tell({ kind: "fault", message: error instanceof Error ? error.message : String(error) }),
  );
});
