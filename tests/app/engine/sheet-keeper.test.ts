import { noPictures } from "@core/picture/picture";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { firstLayers, newOwnLayer } from "~/engine/own-layers";
import type { OwnAct } from "~/engine/own-paint";
import { SheetKeeper, type SheetShelf } from "~/engine/scratch/sheet-keeper";
import { brushOf, lineSamples } from "../../helpers";

/** A browser's store, whose contents have gone through a copy as a browser makes it. */
function browser(): SheetShelf & { readonly kept: Map<IDBValidKey, unknown>; full: boolean } {
  const kept = new Map<IDBValidKey, unknown>();
  return {
    kept,
    full: false,
    entries: async () => [...kept],
    async setMany(all) {
      if (this.full) throw new DOMException("full", "QuotaExceededError");
      for (const [key, value] of all) kept.set(key, structuredClone(value));
    },
    async delMany(keys) {
      for (const key of keys) kept.delete(key);
    },
  };
}

const stroke = (seed: number): OwnAct => ({
  kind: "stroke",
  layer: 1,
  onMask: false,
  keepsAlpha: false,
  brush: brushOf({ tip: { size: 20 + seed } }),
  pictures: noPictures,
  samples: lineSamples(0, 0, 90, 40, 5),
  seed,
  ink: { colour: [0.1, 0.2, 0.3], second: [1, 1, 1] },
});

const plain = (act: OwnAct) => {
  if (act.kind !== "stroke") return act;
  const { pictures: _, ...rest } = act;
  return rest;
};

describe("a scratch sheet", () => {
  test("whatever was done and taken back, what stands is there again", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom("stroke", "fill", "clear", "back"), { maxLength: 40 }),
        async (done) => {
          const shelf = browser();
          const keeper = new SheetKeeper(shelf);
          let acts: OwnAct[] = [];
          for (const [n, what] of done.entries()) {
            if (what === "back") acts = acts.slice(0, -1);
            else if (what === "stroke") acts = [...acts, stroke(n)];
            else if (what === "fill")
              acts = [...acts, { kind: "fill", layer: 1, keepsAlpha: false, colour: [1, 0, 0] }];
            else acts = [...acts, { kind: "clear" }];
            await keeper.keep(acts, firstLayers);
          }
          const { acts: read } = await new SheetKeeper(shelf).read();
          expect(JSON.parse(JSON.stringify(read))).toEqual(JSON.parse(JSON.stringify(acts.map(plain))));
        },
      ),
      { numRuns: 60 },
    );
  });

  test("goes on where it was taken up, and writes only what is new", async () => {
    const shelf = browser();
    const acts = [stroke(1), stroke(2)];
    await new SheetKeeper(shelf).keep(acts, firstLayers);
    const written: IDBValidKey[] = [];
    const next = new SheetKeeper({
      ...shelf,
      entries: shelf.entries,
      delMany: shelf.delMany,
      setMany: async (all) => {
        written.push(...all.map(([key]) => key));
        await shelf.setMany(all);
      },
    });
    await next.read();
    next.begin(acts);
    await next.keep([...acts, stroke(3)], firstLayers);
    expect(written).toEqual([2, "layers"]);
  });

  test("keeps the layers, and is not led astray by what it cannot read", async () => {
    const shelf = browser();
    const layers = { ...firstLayers, layers: [newOwnLayer(1), { ...newOwnLayer(2), opacity: 0.4 }], on: 2 };
    await new SheetKeeper(shelf).keep([stroke(1), stroke(2), stroke(3)], layers);
    expect((await new SheetKeeper(shelf).read()).layers).toEqual(layers);
    shelf.kept.set(1, { kind: "stroke", brush: "none" });
    shelf.kept.set("layers", { layers: [], on: 9 });
    const { acts, layers: read } = await new SheetKeeper(shelf).read();
    expect(acts).toHaveLength(1);
    expect(read).toBeUndefined();
    // What lay behind the unreadable one does not come back after a new stroke.
    const next = new SheetKeeper(shelf);
    await next.read();
    const taken = [stroke(1)];
    next.begin(taken);
    await next.keep([...taken, stroke(9)], firstLayers);
    expect((await new SheetKeeper(shelf).read()).acts.map((act) => act.kind === "stroke" && act.seed)).toEqual([1, 9]);
  });

  test("after many acts those before the last clearing are let go", async () => {
    const shelf = browser();
    const many = Array.from({ length: 300 }, (_, n) => stroke(n));
    await new SheetKeeper(shelf).keep([...many, { kind: "clear" }, stroke(7)], firstLayers);
    const { acts } = await new SheetKeeper(shelf).read();
    expect(acts).toHaveLength(1);
    expect(acts[0]).toMatchObject({ kind: "stroke", seed: 7 });
  });

  test("says when a browser has no room", async () => {
    const shelf = browser();
    shelf.full = true;
    const keeper = new SheetKeeper(shelf);
    await keeper.keep([stroke(1)], firstLayers);
    expect(keeper.kept).toBe(false);
  });
});
