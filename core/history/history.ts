/** One thing that was done and can be taken back. */
export interface Done<Step> {
  readonly label: string;
  /** What leads from before to after and back. */
  readonly step: Step;
  /** What it keeps in memory, bytes. */
  readonly bytes: number;
  /** Steps with the same key join while their gesture goes on. */
  readonly key?: string | undefined;
}

/** What was done, the oldest first, and what was taken back, the next to be done again first. An immutable value. */
export interface History<Step> {
  readonly done: readonly Done<Step>[];
  readonly undone: readonly Done<Step>[];
  readonly limits: HistoryLimits;
}

export interface HistoryLimits {
  readonly steps: number;
  readonly bytes: number;
}

/** A history in which nothing was done yet. It keeps the newest steps that stay within its limits, and the newest one always. */
export function emptyHistory<Step>(limits: HistoryLimits): History<Step> {
  return { done: [], undone: [], limits };
}

/**
 * The history after one more step; what was taken back is gone.
 * @param join makes one step of two that belong to one gesture: of the last one and this one
 */
export function did<Step>(
  history: History<Step>,
  next: Done<Step>,
  join?: (last: Step, next: Step) => Step,
): History<Step> {
  const last = history.done.at(-1);
  if (join && last && next.key !== undefined && last.key === next.key) {
    const joined = { ...last, step: join(last.step, next.step), bytes: Math.max(last.bytes, next.bytes) };
    return { ...history, done: [...history.done.slice(0, -1), joined], undone: [] };
  }
  return { ...history, done: within([...history.done, next], history.limits), undone: [] };
}

/** Ends a gesture: the next step is one of its own. The same history where none goes on. */
export function sealed<Step>(history: History<Step>): History<Step> {
  const last = history.done.at(-1);
  if (last?.key === undefined) return history;
  return { ...history, done: [...history.done.slice(0, -1), { ...last, key: undefined }] };
}

/** The history with its last step taken back, and that step; undefined where there is none. */
export function takenBack<Step>(history: History<Step>): readonly [History<Step>, Done<Step>] | undefined {
  const last = history.done.at(-1);
  if (!last) return undefined;
  const undone = [{ ...last, key: undefined }, ...history.undone];
  return [{ ...history, done: history.done.slice(0, -1), undone }, last];
}

/** The history with the step that was taken back last done again, and that step; undefined where there is none. */
export function doneAgain<Step>(history: History<Step>): readonly [History<Step>, Done<Step>] | undefined {
  const [next, ...undone] = history.undone;
  return next && [{ ...history, done: [...history.done, next], undone }, next];
}

function within<Step>(done: readonly Done<Step>[], { steps, bytes }: HistoryLimits): readonly Done<Step>[] {
  let room = bytes;
  let first = done.length;
  while (first > 0 && done.length - first < steps) {
    room -= done[first - 1].bytes;
    if (room < 0 && first < done.length) break;
    first--;
  }
  return first === 0 ? done : done.slice(first);
}
