import { afterEach, expect, test, vi } from "vitest";
import { openBench } from "~/bench/state/bench-state";
import { setQuality } from "~/bench/state/commands";
import { redoes, undo } from "~/bench/state/steps";
import { BenchStore } from "~/bench/state/store";
import { Engine } from "~/engine/client";
import type { OwnActs } from "~/engine/protocol";
import type { ToPage, ToWorker } from "~/port/protocol";
import { brushOf } from "../../helpers";

afterEach(() => vi.unstubAllGlobals());

/** The page's engine, with a worker that does nothing but write down what it is told. */
function slowEngine() {
  const told: string[] = [];
  let hear: (event: { data: ToPage }) => void = () => undefined;
  class SlowWorker {
    postMessage(message: ToWorker) {
      if (message.to === "tell") told.push(message.name);
    }
    addEventListener(type: string, listen: typeof hear) {
      if (type === "message") hear = listen;
    }
    terminate() {}
  }
  vi.stubGlobal("Worker", SlowWorker);
  const canvas = { transferControlToOffscreen: () => ({}) } as HTMLCanvasElement;
  const engine = new Engine(
    canvas,
    { ink: "#000000", second: "#ffffff", third: "#808080", paper: "#ffffff" },
    false,
    () => undefined,
  );
  const say = (acts: OwnActs) => hear({ data: { to: "say", id: undefined, name: "acts", what: acts } });
  return { engine, told, say };
}

test("undo that is asked for while a stroke is being finished takes back that stroke", async () => {
  const { engine, told, say } = slowEngine();
  const store = new BenchStore(openBench(brushOf({ tip: { size: 50 } }), 1));
  store.attach(engine);
  store.run(setQuality("size", 60));
  engine.penDown();
  engine.penMove([{ x: 1, y: 1, time: 0 }]);
  engine.penUp();
  engine.whenSettled(() => store.run(undo));
  expect(told).not.toContain("takeBack");
  say({ count: 1, back: "my last stroke", again: undefined, kept: true, made: 1, ups: 1 });
  await Promise.resolve();
  expect(told).toContain("takeBack");
  expect(store.get().brush.tip.size).toBe(60);
  expect(redoes(store.get())).toBe("my last stroke");
});
