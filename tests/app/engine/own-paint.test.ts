import type { Brush } from "@core/brush";
import type { Sample } from "@core/hand/sample";
import { createKernels } from "@core/kernels/load";
import type { Ink } from "@core/stroke/laying/ink";
import { tableLight } from "@core/surface/light";
import { Picture } from "@core/surface/picture";
import { Surface } from "@core/surface/surface";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { firstLayers, newOwnLayer, type OwnLayers } from "~/engine/own-layers";
import { OwnPaint } from "~/engine/own-paint";
import { brushOf, lineSamples, testPictures } from "../../helpers";

const WIDTH = 160;
const HEIGHT = 110;
const kernels = createKernels();
const ink: Ink = { colour: [0.2, 0.3, 0.7], second: [0.9, 0.8, 0.2] };

const brushes: readonly Brush[] = [
  { tip: { size: 30 }, paint: { flow: 0.6 } },
  { tip: { size: 24 }, paint: { body: 0.8, flow: 0.7 } },
  { tip: { size: 40 }, paint: { mixing: 0.7, taking: "dragged" } },
  { tip: { size: 36 }, paint: { soften: 4, flow: 0 } },
  { tip: { size: 30 }, paint: { blend: "multiply", rim: { strength: 0.8, width: 6 } } },
  { tip: { size: 20 }, ground: { depth: 0.8 }, paint: { load: 6, refill: "hand" } },
].map(brushOf);

const layers: OwnLayers = { ...firstLayers, layers: [newOwnLayer(1), newOwnLayer(2)] };

type Act =
  | { readonly kind: "stroke"; readonly brush: number; readonly samples: Sample[]; readonly erases: boolean }
  | { readonly kind: "fill"; readonly empties: boolean }
  | { readonly kind: "clear" }
  | { readonly kind: "dry" }
  | { readonly kind: "layer"; readonly on: number; readonly onMask: boolean };

const anyAct: fc.Arbitrary<Act> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc
      .tuple(fc.nat(brushes.length - 1), fc.nat(WIDTH), fc.nat(HEIGHT), fc.nat(WIDTH), fc.nat(HEIGHT), fc.nat(3))
      .map(
        ([brush, a, b, c, d, erases]): Act => ({
          kind: "stroke",
          brush,
          samples: lineSamples(a, b, c, d, 9),
          erases: erases === 0,
        }),
      ),
  },
  { weight: 1, arbitrary: fc.boolean().map((empties): Act => ({ kind: "fill", empties })) },
  { weight: 1, arbitrary: fc.constant<Act>({ kind: "clear" }) },
  { weight: 2, arbitrary: fc.constant<Act>({ kind: "dry" }) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(fc.integer({ min: 1, max: 2 }), fc.boolean())
      .map(([on, onMask]): Act => ({ kind: "layer", on, onMask })),
  },
);

function sheet(): { surface: Surface; own: OwnPaint } {
  const surface = new Surface(kernels, WIDTH, HEIGHT, 1);
  const own = new OwnPaint(surface, 1);
  own.setLayers(layers);
  return { surface, own };
}

let seed = 0;
/** @returns whether something was done that can be taken back */
function act(own: OwnPaint, what: Act): boolean {
  const before = own.steps.back;
  const count = own.count;
  if (what.kind === "layer") own.setLayers({ ...layers, on: what.on, onMask: what.onMask });
  else if (what.kind === "fill") own.fill(what.empties ? undefined : ink.colour);
  else if (what.kind === "clear") own.clear();
  else if (what.kind === "dry") own.dry();
  else {
    own.begin(brushes[what.brush], testPictures, { ...ink, erases: what.erases }, ++seed);
    own.push(what.samples);
    own.end();
  }
  return own.count !== count || own.steps.back !== before;
}

/** What is seen: pixels, lit, so that heights count, too. */
function seen(surface: Surface): string {
  const picture = new Picture(surface, null, tableLight);
  picture.showAll();
  const text = Buffer.from(picture.copy()).toString("latin1");
  picture.release();
  return text;
}

