import { brushText } from "@core/brush";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { openBench } from "~/bench/state/bench-state";
import { markSaved, setQuality } from "~/bench/state/commands";
import { DraftKeeper, type DraftShelf, LONGEST_WAIT, PAUSE } from "~/bench/state/draft";
import { undo } from "~/bench/state/steps";
import { BenchStore } from "~/bench/state/store";
import { brushOf } from "../../helpers";

const brush = brushOf({ tip: { size: 50 } });

/** A browser's store in memory, and how often something was put there. */
class Shelf implements DraftShelf {
  readonly kept = new Map<string, unknown>();
  puts = 0;
  broken = false;

  async get(key: string): Promise<unknown> {
    if (this.broken) throw new Error("the browser forbids it");
    return this.kept.get(key);
  }

  async set(key: string, value: unknown): Promise<void> {
    this.puts++;
    if (this.broken) throw new Error("there is no room");
    this.kept.set(key, value);
  }

  async del(key: string): Promise<void> {
    this.kept.delete(key);
  }

  size(): number | undefined {
    const draft = this.kept.get("draft b1") as { text: string } | undefined;
    return draft && JSON.parse(draft.text).tip.size;
  }
}

async function opened(shelf = new Shelf()) {
  const store = new BenchStore(openBench(brush, 3));
  const keeper = new DraftKeeper(store, "b1", shelf);
  await keeper.open();
  return { store, keeper, shelf };
}

const wait = (ms: number) => vi.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout", "performance"] });
});

afterEach(() => {
  vi.useRealTimers();
});

describe("a draft", () => {
  test("is kept once the hand rests, with the revision it was begun from, and says so", async () => {
    const { store, shelf } = await opened();
    store.run(setQuality("size", 60));
    expect(store.get().draft.kept).toBe(false);
    await wait(PAUSE - 1);
    expect(shelf.size()).toBeUndefined();
    await wait(1);
    expect(shelf.size()).toBe(60);
    expect(shelf.kept.get("draft b1")).toMatchObject({ revision: 3 });
    expect(store.get().draft.kept).toBe(true);
  });

  test("is kept on its way while a slider goes on moving, and not at every step", async () => {
    const { store, shelf } = await opened();
    for (let n = 0; n < 40; n++) {
      store.run(setQuality("size", 60 + n));
      await wait(100);
    }
    expect(shelf.size()).toBeGreaterThan(60 + 40 - 2 - LONGEST_WAIT / 100);
    expect(shelf.puts).toBeLessThan(6);
  });

  test("is gone when the brush is as it was, and when it is saved", async () => {
    const { store, shelf } = await opened();
    store.run(setQuality("size", 60));
    await wait(PAUSE);
    store.run(undo);
    await wait(0);
    expect(shelf.kept.size).toBe(0);
    store.run(setQuality("size", 70));
    await wait(PAUSE);
    store.run(markSaved(store.get().brush, 4));
    await wait(0);
    expect(shelf.kept.size).toBe(0);
  });

  test("is taken up when the bench is opened, as a step that can be undone", async () => {
    const shelf = new Shelf();
    shelf.kept.set("draft b1", { text: brushText(brushOf({ tip: { size: 99 } })), revision: 2 });
    const { store } = await opened(shelf);
    expect([store.get().brush.tip.size, store.get().revision, store.get().draft.found]).toEqual([99, 2, true]);
    store.run(undo);
    expect(store.get().brush.tip.size).toBe(50);
  });

  test.each([
    ["is what the shelf has", { text: brushText(brush), revision: 3 }],
    ["is of another version", { text: '{"level":9,"name":"x"}', revision: 3 }],
    ["is damaged", { text: '{"level":1,"na', revision: 3 }],
    ["has no revision", { text: brushText(brushOf({ tip: { size: 99 } })) }],
    ["is something else", "a text"],
  ])("is left alone where it %s", async (_, kept) => {
    const shelf = new Shelf();
    shelf.kept.set("draft b1", kept);
    const { store } = await opened(shelf);
    expect(store.get().brush).toEqual(brush);
    expect(store.get().draft.found).toBe(false);
  });

  test("of the last quarter of a second is kept when the bench is left", async () => {
    const { store, keeper, shelf } = await opened();
    store.run(setQuality("size", 60));
    keeper.close();
    await wait(0);
    expect(shelf.size()).toBe(60);
    store.run(setQuality("size", 70));
    await wait(LONGEST_WAIT);
    expect(shelf.size(), "nothing after that").toBe(60);
  });

  test("of changes that went into another brush is kept no longer", async () => {
    const { store, keeper, shelf } = await opened();
    store.run(setQuality("size", 60));
    await wait(PAUSE);
    store.run(setQuality("size", 61));
    keeper.spend();
    keeper.close();
    await wait(LONGEST_WAIT);
    expect(shelf.kept.size).toBe(0);
  });

  test("that a browser refuses is said to be not kept, and the bench goes on", async () => {
    const shelf = new Shelf();
    shelf.broken = true;
    const { store } = await opened(shelf);
    store.run(setQuality("size", 60));
    await wait(PAUSE);
    expect(store.get().draft.kept).toBe(false);
    expect(store.get().brush.tip.size).toBe(60);
  });
});
