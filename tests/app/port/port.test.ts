import { expect, test } from "vitest";
import { CallDropped, CallFailed, openPort, type WorkerEnd } from "~/port/open-port";
import { breath, servePort } from "~/port/serve-port";

interface Sums {
  calls: {
    add: { ask: readonly number[]; answer: number };
    /** Says each part as it goes. */
    slow: { ask: number; answer: number };
    bytes: { ask: number; answer: Uint8Array<ArrayBuffer> };
  };
  tells: { note: string };
  says: { part: number; noted: string };
}

/** A worker made of a channel: what it posts and hears crosses as between threads. */
function joined() {
  const { port1, port2 } = new MessageChannel();
  const listeners = new Map<string, ((event: never) => void)[]>();
  let terminated = false;
  const end: WorkerEnd = {
    postMessage: (message, { transfer }) => port1.postMessage(message, transfer),
    addEventListener: (type: string, listen: (event: never) => void) => {
      listeners.set(type, [...(listeners.get(type) ?? []), listen]);
      if (type === "message") port1.addEventListener("message", listen as unknown as EventListener);
    },
    terminate: () => {
      terminated = true;
      port1.close();
    },
  };
  port1.start();
  port2.start();
  let going = 0;
  const say = servePort<Sums>(
    {
      postMessage: (message, { transfer }) => port2.postMessage(message, transfer),
      addEventListener: (_, listen) => port2.addEventListener("message", listen as EventListener),
    },
    {
      calls: {
        add: (numbers) => {
          if (numbers.length === 0) throw new RangeError("there is nothing to add");
          return numbers.reduce((sum, n) => sum + n);
        },
        slow: async (steps, job) => {
          going++;
          for (let n = 1; n <= steps; n++) {
            if (!(await job.wanted())) {
              going--;
              return undefined;
            }
            job.say("part", n);
          }
          going--;
          return steps;
        },
        bytes: (length, job) => {
          const made = new Uint8Array(length).fill(7);
          job.transfer(made.buffer);
          return made;
        },
      },
      tells: {
        note: (text) => {
          if (text === "") throw new Error("an empty note");
          say("noted", text);
        },
      },
    },
  );
  const troubles: string[] = [];
  const port = openPort<Sums>(end, (fault) => troubles.push(fault));
  const raise = (type: string, event: object) => {
    for (const listen of listeners.get(type) ?? []) listen(event as never);
  };
  return { port, troubles, raise, isTerminated: () => terminated, going: () => going };
}

async function until(is: () => boolean): Promise<void> {
  while (!is()) await breath();
}

test("a call is answered, each with its own answer, and what is transferred arrives", async () => {
  const { port } = joined();
  expect(await Promise.all([port.call("add", [1, 2]), port.call("add", [3, 4, 5])])).toEqual([3, 12]);
  expect(await port.call("bytes", 5)).toEqual(new Uint8Array([7, 7, 7, 7, 7]));
});

test("a fault in a call rejects that call alone, with what it said", async () => {
  const { port, troubles } = joined();
  const [bad, good] = await Promise.allSettled([port.call("add", []), port.call("add", [1])]);
  expect(bad).toMatchObject({ status: "rejected", reason: new CallFailed("there is nothing to add") });
  expect(good).toMatchObject({ status: "fulfilled", value: 1 });
  expect(troubles).toEqual([]);
});

test("a fault in what is told is trouble, for nobody waits for an answer", async () => {
  const { port, troubles } = joined();
  const noted: string[] = [];
  port.on("noted", (text) => noted.push(text));
  port.tell("note", "");
  port.tell("note", "a");
  await until(() => noted.length > 0);
  expect(troubles).toEqual(["an empty note"]);
  expect(noted).toEqual(["a"]);
});

test("the newest call wins: an older one of its name is dropped, stops working, and is heard no more", async () => {
  const { port, going } = joined();
  const parts: number[] = [];
  port.on("part", (n) => parts.push(n));
  const first = port.call("slow", 1_000_000, { newest: true });
  await until(() => parts.length > 3);
  const second = port.call("slow", 3, { newest: true });
  const heard = parts.length;
  await expect(first).rejects.toBeInstanceOf(CallDropped);
  expect(await second).toBe(3);
  expect(parts.slice(heard)).toEqual([1, 2, 3]);
  await until(() => going() === 0);
});

test("a call that is cancelled is dropped and its work ends; other calls go on", async () => {
  const { port, going } = joined();
  const cancel = new AbortController();
  const work = port.call("slow", 1_000_000, { signal: cancel.signal });
  await until(() => going() === 1);
  cancel.abort();
  await expect(work).rejects.toBeInstanceOf(CallDropped);
  await until(() => going() === 0);
  await expect(port.call("add", [1], { signal: cancel.signal })).rejects.toBeInstanceOf(CallDropped);
  expect(await port.call("add", [2])).toBe(2);
});

test("a worker that breaks or does not start rejects everything asked, now and later, and tells trouble", async () => {
  const { port, raise, troubles } = joined();
  const work = port.call("slow", 1_000_000);
  raise("error", { message: "" });
  await expect(work).rejects.toThrow("its worker could not start");
  await expect(port.call("add", [1])).rejects.toBeInstanceOf(CallFailed);
  expect(troubles).toEqual(["its worker could not start"]);
});

test("a message that cannot be read rejects what is asked", async () => {
  const { port, raise } = joined();
  const work = port.call("slow", 1_000_000);
  raise("messageerror", {});
  await expect(work).rejects.toBeInstanceOf(CallFailed);
});

test("a question that cannot be sent rejects", async () => {
  const { port } = joined();
  await expect(port.call("add", [(() => 1) as never])).rejects.toBeInstanceOf(CallFailed);
});

test("closing ends the worker and drops what is asked; nothing waits for ever", async () => {
  const { port, isTerminated } = joined();
  const work = port.call("slow", 1_000_000);
  port.close();
  await expect(work).rejects.toBeInstanceOf(CallDropped);
  await expect(port.call("add", [1])).rejects.toBeInstanceOf(CallDropped);
  port.tell("note", "a");
  expect(isTerminated()).toBe(true);
});

test("what is no longer listened to is not heard", async () => {
  const { port } = joined();
  const heard: string[] = [];
  const stop = port.on("noted", (text) => heard.push(text));
  port.tell("note", "a");
  await until(() => heard.length === 1);
  stop();
  port.tell("note", "b");
  await port.call("add", [1]);
  await breath();
  expect(heard).toEqual(["a"]);
});
