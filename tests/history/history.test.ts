import { type Done, did, doneAgain, emptyHistory, type History, sealed, takenBack } from "@core/history/history";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

interface Change {
  readonly before: number;
  readonly after: number;
}

const join = (last: Change, next: Change): Change => ({ before: last.before, after: next.after });
const free = { steps: 1000, bytes: Number.POSITIVE_INFINITY };

/** What is on the table, with the history of how it came there. */
interface Table {
  readonly now: number;
  readonly history: History<Change>;
}

function put(table: Table, after: number, key?: string, bytes = 1): Table {
  const done: Done<Change> = { label: `to ${after}`, step: { before: table.now, after }, bytes, key };
  return { now: after, history: did(table.history, done, join) };
}

function back({ now, history }: Table): Table {
  const taken = takenBack(history);
  return taken ? { now: taken[1].step.before, history: taken[0] } : { now, history };
}

function again({ now, history }: Table): Table {
  const done = doneAgain(history);
  return done ? { now: done[1].step.after, history: done[0] } : { now, history };
}

const empty = (limits = free): Table => ({ now: 0, history: emptyHistory(limits) });

describe("a history", () => {
  test("leads back through every state and forward again, whatever was done", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 99 }), { maxLength: 30 }), (values) => {
        const states = [empty()];
        for (const value of values) states.push(put(states[states.length - 1], value));
        let table = states[states.length - 1];
        for (let n = values.length - 1; n >= 0; n--) {
          table = back(table);
          expect(table.now).toBe(states[n].now);
        }
        expect(takenBack(table.history)).toBeUndefined();
        for (const { now } of states.slice(1)) {
          table = again(table);
          expect(table.now).toBe(now);
        }
        expect(doneAgain(table.history)).toBeUndefined();
      }),
    );
  });

  test("joins the steps of one gesture and no others", () => {
    let table = put(put(put(empty(), 1, "slide"), 2, "slide"), 3, "slide");
    expect(table.history.done).toHaveLength(1);
    table = { ...table, history: sealed(table.history) };
    table = put(put(table, 4, "slide"), 5, "turn");
    expect(table.history.done.map(({ step }) => [step.before, step.after])).toEqual([
      [0, 3],
      [3, 4],
      [4, 5],
    ]);
    expect(back(back(back(table))).now).toBe(0);
  });

  test("a step taken back joins nothing when it is done again", () => {
    const table = put(again(back(put(empty(), 1, "slide"))), 2, "slide");
    expect(table.history.done).toHaveLength(2);
  });

  test("forgets what was taken back when something else is done", () => {
    const table = put(back(put(put(empty(), 1), 2)), 7);
    expect(doneAgain(table.history)).toBeUndefined();
    expect(table.history.done.map(({ label }) => label)).toEqual(["to 1", "to 7"]);
  });

  test("sealing where no gesture goes on changes nothing", () => {
    const { history } = put(empty(), 1);
    expect(sealed(history)).toBe(history);
    expect(sealed(empty().history).done).toEqual([]);
  });
});

describe("a history's limits", () => {
  test("the newest steps are kept, so many and so many bytes, and the newest one always", () => {
    const sizes = fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(sizes, fc.integer({ min: 1, max: 10 }), fc.integer({ min: 0, max: 100 }), (all, steps, bytes) => {
        let table = empty({ steps, bytes });
        all.forEach((size, n) => {
          table = put(table, n + 1, undefined, size);
        });
        const { done } = table.history;
        expect(done.at(-1)?.step.after).toBe(all.length);
        expect(done.length).toBeLessThanOrEqual(steps);
        const kept = done.reduce((sum, one) => sum + one.bytes, 0);
        expect(done.length === 1 || kept <= bytes).toBe(true);
        // As many as there is room for: one more would be too many.
        const next = all[all.length - done.length - 1];
        if (next !== undefined && done.length < steps) expect(kept + next > bytes).toBe(true);
      }),
    );
  });
});
