import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { type StudyWords, WordsKeeper, type WordsShelf } from "~/easel/keeping/words-keeper";

const words = (name: string, ...chapters: [number, string][]): StudyWords => ({
  name,
  notes: { chapters: chapters.map(([from, called]) => ({ from, name: called })), captions: [] },
});

let server: { revision: number; words: StudyWords; down: boolean };
let shelved: StudyWords | undefined;
let told: [StudyWords | undefined, string | undefined][];

const shelf: WordsShelf = {
  get: async () => shelved,
  set: async (now) => {
    shelved = now;
  },
};
const keeperOf = (revision = 1) =>
  new WordsKeeper(
    shelf,
    async (from, now) => {
      if (server.down) throw new Error("offline");
      if (from !== server.revision) return { kind: "newer", revision: server.revision, words: server.words };
      server = { ...server, revision: from + 1, words: now };
      return { kind: "saved", revision: from + 1 };
    },
    revision,
    (now, unkept) => told.push([now, unkept]),
  );

beforeEach(() => {
  vi.useFakeTimers();
  server = { revision: 1, words: words("Bread"), down: false };
  shelved = undefined;
  told = [];
});
afterEach(() => {
  vi.useRealTimers();
});

test("words go out one after the other, the newest at last", async () => {
  const keeper = keeperOf();
  keeper.keep(words("A"));
  keeper.keep(words("B"));
  keeper.keep(words("C"));
  await vi.advanceTimersByTimeAsync(10);
  expect([server.words, shelved]).toEqual([words("C"), undefined]);
});

test("without a server they are kept here, said to be, and sent when it is back", async () => {
  server.down = true;
  const keeper = keeperOf();
  keeper.keep(words("A", [3, "Lines"]));
  await vi.advanceTimersByTimeAsync(2000);
  expect(told.at(-1)).toEqual([undefined, "offline"]);
  expect(shelved).toEqual(words("A", [3, "Lines"]));
  server.down = false;
  await vi.advanceTimersByTimeAsync(60_000);
  expect([server.words, shelved, told.at(-1)]).toEqual([words("A", [3, "Lines"]), undefined, [undefined, undefined]]);
});

test("what was written before the page was left is taken up again", async () => {
  shelved = words("A", [3, "Lines"]);
  await keeperOf().open(server.words);
  await vi.advanceTimersByTimeAsync(10);
  expect([server.words, shelved]).toEqual([words("A", [3, "Lines"]), undefined]);
});

test("what two have written is brought together", async () => {
  server = { ...server, revision: 5, words: words("Theirs", [0, "Wall"], [3, "Snap"]) };
  keeperOf().keep(words("Mine", [3, "Lines"], [9, "Letters"]));
  await vi.advanceTimersByTimeAsync(10);
  expect(server.words).toEqual(words("Mine", [0, "Wall"], [3, "Lines"], [9, "Letters"]));
  expect(told[0]).toEqual([server.words, undefined]);
});
