import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { newOwnLayer } from "~/engine/own-layers";
import { Paper } from "~/engine/paper";
import { usualColours } from "~/engine/protocol";
import { brushOf, lineSamples } from "../../helpers";

beforeEach(() => vi.stubGlobal("ImageData", class {}));
afterEach(() => vi.unstubAllGlobals());

/** A paper whose canvas nobody sees. */
async function paper(): Promise<Paper> {
  const drawing = { putImageData: () => undefined };
  const canvas = { width: 200, height: 120, getContext: () => drawing } as unknown as OffscreenCanvas;
  const made = new Paper(canvas, usualColours, false);
  await made.setBrush(brushOf({ tip: { size: 20 } }));
  return made;
}

test("what is asked for while a stroke is under way is done when it has ended, in its order", async () => {
  const on = await paper();
  on.penDown(1);
  on.penMove(lineSamples(20, 60, 90, 60, 8));
  const [first] = [newOwnLayer(1)];
  on.setLayers({ layers: [first, newOwnLayer(2)], on: 2, onMask: false, proofsShown: true });
  on.fill("ink");
  on.takeBack();
  expect([on.acts.count, on.surface.layers.length]).toEqual([1, 3]);
  await on.penUp();
  // The new layer is there; the fill was done on it, and that was taken back.
  expect([on.acts.count, on.acts.back, on.acts.again]).toEqual([1, "my last stroke", "filling a layer"]);
  expect(on.surface.layers).toHaveLength(4);
});
