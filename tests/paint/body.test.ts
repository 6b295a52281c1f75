import { hexToRgb } from "@core/colour/srgb";
import { createKernels } from "@core/kernels/load";
import { StrokePainter } from "@core/stroke/painter";
import { renderHand, renderHeights } from "@core/stroke/render";
import { tableLight } from "@core/surface/light";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import { describe, expect, test } from "vitest";
import { brushOf, lineSamples } from "../helpers";

const WIDTH = 300;
const HEIGHT = 200;
const across = lineSamples(50, 100, 250, 100);
const down = lineSamples(150, 30, 150, 170);

const job = (brush: object, strokes = [across]) => ({
  brush: brushOf(brush),
  strokes,
  width: WIDTH,
  height: HEIGHT,
  ink: { colour: hexToRgb("#6080c0"), second: hexToRgb("#ffffff") },
  paper: hexToRgb("#ffffff"),
  seed: 3,
});

const heights = (brush: object, strokes = [across]) => {
  const grey = renderHeights(job(brush, strokes));
  return (x: number, y: number) => grey[y * WIDTH + x] / 65535;
};

const thick = (paint: object = {}, tip: object = {}) => ({
  tip: { size: 60, hardness: 0.5, ...tip },
  trail: { spacing: 0.05 },
  paint: { body: 0.6, ...paint },
});

describe("body", () => {
  test("stands as high as the brush says where it covers fully, and nowhere else", () => {
    const at = heights(thick());
    expect(at(150, 100)).toBeCloseTo(0.6, 2);
    expect(at(150, 160)).toBe(0);
    expect(at(150, 74)).toBeLessThan(0.6);
    expect(heights({ tip: { size: 60 } })(150, 100)).toBe(0);
  });

  test("follows what drives it", () => {
    const responses = [{ quality: "body", source: "distance", over: 200 }];
    const at = heights({ ...thick(), responses });
    expect(at(230, 100)).toBeGreaterThan(at(120, 100) + 0.15);
  });

  test("is ridged by bristles", () => {
    const at = heights(thick({}, { shape: { kind: "rake", lines: 6, gap: 0.5 }, size: 90, angle: 90 }));
    const profile = Array.from({ length: 80 }, (_, i) => at(150, 60 + i));
    let ridges = 0;
    for (let i = 1; i + 1 < profile.length; i++)
      if (profile[i] > 0.3 && profile[i] >= profile[i - 1] && profile[i] > profile[i + 1]) ridges++;
    expect(ridges).toBeGreaterThanOrEqual(5);
  });

  test("piles up, or levels what lies below", () => {
    expect(heights(thick({ levels: 0, body: 0.3 }), [across, down])(150, 100)).toBeCloseTo(0.6, 2);
    expect(heights(thick({ levels: 1, body: 0.3 }), [across, down])(150, 100)).toBeCloseTo(0.3, 2);
  });

  test("is lit from one side and darker on the other; flat paint and flat tops keep their colour", () => {
    const brush = thick({ body: 1 });
    const flat = renderHand(job(brush));
    const lit = renderHand({ ...job(brush), light: { ...tableLight, gloss: 0 } });
    const change = (x: number, y: number) => lit[(y * WIDTH + x) * 4 + 1] - flat[(y * WIDTH + x) * 4 + 1];
    expect(Math.abs(change(150, 100))).toBeLessThanOrEqual(1);
    expect(change(150, 190)).toBe(0);
    // The light comes from the upper left: the upper slope is turned to it, the lower one away.
    expect(change(150, 76)).toBeGreaterThan(6);
    expect(change(150, 124)).toBeLessThan(-6);
    const shiny = renderHand({ ...job(brush), light: { ...tableLight, gloss: 1 } });
    expect(
      Math.max(...shiny.filter((_, i) => i % 4 === 0 && i / 4 / WIDTH > 70 && i / 4 / WIDTH < 90)),
    ).toBeGreaterThanOrEqual(
      Math.max(...lit.filter((_, i) => i % 4 === 0 && i / 4 / WIDTH > 70 && i / 4 / WIDTH < 90)),
    );
  });

  test("is shown without seams where tiles meet", () => {
    const brush = thick({ body: 1 });
    const lit = renderHand({ ...job(brush), light: tableLight });
    for (const y of [76, 80, 100, 124])
      for (let x = 110; x < 190; x++)
        expect(Math.abs(lit[(y * WIDTH + x) * 4] - lit[(y * WIDTH + 150) * 4])).toBeLessThanOrEqual(3);
  });
});

test("what is shown piece by piece is what is shown at once, with a body, a rim, and where both are erased", () => {
  const kernels = createKernels();
  const brushes = [
    brushOf(thick({ body: 1 }, { size: 40 })),
    brushOf({ tip: { size: 44 }, paint: { opacity: 0.5, rim: { strength: 0.8, width: 20 } } }),
  ];
  const surface = new Surface(kernels, WIDTH, HEIGHT);
  const shown = new Picture(surface, [1, 1, 1], tableLight);
  const whole = new Picture(surface, [1, 1, 1], tableLight);
  shown.showAll();
  const line = lineSamples(20, 60, 280, 72, 60);
  for (const [n, brush] of [...brushes, brushes[0]].entries()) {
    const painter = new StrokePainter(
      surface,
      brush,
      { colour: [0.3, 0.4, 0.7], second: [1, 1, 1], erases: n === 2 },
      n,
    );
    for (const portion of [line.slice(0, 20), line.slice(20, 41)]) {
      painter.push(portion);
      shown.show(surface.takeDirty());
    }
    painter.push(line.slice(41));
    painter.end();
    shown.show(surface.takeDirty());
    whole.showAll();
    expect(Buffer.compare(Buffer.from(shown.copy()), Buffer.from(whole.copy()))).toBe(0);
  }
});
