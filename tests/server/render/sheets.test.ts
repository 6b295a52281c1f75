import { writeRgba } from "@core/formats/png/png";
import { paintShare, paintSpecimen, sheetsOf } from "@server/render/sheets";
import { decode } from "fast-png";
import { expect, test } from "vitest";

const strip = writeRgba(new Uint8ClampedArray(72 * 10 * 4).fill(40), 72, 10);
const line = (n: number, heading = "") => ({ name: `Brush ${n}`, says: "Swells under the hand", heading, strip });

test("two hundred brushes take as many sheets as they need, in their order, none cut in two", () => {
  const lines = Array.from({ length: 200 }, (_, n) => line(n, n % 10 === 0 ? `Group ${n / 10}` : ""));
  const sheets = sheetsOf(lines);
  expect(sheets.flat()).toEqual(lines);
  expect(sheets.length).toBeGreaterThan(10);
  expect(Math.max(...sheets.map((sheet) => sheet.length))).toBeLessThanOrEqual(16);
});

test("each sheet has names, what is said and strokes; equal ones are equal bytes", async () => {
  const job = { title: "Gilder’s set", under: "Tar and Twine · 1.0.0", lines: [line(1, "Letters"), line(2)] };
  const [sheet, ...more] = await paintSpecimen(job);
  expect(more).toEqual([]);
  const { width, height, data, channels } = decode(sheet);
  expect([width, height]).toEqual([1240, 1754]);
  const dark = (left: number, top: number, right: number, bottom: number) => {
    let count = 0;
    for (let y = top; y < bottom; y++)
      for (let x = left; x < right; x++) if (data[(y * width + x) * channels] < 128) count++;
    return count;
  };
  expect(dark(80, 60, 700, 130), "the title").toBeGreaterThan(1000);
  expect(dark(80, 240, 460, 290), "a name").toBeGreaterThan(100);
  expect(dark(80, 800, 1160, 1700), "nothing below the last brush").toBe(0);
  expect(Buffer.from((await paintSpecimen(job))[0]).equals(Buffer.from(sheet))).toBe(true);
  const other = await paintSpecimen({ ...job, lines: [{ ...line(1), name: "Ångström, élan" }] });
  expect(Buffer.from(other[0]).equals(Buffer.from(sheet))).toBe(false);
});

test("a shared picture has the size that others show", async () => {
  const { width, height } = decode(await paintShare({ title: "A long name ".repeat(12), under: "x", strips: [strip] }));
  expect([width, height]).toEqual([1200, 630]);
});
