import { measureBench } from "./bench";
import { measureMarks } from "./marks";
import { measureStamping } from "./stamping";

// Prints all measurements of one run, as a table or with --json as one JSON object.
const stamping = [16, 64, 256, 1024].map(measureStamping);
const marks = measureMarks();
const bench = process.env.BROSSE_TEST_ADDRESS ? await measureBench(process.env.BROSSE_TEST_ADDRESS) : undefined;

if (process.argv.includes("--json")) {
  const ratios = stamping.map(({ size, cover, tint, stroke, skia }) => ({
    size,
    coverToSkia: cover / skia,
    tintToSkia: tint / skia,
    strokeToSkia: stroke / skia,
    strokeToCover: stroke / cover,
  }));
  process.stdout.write(`${JSON.stringify({ unit: "Mpx/s", stamping, ratios, marksASecond: marks, bench }, null, 2)}\n`);
} else {
  const cell = (value: number) => value.toFixed(0).padStart(8);
  const ratio = (value: number) => `${value.toFixed(2)}×`.padStart(8);
  process.stdout.write("Mpx/s    cover    tint  stroke    Skia | cover÷Skia tint÷Skia stroke÷cover\n");
  for (const { size, cover, tint, stroke, skia } of stamping)
    process.stdout.write(
      `${String(size).padStart(5)}${cell(cover)}${cell(tint)}${cell(stroke)}${cell(skia)} |  ${ratio(cover / skia)} ${ratio(tint / skia)} ${ratio(stroke / cover)}\n`,
    );
  process.stdout.write(`marks a second: ${(marks.plain / 1e6).toFixed(2)} M plain, ${(marks.driven / 1e6).toFixed(2)} M driven\n`);
  if (bench) {
    process.stdout.write(`slider to proofs: p50 ${bench.proofs.p50.toFixed(1)} ms, p95 ${bench.proofs.p95.toFixed(1)} ms\n`);
    process.stdout.write(`pointer to pixels: p50 ${bench.pointer.p50.toFixed(1)} ms, p95 ${bench.pointer.p95.toFixed(1)} ms\n`);
  }
}
