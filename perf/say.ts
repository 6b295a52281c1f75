import type { DeskTimes } from "./desk";
import type { HairRow, ThickRow } from "./hairs";
import type { KnifeRow } from "./knife";
import type { LayersSpeed } from "./layers";
import type { measureMarks } from "./marks";
import type { Memory } from "./memory";
import type { measureMixing } from "./mixing";
import type { PictureRow } from "./pictures";
import type { BenchDelays, Delay } from "./served/bench";
import type { EditionFigures } from "./served/editions";
import type { ShelfFigures } from "./served/shelf";
import type { TrayDelays } from "./served/tray";
import type { StampRow } from "./stamping";
import type { StudyFigures } from "./study";
import type { UndoTimes } from "./undo";
import type { WashSpeed } from "./wash";
import type { WetRow } from "./wet";
import type { WorkFigures } from "./work";

/** What is measured in one run, part by part. */
export interface Figures {
  readonly stamping: readonly StampRow[];
  readonly pictures: readonly PictureRow[];
  readonly mixing: ReturnType<typeof measureMixing>;
  readonly hairs: readonly HairRow[];
  readonly thick: readonly ThickRow[];
  readonly knife: readonly KnifeRow[];
  readonly wet: readonly WetRow[];
  readonly wash: WashSpeed;
  readonly layers: LayersSpeed;
  readonly marks: ReturnType<typeof measureMarks>;
  readonly memory: Memory;
  readonly growth: number;
  readonly work: WorkFigures;
  readonly desk: DeskTimes;
  readonly undo: UndoTimes;
  readonly study: StudyFigures;
  /** Undefined without a database. */
  readonly start: number | undefined;
  /** Undefined without a server. */
  readonly shelf: ShelfFigures | undefined;
  /** Undefined without a server. */
  readonly editions: EditionFigures | undefined;
  /** Undefined without a server. */
  readonly bench: BenchDelays | undefined;
  /** Undefined without a server. */
  readonly tray: TrayDelays | undefined;
}

const cell = (value: number) => value.toFixed(0).padStart(8);
const ratio = (value: number) => `${value.toFixed(2)}×`.padStart(8);
const sized = (size: number) => String(size).padStart(5);
const delays = ({ p50, p95 }: Delay) => `p50 ${p50.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`;

