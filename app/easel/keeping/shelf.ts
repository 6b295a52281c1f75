import { type Act, actSchema } from "@core/study/act";
import { studyNameSchema, studyNotesSchema } from "@core/study/model";
import { createStore, del, delMany, entries, get, keys, set } from "idb-keyval";
import { z } from "zod";
import type { ActServer, ActShelf, Answer } from "./act-keeper";
import type { StudyWords, WordsAnswer, WordsShelf } from "./words-keeper";

/** The acts of one study in this browser. */
export function browserShelf(id: string): ActShelf {
  const store = createStore(`brosse study ${id}`, "acts");
  return {
    entries: async () =>
      (await entries<IDBValidKey, unknown>(store)).flatMap(([n, act]): [number, Act][] => {
        const read = actSchema.safeParse(act);
        return typeof n === "number" && read.success ? [[n, read.data]] : [];
      }),
    set: (n, act) => set(n, act, store),
    drop: async (from) => {
      const numbers = await keys<IDBValidKey>(store);
      await delMany(
        numbers.filter((n) => typeof n === "number" && n >= from),
        store,
      );
    },
  };
}

/** The acts of one study on the server. */
export function studyServer(id: string): ActServer {
  const address = `/studies/${id}/acts`;
  const post = async (to: string, from: number, acts: readonly Act[]) => {
    const answer = await fetch(to, {
      method: "POST",
      headers: { "Content-Type": "application/json", Accept: "application/json" },
      body: JSON.stringify({ from, acts }),
    });
    return readAnswer(answer);
  };
  return {
    from: async (n) => {
      const answer = await fetch(`${address}?from=${n}`, { headers: { Accept: "application/json" } });
      return ((await readAnswer(answer)) as { acts: Act[] }).acts;
    },
    send: async (from, acts) => (await post(address, from, acts)) as Answer,
    apart: async (from, acts) => {
      const answer = (await post(`/studies/${id}/apart`, from, acts)) as { id?: string; fault?: string };
      if (!answer.id) throw new Error(answer.fault ?? "what was painted apart could not be kept");
      return answer.id;
    },
    join: async (own, from, acts) => (await post(`/studies/${own}/acts`, from, acts)) as Answer,
  };
}

/** @throws Error with one line that says why there is no answer */
async function readAnswer(answer: Response): Promise<unknown> {
  if (answer.redirected || answer.status === 401) throw new Error("you are signed out: sign in again in another tab");
  if (!answer.headers.get("Content-Type")?.includes("json"))
    throw new Error(answer.status === 404 ? "the study is not there" : `the server answered ${answer.status}`);
  return answer.json();
}

const wordsSchema = z.object({ name: studyNameSchema, notes: studyNotesSchema });

/** What was written of one study and is not on the server yet. */
export function wordsShelf(id: string): WordsShelf {
  const key = `words of study ${id}`;
  return {
    get: async () => {
      const read = wordsSchema.safeParse(await get(key));
      return read.success ? read.data : undefined;
    },
    set: (words) => (words ? set(key, words) : del(key)),
  };
}

/** Sends what was written of one study. */
export function sendWords(id: string): (from: number, words: StudyWords) => Promise<WordsAnswer> {
  return async (from, { name, notes }) => {
    const answer = await fetch(`/studies/${id}/notes`, {
      method: "POST",
      headers: { "Content-Type": "application/json", Accept: "application/json" },
      body: JSON.stringify({ from, name, notes }),
    });
    return (await readAnswer(answer)) as WordsAnswer;
  };
}
