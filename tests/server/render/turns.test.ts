import { startClock, threadClock, workedSince } from "@server/render/thread-time";
import { TooMuchWaits, Turns } from "@server/render/turns";
import fc from "fast-check";
import { expect, test } from "vitest";

/** Work that lasts until it is told to end. */
function lasting() {
  let end: () => void = () => undefined;
  const done = new Promise<void>((resolve) => {
    end = resolve;
  });
  return { end, work: () => done };
}

const settled = () => new Promise((resolve) => setImmediate(resolve));

test("whoever comes with one is served next, however many another has waiting", async () => {
  const turns = new Turns(1, 100);
  const order: string[] = [];
  const first = lasting();
  const begun = turns.take("a", first.work);
  const rest = Array.from({ length: 20 }, (_, n) => turns.take("a", async () => void order.push(`a${n}`)));
  rest.push(turns.take("b", async () => void order.push("b")));
  first.end();
  await Promise.all([begun, ...rest]);
  expect(order.indexOf("b")).toBeLessThan(2);
  expect(order.filter((one) => one !== "b")).toEqual(Array.from({ length: 20 }, (_, n) => `a${n}`));
});

test("one never holds more than half of the places, so that another begins at once", async () => {
  const turns = new Turns(4, 100);
  const long = Array.from({ length: 6 }, lasting);
  const running = long.map(({ work }) => turns.take("a", work));
  let begun = false;
  await turns.take("b", async () => {
    begun = true;
  });
  expect(begun).toBe(true);
  for (const { end } of long) end();
  await Promise.all(running);
});

test("more of one than may wait is refused, and the others' is not", async () => {
  const turns = new Turns(1, 2);
  const first = lasting();
  const running = [turns.take("a", first.work)];
  await settled();
  running.push(
    turns.take("a", async () => undefined),
    turns.take("a", async () => undefined),
  );
  await expect(turns.take("a", async () => undefined)).rejects.toBeInstanceOf(TooMuchWaits);
  running.push(turns.take("b", async () => undefined));
  first.end();
  await Promise.all(running);
});

test("all that is asked for is done once, by whomever, also where some of it fails", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.record({ who: fc.constantFrom("a", "b", "c"), fails: fc.boolean() }), { maxLength: 40 }),
      fc.integer({ min: 1, max: 5 }),
      async (list, places) => {
        const turns = new Turns(places, 100);
        let now = 0;
        let most = 0;
        const done = await Promise.allSettled(
          list.map(({ who, fails }, n) =>
            turns.take(who, async () => {
              most = Math.max(most, ++now);
              await settled();
              now--;
              if (fails) throw new Error(String(n));
              return n;
            }),
          ),
        );
        expect(most).toBeLessThanOrEqual(places);
        expect(done.map(({ status }) => status === "rejected")).toEqual(list.map(({ fails }) => fails));
      },
    ),
    { numRuns: 40 },
  );
});

test("a thread's time is what it works, and not what it sleeps", () => {
  const clock = threadClock();
  expect(workedSince(clock)).toBe(0);
  startClock(clock);
  const end = process.cpuUsage().user + 150_000;
  while (process.cpuUsage().user < end);
  const worked = workedSince(clock);
  expect(worked).toBeGreaterThan(20);
  Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 1500);
  expect(workedSince(clock) - worked, "proc(5): user and system time of the thread").toBeLessThan(700);
});