describe("own paint", () => {
  test("is taken back act by act to what it was, and done again to what it became, whatever was done", () => {
    fc.assert(
      fc.property(fc.array(anyAct, { minLength: 1, maxLength: 9 }), (acts) => {
        const { surface, own } = sheet();
        const states = [seen(surface)];
        for (const one of acts) if (act(own, one)) states.push(seen(surface));
        for (let n = states.length - 2; n >= 0; n--) {
          own.takeBack();
          expect(seen(surface) === states[n], `taken back to ${n}`).toBe(true);
        }
        expect(own.steps.back).toBeUndefined();
        for (const [n, state] of states.entries()) {
          if (n > 0) own.doAgain();
          expect(seen(surface) === state, `done again to ${n}`).toBe(true);
        }
        expect(own.steps.again).toBeUndefined();
        surface.release();
      }),
      { numRuns: 40 },
    );
  });

  test("what is shown after a step back is what changed and no more has to be looked at", () => {
    fc.assert(
      fc.property(fc.array(anyAct, { minLength: 2, maxLength: 6 }), (acts) => {
        const { surface, own } = sheet();
        const picture = new Picture(surface, null, tableLight);
        const upToDate = () => {
          picture.show(surface.takeDirty());
          return Buffer.from(picture.copy()).toString("latin1") === seen(surface);
        };
        for (const one of acts) act(own, one);
        surface.takeDirty();
        picture.showAll();
        own.takeBack();
        expect(upToDate()).toBe(true);
        own.doAgain();
        expect(upToDate()).toBe(true);
        picture.release();
        surface.release();
      }),
      { numRuns: 30 },
    );
  });

  test("is the same on another sheet, and can be taken back there", () => {
    const { surface, own } = sheet();
    const states = [seen(surface)];
    for (const [n, brush] of brushes.entries()) {
      act(own, { kind: "stroke", brush: n, samples: lineSamples(10, 20 + n * 12, 150, 30 + n * 9), erases: false });
      states.push(seen(surface));
      expect(brush.name).toBe("test");
    }
    own.takeBack();
    const other = new Surface(kernels, WIDTH, HEIGHT, 1);
    own.moveTo(other);
    surface.release();
    expect(seen(other) === states[brushes.length - 1]).toBe(true);
    own.doAgain();
    expect(seen(other) === states[brushes.length]).toBe(true);
    for (let n = brushes.length - 1; n >= 0; n--) {
      own.takeBack();
      expect(seen(other) === states[n], String(n)).toBe(true);
    }
    other.release();
  });

  test("a stroke draws on what the ones before it have left in the tip, also after one was taken back", () => {
    const dry: Act = { kind: "stroke", brush: 5, samples: lineSamples(10, 50, 150, 50), erases: false };
    const { surface, own } = sheet();
    act(own, dry);
    const once = seen(surface);
    act(own, { ...dry, samples: lineSamples(10, 80, 150, 80) });
    own.takeBack();
    expect(seen(surface) === once).toBe(true);
    const twice = sheet();
    const first = seed;
    for (const y of [50, 80]) act(twice.own, { ...dry, samples: lineSamples(10, y, 150, y) });
    seed = first - 1;
    own.takeBack();
    act(own, dry);
    act(own, { ...dry, samples: lineSamples(10, 80, 150, 80) });
    surface.release();
    twice.surface.release();
  });

  test("a stroke that is dropped is as if it had never begun: what was taken back can be done again", () => {
    const { surface, own } = sheet();
    const stroke = (y: number): Act => ({
      kind: "stroke",
      brush: 0,
      samples: lineSamples(10, y, 150, y),
      erases: false,
    });
    act(own, stroke(30));
    const one = seen(surface);
    act(own, stroke(70));
    const both = seen(surface);
    own.takeBack();
    const { made } = own;
    own.begin(brushes[1], testPictures, ink, 1);
    own.push(lineSamples(10, 50, 150, 60));
    own.drop();
    expect([seen(surface) === one, own.made, own.steps]).toEqual([
      true,
      made,
      { back: "my last stroke", again: "my last stroke" },
    ]);
    own.doAgain();
    expect(seen(surface) === both).toBe(true);
    own.takeBack();
    expect(seen(surface) === one).toBe(true);
    surface.release();
  });

  test("a stroke under way is kept as far as it is drawn, and once more when it has grown", () => {
    const { surface, own } = sheet();
    own.begin(brushes[0], testPictures, ink, 1);
    own.push(lineSamples(10, 50, 80, 50, 5));
    const [early] = own.drawn;
    own.push(lineSamples(80, 50, 150, 50, 5));
    const [later] = own.drawn;
    const readings = (one: typeof early) => (one.kind === "stroke" ? one.samples.length : 0);
    expect([readings(early), readings(later), own.done.length]).toEqual([5, 10, 0]);
    own.end();
    expect(own.drawn[0]).not.toBe(later);
    expect(own.drawn).toEqual(own.done);
    surface.release();
  });

  test("clearing is a step like others; strokes after it are counted anew", () => {
    const { surface, own } = sheet();
    const stroke: Act = { kind: "stroke", brush: 0, samples: lineSamples(10, 50, 150, 50), erases: false };
    act(own, stroke);
    act(own, stroke);
    const painted = seen(surface);
    expect([own.count, own.steps]).toEqual([2, { back: "my last stroke", again: undefined }]);
    own.clear();
    expect([own.count, own.steps.back]).toEqual([0, "clearing my strokes"]);
    own.clear();
    own.takeBack();
    expect([own.count, own.steps.again, seen(surface) === painted]).toEqual([2, "clearing my strokes", true]);
    act(own, stroke);
    expect(own.steps.again, "what was taken back is gone once something else is done").toBeUndefined();
    surface.release();
  });

  test("a layer that is taken away is unseen with all that is on it, and comes back as it was", () => {
    const { surface, own } = sheet();
    const on = (layer: number): Act => ({ kind: "layer", on: layer, onMask: false });
    const stroke = (y: number): Act => ({
      kind: "stroke",
      brush: 0,
      samples: lineSamples(10, y, 150, y),
      erases: false,
    });
    const empty = seen(surface);
    for (const one of [on(1), stroke(20)]) act(own, one);
    const lower = seen(surface);
    for (const one of [on(2), stroke(60), on(1), stroke(90)]) act(own, one);
    const whole = seen(surface);
    const one = { ...layers, layers: [layers.layers[0]], on: 1 };
    own.setLayers(one);
    own.takeBack();
    expect(seen(surface) === lower).toBe(true);
    own.doAgain();
    own.setLayers(layers);
    expect(seen(surface) === whole).toBe(true);
    // Also on another sheet, where everything is done again.
    own.setLayers(one);
    const other = new Surface(kernels, WIDTH, HEIGHT);
    own.moveTo(other);
    own.setLayers(layers);
    expect(seen(other) === whole).toBe(true);
    for (let n = 0; n < 3; n++) own.takeBack();
    expect(seen(other) === empty).toBe(true);
    other.release();
    surface.release();
  });
});
