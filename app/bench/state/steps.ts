import type { Brush } from "@core/brush";
import { type Done, did, doneAgain, sealed, takenBack } from "@core/history/history";
import type { OwnLayers } from "~/engine/own-layers";
import type { OwnActs } from "~/engine/protocol";
import type { BenchState, BenchStep, Command } from "./bench-state";

/** About what a step keeps besides what it shares with the one before it. */
const STEP_BYTES = 4096;

/** The state with another brush, as a step that can be taken back; steps of one gesture, which have the same key, are one. */
export function withBrushStep(state: BenchState, brush: Brush, label: string, key?: string): BenchState {
  return stepped({ ...state, brush }, state, label, { kind: "brush", before: state.brush, after: brush }, key);
}

/** The state with other layers, as a step; steps with the same key join. */
export function withLayersStep(state: BenchState, layers: OwnLayers, label: string, key?: string): BenchState {
  const step: BenchStep = { kind: "layers", before: state.view.layers, after: layers };
  return stepped(withLayers(state, layers), state, label, step, key);
}

/** Remembers what the engine says of the own acts; those that are new are steps. */
export function hearActs(acts: OwnActs): Command {
  return (state) => {
    const made = Math.max(0, acts.made - state.paper.acts.made);
    let next: BenchState = { ...state, paper: { ...state.paper, acts } };
    for (let n = 0; n < made; n++)
      next = stepped(next, next, acts.back ?? "my last stroke", { kind: "paper" }, undefined);
    return next;
  };
}

function stepped(next: BenchState, { history }: BenchState, label: string, step: BenchStep, key?: string): BenchState {
  return { ...next, history: did(history, { label, step, bytes: STEP_BYTES, key }, joined) };
}

/** Steps of one gesture are one. */
function joined(last: BenchStep, next: BenchStep): BenchStep {
  if (last.kind === "brush" && next.kind === "brush") return { ...last, after: next.after };
  if (last.kind === "layers" && next.kind === "layers") return { ...last, after: next.after };
  return next;
}

function withLayers(state: BenchState, layers: OwnLayers): BenchState {
  return { ...state, view: { ...state.view, layers } };
}

/** Ends a gesture: the next change is a step of its own. */
export const seal: Command = (state) => {
  const history = sealed(state.history);
  return history === state.history ? undefined : { ...state, history };
};

/** Takes back the last step, whatever it was; what was painted in another session, or with another brush, comes after all steps. */
export const undo: Command = (state) => {
  const found = takenBack(state.history) ?? earlierAct(state);
  return found && { ...atEnd(state, found[1].step, "before"), history: found[0] };
};

export const redo: Command = (state) => {
  const found = doneAgain(state.history);
  return found && { ...atEnd(state, found[1].step, "after"), history: found[0] };
};

/** What `undo` would take back, in words; undefined where there is nothing. */
export function undoes({ history, paper }: Pick<BenchState, "history" | "paper">): string | undefined {
  return history.done.at(-1)?.label ?? paper.acts.back;
}

/** What `redo` would do, in words. */
export function redoes({ history }: Pick<BenchState, "history">): string | undefined {
  return history.undone[0]?.label;
}

function earlierAct({ history, paper }: BenchState): readonly [BenchState["history"], Done<BenchStep>] | undefined {
  const label = paper.acts.back;
  if (label === undefined) return undefined;
  const done: Done<BenchStep> = { label, step: { kind: "paper" }, bytes: STEP_BYTES };
  return [{ ...history, undone: [done, ...history.undone] }, done];
}

function atEnd(state: BenchState, step: BenchStep, end: "before" | "after"): BenchState {
  if (step.kind === "brush") return { ...state, brush: step[end] };
  if (step.kind === "layers") return withLayers(state, step[end]);
  const { turn } = state.asked;
  return { ...state, asked: { turn: turn + 1, act: end === "before" ? "takeBack" : "doAgain" } };
}