/** How each part's figures are told, in lines. */
const lines: { readonly [part in keyof Figures]: (figures: NonNullable<Figures[part]>) => readonly string[] } = {
  stamping: (rows) => [
    "marks along a stroke, Mpx/s",
    " size    cover    tint  stroke    once    Skia | cover÷Skia tint÷Skia stroke÷Skia stroke÷cover once÷cover",
    ...rows.map(
      ({ size, along: { cover, tint, stroke, whole, skia } }) =>
        `${sized(size)}${cell(cover)}${cell(tint)}${cell(stroke)}${cell(whole)}${cell(skia)} |  ${ratio(cover / skia)} ${ratio(tint / skia)} ${ratio(stroke / skia)} ${ratio(stroke / cover)} ${ratio(whole / cover)}`,
    ),
    "as many marks scattered over the sheet, Mpx/s",
    " size    cover    tint    Skia | cover÷Skia tint÷Skia",
    ...rows.map(
      ({ size, about: { cover, tint, skia } }) =>
        `${sized(size)}${cell(cover)}${cell(tint)}${cell(skia)} |  ${ratio(cover / skia)} ${ratio(tint / skia)}`,
    ),
  ],
  pictures: (rows) => [
    "picture tips, whole strokes, Mpx/s: all alike, sized by chance, turned and sized by chance, by heading and pressure; turned ÷ alike, turned ÷ sized",
    ...rows.map(
      ({ size, still, sized: own, turning, following }) =>
        `${sized(size)}${cell(still)}${cell(own)}${cell(turning)}${cell(following)} |  ${ratio(turning / still)} ${ratio(turning / own)}`,
    ),
  ],
  mixing: (rows) => [
    "mixing: px/s of travel that it keeps up with at spacing 0.1, and how many times a fast hand's 2 000 px/s",
    ...rows.map(
      ({ size, taking, space, speed }) =>
        `${sized(size)}  ${taking.padEnd(8)} ${space.padEnd(8)}${cell(speed)} ${ratio(speed / 2000)}`,
    ),
  ],
  hairs: (rows) => [
    "a round bundle of 120 hairs, 60 px: a stroke swept, and stamped at this spacing, ms; stamped ÷ swept",
    ...rows.map(
      ({ spacing, swept, stamped }) =>
        `${spacing.toFixed(2).padStart(5)}${swept.toFixed(1).padStart(8)}${stamped.toFixed(1).padStart(8)} |  ${ratio(stamped / swept)}`,
    ),
  ],
  thick: (rows) => [
    "a flat that lays thick paint and takes up what it meets, hair by hair: px/s of travel that it keeps up with",
    ...rows.map(({ size, hairs, speed }) => `${sized(size)} px, ${hairs} hairs${cell(speed)}`),
  ],
  knife: (rows) => [
    "a knife that is dragged through thick paint everywhere: px/s of travel; from pen-up to done; what is lost of the paint in its way",
    ...rows.map(
      ({ size, long, speed, end, lost }) =>
        `${sized(size)} px through ${long} px${cell(speed)} px/s; ${end.toFixed(0)} ms; ${(lost * 100).toFixed(2)} %`,
    ),
  ],
  wet: (rows) => [
    "whole strokes, times a plain one of the same marks: grain, rim, body, softening, water",
    ...rows.map(
      ({ size, grain, rim, body, soften, wash }) =>
        `${sized(size)}  ${ratio(grain)} ${ratio(rim)} ${ratio(body)} ${ratio(soften)} ${ratio(wash)}`,
    ),
  ],
  wash: ({ oneColour, colours }) => [
    `a wet region of 1000×1000 px dries at ${oneColour.toFixed(0)} steps a second in one colour, ${colours.toFixed(0)} in several`,
  ],
  shelf: ({ firstByte, key, sifted, facets, bench, desk, strips }) => [
    `a shelf of 10 000 brushes: first byte ${delays(firstByte)}`,
    `a key in its search to the whole answer ${delays(key)}; sifted by two traits and a tag, by width ${delays(sifted)}; counts ${delays(facets)}`,
    `first byte of the bench beside it ${delays(bench)}; of the tip desk ${delays(desk)}`,
    `300 strokes that nobody has asked for before, by six connections: ${strips.toFixed(1)} s`,
  ],
  editions: ({ publishing, paint }) => [
    `a hundred measured brushes published in ${publishing.toFixed(1)} s; first paint of an edition’s page ${delays(paint)}`,
  ],
  layers: ({ ours, skia, shown }) => [
    `ten layers of 4000×3000 px flattened in ${ours.toFixed(0)} ms, by Skia in ${skia.toFixed(0)} ms: ${(skia / ours).toFixed(2)}×`,
    ...shown.map(
      ({ size, ms, tiles }) =>
        `ten layers of 6000×4500 px, ${size} px brush: marks to shown tiles in ${ms.toFixed(2)} ms, ${tiles} tiles`,
    ),
  ],
  marks: ({ plain, driven }) => [
    `marks a second: ${(plain / 1e6).toFixed(2)} M plain, ${(driven / 1e6).toFixed(2)} M driven`,
  ],
  memory: ({ empty, full, reading, made, painted }) => [
    `6000×4500 px: empty ${(empty / 1024).toFixed(0)} kB, full ${full.toFixed(3)} times its tiles`,
    `allocated for each of a million marks: ${made.toFixed(1)} bytes made, ${painted.toFixed(1)} bytes painted; for each reading of the hand ${reading.toFixed(0)} bytes`,
  ],
  growth: (exponent) => [`time grows with (marks × area)^${exponent.toFixed(3)}`],
  work: ({ perSecond, slower, faster, worst }) => [
    `what painting costs, as it is estimated before: ${(perSecond / 1e6).toFixed(0)} M a second; all but 5 % take no more than ${slower.toFixed(1)} times that, and no less than a ${faster.toFixed(1)}th; worst: ${worst.name}, ${worst.times.toFixed(1)} times`,
  ],
  desk: ({ open, tile, resize, sharpResize, levels, sharpLevels, steps }) => [
    `desk: 4096² px opened in ${open.toFixed(0)} ms, 2048² px made to tile in ${tile.toFixed(0)} ms`,
    `desk, 2048² px: halved in ${resize.toFixed(0)} ms (sharp ${sharpResize.toFixed(0)}), levels in ${levels.toFixed(0)} ms (sharp ${sharpLevels.toFixed(0)})`,
    `desk, a tip of 1024² px: ${Object.entries(steps)
      .map(([step, ms]) => `${step} ${ms.toFixed(0)} ms`)
      .join(", ")}`,
  ],
  study: ({ replay, back, memory, browser }) => [
    `the demo study is replayed ${replay.toFixed(0)} times as fast as it was painted`,
    `a step back in a study of 4000×3000 px, five full layers, 500 strokes: p95 ${back.toFixed(1)} ms`,
    `memory there: ${memory.toFixed(2)} times that of the tiles alone`,
    ...(browser
      ? [
          `first picture of a player after ${browser.first.toFixed(0)} ms; pointer to pixels there with five layers: ${delays(browser)}`,
        ]
      : []),
  ],
  undo: ({ strokes, back, again, anew }) => [
    `after ${strokes} strokes: one taken back in ${back.toFixed(1)} ms, made again in ${again.toFixed(1)} ms (p95); all painted anew in ${anew.toFixed(0)} ms`,
  ],
  start: (ms) => [`a server without the demo serves after ${ms.toFixed(0)} ms of processor time`],
  tray: ({ outline, proof, opening }) => [
    `another brush by the tray, to its outline: ${delays(outline)}; to its first proof: ${delays(proof)}`,
    `a brush from the shelf to ink on the bench's paper: ${delays(opening)}`,
  ],
  bench: ({ flow, hardness, pointer, mixing, dragging, dragged, water, washed, blocked }) => [
    `slider of the flow to the first proof: ${delays(flow.first)}; to all: ${delays(flow.all)}`,
    `slider of the hardness, mostly a new tip, to the first proof: ${delays(hardness.first)}; to all: ${delays(hardness.all)}`,
    `pointer to pixels: ${delays(pointer)}`,
    `pointer to pixels, mixing at 500 px: ${delays(mixing)}`,
    `pointer to pixels, dragging at 500 px: ${delays(dragging)}; from pen-up to dry ${dragged.toFixed(0)} ms`,
    `pointer to pixels, a wash at 100 px: ${delays(water)}; from pen-up to dry ${washed.toFixed(0)} ms`,
    `the page's own thread while drawing: ${blocked === 0 ? "never blocked over 50 ms" : `blocked for ${blocked.toFixed(0)} ms`}`,
  ],
};

/** The lines of one part. */
export function linesOf<Part extends keyof Figures>(part: Part, figures: Figures[Part]): readonly string[] {
  return figures === undefined || figures === null ? [] : lines[part](figures);
}
