import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { holdStudy } from "~/easel/keeping/one-page";

/** Web Locks of one browser, as the standard has them: one holder of a name, the others in their order. */
function browserLocks(): LockManager {
  const queues = new Map<string, Promise<unknown>>();
  return {
    request: (name: string, options: LockOptions, hold: () => Promise<unknown>) => {
      const before = queues.get(name) ?? Promise.resolve();
      const mine = before.then(() => (options.signal?.aborted ? undefined : hold()));
      queues.set(name, mine);
      return mine;
    },
  } as unknown as LockManager;
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function page(locks: LockManager, said: string[], name: string): () => void {
  const say = (what: string) => () => void said.push(`${name} ${what}`);
  return holdStudy("s", { held: say("held"), taken: say("taken"), freed: say("freed") }, locks);
}

test("of two pages of one study one paints; the other is told, and told again when it is free", async () => {
  const locks = browserLocks();
  const said: string[] = [];
  const close = page(locks, said, "first");
  await vi.advanceTimersByTimeAsync(50);
  page(locks, said, "second");
  await vi.advanceTimersByTimeAsync(2000);
  expect(said).toEqual(["first held", "second taken"]);
  close();
  await vi.advanceTimersByTimeAsync(10);
  expect(said).toEqual(["first held", "second taken", "second freed"]);
});

test("a page that is reloaded has its own study again, without being told that it was another's", async () => {
  const locks = browserLocks();
  const said: string[] = [];
  const close = page(locks, said, "before");
  await vi.advanceTimersByTimeAsync(50);
  page(locks, said, "after");
  await vi.advanceTimersByTimeAsync(100);
  close();
  await vi.advanceTimersByTimeAsync(2000);
  expect(said).toEqual(["before held", "after held"]);
});
