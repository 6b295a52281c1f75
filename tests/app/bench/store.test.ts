import { describe, expect, test } from "vitest";
import { isChanged, openBench, shownBrush } from "~/bench/state/bench-state";
import { markSaved, rename, setQuality } from "~/bench/state/commands";
import { undo } from "~/bench/state/steps";
import { BenchStore, type PaperEngine } from "~/bench/state/store";
import {
  backToHeld,
  changeSettings,
  hold,
  letGo,
  openOverlay,
  seeLayers,
  setUse,
  showBeside,
  showHeld,
  showPanel,
  togglePictured,
  tryBrush,
} from "~/bench/state/view-commands";
import { firstLayers } from "~/engine/own-layers";
import type { OwnActs } from "~/engine/protocol";
import { brushOf } from "../../helpers";

/** An engine that writes down what it is told. */
function listening() {
  const told: string[] = [];
  let hear: (acts: OwnActs) => void = () => undefined;
  const engine: PaperEngine = {
    setBrush: (brush) => told.push(`brush ${brush.tip.size}`),
    setTrial: (times) => told.push(`trial ${times}`),
    setManner: ({ use, light, grain }) => told.push(`manner ${use} ${light !== null} ${grain}`),
    takeBack: () => told.push("takeBack"),
    doAgain: () => told.push("doAgain"),
    setLayers: ({ layers }) => told.push(`layers ${layers.length}`),
    on: ((name: string, listen: (acts: OwnActs) => void) => {
      if (name !== "acts") return () => undefined;
      hear = listen;
      return () => {
        hear = () => undefined;
      };
    }) as PaperEngine["on"],
  };
  return { engine, told, say: (acts: OwnActs) => hear(acts) };
}

const opened = () => new BenchStore(openBench(brushOf({ tip: { size: 50 } }), 1));

describe("one road into the engine", () => {
  test("an engine learns at once what the paper is to show, and then only what changes it", () => {
    const store = opened();
    const { engine, told } = listening();
    const letGo = store.attach(engine);
    expect(told.splice(0)).toEqual(["manner paint true null", "layers 1", "trial 1", "brush 50"]);
    store.run(setQuality("size", 60));
    store.run(openOverlay("keys"));
    store.run(setUse("erase"));
    store.run(changeSettings({ grain: "weave" }));
    store.run(seeLayers({ ...firstLayers, onMask: true }));
    expect(told.splice(0)).toEqual(["brush 60", "manner erase true null", "manner erase true weave", "layers 1"]);
    letGo();
    store.run(undo);
    expect(told).toEqual([]);
  });

  test("what is held or tried is what the paper shows, while it is shown", () => {
    const store = opened();
    const { engine, told } = listening();
    store.attach(engine);
    told.length = 0;
    store.run(hold);
    store.run(setQuality("size", 20));
    store.run(showHeld(true));
    store.run(setQuality("size", 30));
    store.run(showHeld(false));
    store.run(tryBrush(brushOf({ tip: { size: 7 } })));
    expect(told.splice(0)).toEqual(["brush 20", "brush 50", "brush 30"]);
    store.run(showPanel("painters"));
    store.run(showPanel("bodies"));
    expect(told).toEqual(["brush 7", "brush 30"]);
  });

  test("what the engine says of the own strokes is part of the state", () => {
    const store = opened();
    const { engine, say } = listening();
    const letGo = store.attach(engine);
    say({ count: 2, back: "my stroke", again: undefined, kept: true, made: 0, ups: 0 });
    expect(store.get().paper.acts.count).toBe(2);
    letGo();
    say({ count: 9, back: undefined, again: undefined, kept: true, made: 0, ups: 0 });
    expect(store.get().paper.acts.count).toBe(2);
  });
});

describe("the store", () => {
  test("tells its listeners of every change, after it, and of nothing else", () => {
    const store = opened();
    const seen: number[] = [];
    const stop = store.subscribe(() => seen.push(store.get().brush.tip.size));
    expect(store.run(setQuality("size", 60))).toBe(true);
    expect(store.run(setQuality("size", 60))).toBe(false);
    store.run(undo);
    stop();
    store.run(setQuality("size", 70));
    expect(seen).toEqual([60, 50]);
  });
});

describe("holding", () => {
  test("goes back to what is held as one step that can be undone", () => {
    const store = opened();
    store.run(hold);
    store.run(setQuality("size", 20));
    store.run(togglePictured);
    store.run(showBeside(true));
    store.run(showHeld(true));
    store.run(backToHeld);
    expect(store.get().brush.tip.size).toBe(50);
    expect(store.get().view.held).toMatchObject({ shown: false, pictured: true, beside: true });
    store.run(undo);
    expect(store.get().brush.tip.size).toBe(20);
    store.run(letGo);
    expect(shownBrush(store.get()).tip.size).toBe(20);
  });

  test("nothing of it applies while nothing is held", () => {
    const store = opened();
    for (const command of [backToHeld, showHeld(true), togglePictured, showBeside(true)])
      expect(store.run(command)).toBe(false);
  });
});

test("a brush whose text is what the shelf has is not changed, however it came there", () => {
  const store = opened();
  store.run(rename("other"));
  expect(isChanged(store.get())).toBe(true);
  store.run(rename("test"));
  expect(isChanged(store.get())).toBe(false);
  store.run(rename("third"));
  store.run(markSaved(store.get().brush, 2));
  expect(isChanged(store.get())).toBe(false);
});
