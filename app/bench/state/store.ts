import type { Engine } from "~/engine/client";
import { type BenchState, type Command, mannerOf, shownBrush } from "./bench-state";
import { hearActs } from "./steps";
import { seeLayers } from "./view-commands";

/** What the store tells an engine: how its paper is to look. */
export type PaperEngine = Pick<
  Engine,
  "setBrush" | "setManner" | "setTrial" | "setLayers" | "takeBack" | "doAgain" | "on"
>;

/** The bench's state, what runs commands on it, and the one road by which an engine learns of it. */
export class BenchStore {
  private now: BenchState;
  private readonly listeners = new Set<() => void>();
  private readonly engines = new Set<PaperEngine>();

  constructor(first: BenchState) {
    this.now = first;
  }

  readonly get = (): BenchState => this.now;

  /** Runs a command; the engine begins with what it changes before the page is drawn anew. @returns whether it applied */
  readonly run = (command: Command): boolean => {
    const before = this.now;
    const next = command(before);
    if (!next || next === before) return false;
    this.now = next;
    for (const engine of this.engines) tellChanges(engine, before, next);
    for (const listen of this.listeners) listen();
    return true;
  };

  /** @returns what ends the listening */
  readonly subscribe = (listen: () => void): (() => void) => {
    this.listeners.add(listen);
    return () => this.listeners.delete(listen);
  };

  /** Lets an engine paint what the bench shows, and hears what it says. @returns what lets go of it */
  readonly attach = (engine: PaperEngine): (() => void) => {
    engine.setManner(mannerOf(this.now));
    engine.setLayers(this.now.view.layers);
    engine.setTrial(this.now.view.trial);
    engine.setBrush(shownBrush(this.now));
    this.engines.add(engine);
    const stops = [
      engine.on("acts", (acts) => this.run(hearActs(acts))),
      engine.on("sheet", (layers) => this.run(seeLayers(layers))),
    ];
    return () => {
      for (const stop of stops) stop();
      this.engines.delete(engine);
    };
  };
}

function tellChanges(engine: PaperEngine, before: BenchState, next: BenchState): void {
  const brush = shownBrush(next);
  if (brush !== shownBrush(before)) engine.setBrush(brush);
  const { use, lit, layers, trial } = next.view;
  if (trial !== before.view.trial) engine.setTrial(trial);
  if (use !== before.view.use || lit !== before.view.lit || next.settings !== before.settings)
    engine.setManner(mannerOf(next));
  if (layers !== before.view.layers) engine.setLayers(layers);
  if (next.asked !== before.asked) engine[next.asked.act]();
}
