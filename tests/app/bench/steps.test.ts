import { describe, expect, test } from "vitest";
import { openBench } from "~/bench/state/bench-state";
import { setQuality } from "~/bench/state/commands";
import { hearActs, redo, redoes, undo, undoes } from "~/bench/state/steps";
import { BenchStore, type PaperEngine } from "~/bench/state/store";
import { setLayers } from "~/bench/state/view-commands";
import { firstLayers, newOwnLayer, type OwnLayers } from "~/engine/own-layers";
import type { OwnActs } from "~/engine/protocol";
import { brushOf } from "../../helpers";

/** A bench with an engine that knows its acts by their names, as the worker does. */
function bench(earlier: string[] = []) {
  const store = new BenchStore(openBench(brushOf({ tip: { size: 50 } }), 1));
  const acts = [...earlier];
  const undone: string[] = [];
  const seen: OwnLayers[] = [];
  let made = 0;
  let hear: (acts: OwnActs) => void = () => undefined;
  const say = () => hear({ count: acts.length, back: acts.at(-1), again: undone.at(-1), made, ups: made, kept: true });
  const engine: PaperEngine = {
    setBrush: () => undefined,
    setManner: () => undefined,
    setTrial: () => undefined,
    setLayers: (layers) => void seen.push(layers),
    takeBack: () => {
      const act = acts.pop();
      if (act) undone.push(act);
      say();
    },
    doAgain: () => {
      const act = undone.pop();
      if (act) acts.push(act);
      say();
    },
    on: ((name: string, listen: (acts: OwnActs) => void) => {
      if (name === "acts") hear = listen;
      return () => undefined;
    }) as PaperEngine["on"],
  };
  store.attach(engine);
  say();
  const paint = (act: string) => {
    acts.push(act);
    undone.length = 0;
    made++;
    say();
  };
  return { store, acts, seen, paint };
}

describe("one undo", () => {
  test("takes back settings, strokes, layers and clearing in the order they were done, and does them again", () => {
    const { store, acts, seen, paint } = bench();
    const two = { ...firstLayers, layers: [newOwnLayer(1), newOwnLayer(2)], on: 2 };
    store.run(setQuality("size", 60));
    paint("my last stroke");
    store.run(setLayers(two, "a new layer"));
    store.run(setQuality("flow", 0.5));
    paint("clearing my strokes");
    const words: (string | undefined)[] = [];
    for (let n = 0; n < 5; n++) {
      words.push(undoes(store.get()));
      store.run(undo);
    }
    expect(words).toEqual(["clearing my strokes", "flow", "a new layer", "my last stroke", "size"]);
    expect(acts).toEqual([]);
    expect(store.get().brush.tip.size).toBe(50);
    expect(store.get().view.layers).toBe(firstLayers);
    expect(seen.at(-1)).toBe(firstLayers);
    expect(store.run(undo)).toBe(false);
    while (redoes(store.get()) !== undefined) store.run(redo);
    expect(acts).toEqual(["my last stroke", "clearing my strokes"]);
    expect(store.get().brush.tip.size).toBe(60);
    expect(store.get().brush.paint.flow).toBe(0.5);
    expect(store.get().view.layers).toEqual(two);
  });

  test("comes to what was painted before the page was opened, and back", () => {
    const { store, acts } = bench(["my last stroke", "filling a layer"]);
    store.run(setQuality("size", 60));
    for (let n = 0; n < 3; n++) store.run(undo);
    expect(acts).toEqual([]);
    expect(undoes(store.get())).toBeUndefined();
    for (let n = 0; n < 3; n++) store.run(redo);
    expect(acts).toEqual(["my last stroke", "filling a layer"]);
    expect(store.get().brush.tip.size).toBe(60);
  });

  test("an engine that begins anew makes no steps of what it takes up", () => {
    const { store, paint } = bench();
    paint("my last stroke");
    store.run(hearActs({ count: 3, back: "my last stroke", again: undefined, made: 0, ups: 0, kept: true }));
    expect(store.get().history.done).toHaveLength(1);
    store.run(hearActs({ count: 4, back: "my last stroke", again: undefined, made: 1, ups: 1, kept: true }));
    expect(store.get().history.done).toHaveLength(2);
  });

  test("steps of one slider of a layer are one, and those of another are another", () => {
    const { store } = bench();
    const look = (opacity: number) => ({ ...firstLayers, layers: [{ ...newOwnLayer(1), opacity }] });
    for (const opacity of [0.9, 0.8, 0.7]) store.run(setLayers(look(opacity), "how a layer looks", "look 1 opacity"));
    store.run(setLayers(firstLayers, "how a layer looks", "look 1 visible"));
    expect(store.get().history.done).toHaveLength(2);
    store.run(undo);
    store.run(undo);
    expect(store.get().view.layers).toBe(firstLayers);
  });
});
