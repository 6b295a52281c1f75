import type { Act, Doing } from "./act";

/** Which acts of a log stand, and which were taken back; both as numbers of the log. An immutable value. */
export interface Standing {
  readonly done: readonly number[];
  /** The next to be done again last. */
  readonly undone: readonly number[];
}

export const nothingDone: Standing = { done: [], undone: [] };

/** What stands after one more entry of the log, whose number is `n`. Taking back where nothing stands does nothing. */
export function standingAfter({ done, undone }: Standing, act: Act, n: number): Standing {
  if (act.kind === "back") {
    const last = done.at(-1);
    return last === undefined ? { done, undone } : { done: done.slice(0, -1), undone: [...undone, last] };
  }
  if (act.kind === "again") {
    const next = undone.at(-1);
    return next === undefined ? { done, undone } : { done: [...done, next], undone: undone.slice(0, -1) };
  }
  return { done: [...done, n], undone: [] };
}

/** What stands of a whole log. */
export function standingOf(log: readonly Act[]): Standing {
  const done: number[] = [];
  let undone: number[] = [];
  for (const [n, { kind }] of log.entries()) {
    if (kind === "back") {
      const last = done.pop();
      if (last !== undefined) undone.push(last);
    } else if (kind === "again") {
      const next = undone.pop();
      if (next !== undefined) done.push(next);
    } else {
      done.push(n);
      undone = [];
    }
  }
  return { done, undone };
}

/** The acts that stand, in order, each with its number in the log. */
export function standingActs(log: readonly Act[]): { readonly n: number; readonly act: Doing }[] {
  return standingOf(log).done.map((n) => ({ n, act: log[n] as Doing }));
}
