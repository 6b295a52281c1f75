import { measureBench } from "./bench";
import { measureDesk } from "./desk";
import { measureGrowth } from "./growth";
import { measureLayers } from "./layers";
import { measureMarks } from "./marks";
import { measureMemory } from "./memory";
import { measureMixing } from "./mixing";
import { measurePictures } from "./pictures";
import { measureStamping } from "./stamping";
import { measureWet } from "./wet";

// Prints all measurements of one run, as a table or with --json as one JSON object.
const stamping = [16, 64, 256, 1024].map(measureStamping);
const pictures = [32, 128, 400].map(measurePictures);
const mixing = [512, 1024].flatMap(measureMixing);
const wet = [32, 100, 400].map(measureWet);
const layers = measureLayers();
const marks = measureMarks();
const memory = measureMemory();
const growth = measureGrowth();
const desk = await measureDesk();
const bench = process.env.BROSSE_TEST_ADDRESS ? await measureBench(process.env.BROSSE_TEST_ADDRESS) : undefined;

if (process.argv.includes("--json")) {
  const ratios = stamping.map(({ size, along, about }) => ({
    size,
    along: { coverToSkia: along.cover / along.skia, tintToSkia: along.tint / along.skia, strokeToSkia: along.stroke / along.skia, strokeToCover: along.stroke / along.cover },
    about: { coverToSkia: about.cover / about.skia, tintToSkia: about.tint / about.skia },
  }));
  process.stdout.write(`${JSON.stringify({ unit: "Mpx/s", stamping, ratios, pictures, mixing, wet, layers, marksASecond: marks, memory, growth, desk, bench }, null, 2)}\n`);
} else {
  const cell = (value: number) => value.toFixed(0).padStart(8);
  const ratio = (value: number) => `${value.toFixed(2)}×`.padStart(8);
  const say = (line: string) => process.stdout.write(`${line}\n`);
  say("marks along a stroke, Mpx/s");
  say(" size    cover    tint  stroke    Skia | cover÷Skia tint÷Skia stroke÷cover");
  for (const { size, along } of stamping)
    say(
      `${String(size).padStart(5)}${cell(along.cover)}${cell(along.tint)}${cell(along.stroke)}${cell(along.skia)} |  ${ratio(along.cover / along.skia)} ${ratio(along.tint / along.skia)} ${ratio(along.stroke / along.cover)}`,
    );
  say("as many marks scattered over the sheet, Mpx/s");
  say(" size    cover    tint    Skia | cover÷Skia tint÷Skia");
  for (const { size, about } of stamping)
    say(`${String(size).padStart(5)}${cell(about.cover)}${cell(about.tint)}${cell(about.skia)} |  ${ratio(about.cover / about.skia)} ${ratio(about.tint / about.skia)}`);
  say("picture tips, whole strokes, Mpx/s: all alike, sized by chance, turned and sized by chance, by heading and pressure; turned ÷ alike, turned ÷ sized");
  for (const { size, still, sized, turning, following } of pictures)
    say(`${String(size).padStart(5)}${cell(still)}${cell(sized)}${cell(turning)}${cell(following)} |  ${ratio(turning / still)} ${ratio(turning / sized)}`);
  say("mixing: px/s of travel that it keeps up with at spacing 0.1, and how many times a fast hand's 2 000 px/s");
  for (const { size, taking, space, speed } of mixing) say(`${String(size).padStart(5)}  ${taking.padEnd(8)} ${space.padEnd(8)}${cell(speed)} ${ratio(speed / 2000)}`);
  say("whole strokes, times a plain one of the same marks: grain, rim, body, water");
  for (const { size, grain, rim, body, soften } of wet) say(`${String(size).padStart(5)}  ${ratio(grain)} ${ratio(rim)} ${ratio(body)} ${ratio(soften)}`);
  say(`ten layers of 4000×3000 px flattened in ${layers.ours.toFixed(0)} ms, by Skia in ${layers.skia.toFixed(0)} ms: ${(layers.skia / layers.ours).toFixed(2)}×`);
  for (const { size, ms, tiles } of layers.shown) say(`ten layers of 6000×4500 px, ${size} px brush: marks to shown tiles in ${ms.toFixed(2)} ms, ${tiles} tiles`);
  say(`marks a second: ${(marks.plain / 1e6).toFixed(2)} M plain, ${(marks.driven / 1e6).toFixed(2)} M driven`);
  say(`6000×4500 px: empty ${(memory.empty / 1024).toFixed(0)} kB, full ${memory.full.toFixed(3)} times its tiles`);
  say(`allocated for each of a million marks: ${memory.made.toFixed(1)} bytes made, ${memory.painted.toFixed(1)} bytes painted`);
  say(`time grows with (marks × area)^${growth.toFixed(3)}`);
  say(`desk: 4096² px opened in ${desk.open.toFixed(0)} ms, 2048² px made to tile in ${desk.tile.toFixed(0)} ms`);
  say(
    `desk, 2048² px: halved in ${desk.resize.toFixed(0)} ms (sharp ${desk.sharpResize.toFixed(0)}), levels in ${desk.levels.toFixed(0)} ms (sharp ${desk.sharpLevels.toFixed(0)})`,
  );
  say(
    `desk, a tip of 1024² px: ${Object.entries(desk.steps)
      .map(([step, ms]) => `${step} ${ms.toFixed(0)} ms`)
      .join(", ")}`,
  );
  if (bench) {
    say(`slider to proofs: p50 ${bench.proofs.p50.toFixed(1)} ms, p95 ${bench.proofs.p95.toFixed(1)} ms`);
    say(`pointer to pixels, mixing at 500 px: p50 ${bench.mixing.p50.toFixed(1)} ms, p95 ${bench.mixing.p95.toFixed(1)} ms`);
    say(`the page's own thread while drawing: ${bench.blocked === 0 ? "never blocked over 50 ms" : `blocked for ${bench.blocked.toFixed(0)} ms`}`);
    say(`pointer to pixels: p50 ${bench.pointer.p50.toFixed(1)} ms, p95 ${bench.pointer.p95.toFixed(1)} ms`);
  }
}
