import { expect, test } from "vitest";
import { closedBecause, firstLayers, newOwnLayer } from "~/engine/own-layers";

test("a layer that is locked, hidden or gone takes no strokes, and says why", () => {
  expect(closedBecause(firstLayers)).toBeUndefined();
  const [layer] = firstLayers.layers;
  expect(closedBecause({ ...firstLayers, layers: [{ ...layer, locked: true }] })).toBe("layer 1 is locked");
  expect(closedBecause({ ...firstLayers, layers: [{ ...layer, visible: false }] })).toBe("layer 1 is hidden");
  expect(closedBecause({ ...firstLayers, layers: [newOwnLayer(2)] })).toBe("no layer is chosen");
});
