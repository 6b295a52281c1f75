import { readFileSync, readlinkSync } from "node:fs";

// How long a thread has worked: the processor's time, so that a busy machine takes nothing of what work may take.

/** The clock's ticks in a second by which Linux counts (proc(5), sysconf(_SC_CLK_TCK)): 100 on every machine that Node runs on. */
const TICKS = 100;
/** Where the system tells no thread's time, all time counts. */
const UNKNOWN = -1;

/** What a thread and whoever waits for it share: the thread's number, and the ms it had worked before. */
export type ThreadClock = Int32Array<SharedArrayBuffer>;

export function threadClock(): ThreadClock {
  return new Int32Array(new SharedArrayBuffer(8));
}

/** Called in a thread as its work begins. */
export function startClock(clock: ThreadClock): void {
  const thread = ownNumber();
  clock[1] = workedBy(thread) ?? Math.round(performance.timeOrigin + performance.now()) % 0x4000_0000;
  Atomics.store(clock, 0, thread);
}

/** The ms that a thread has worked since it began; nothing before that. */
export function workedSince(clock: ThreadClock): number {
  const thread = Atomics.load(clock, 0);
  if (thread === 0) return 0;
  const now = workedBy(thread) ?? Math.round(performance.timeOrigin + performance.now()) % 0x4000_0000;
  return Math.max(0, now - clock[1]);
}

function ownNumber(): number {
  try {
    return Number(readlinkSync("/proc/thread-self").split("/").pop()) || UNKNOWN;
  } catch {
    return UNKNOWN;
  }
}

/** The processor's time that a thread of this process had, ms; undefined where nobody tells. */
function workedBy(thread: number): number | undefined {
  if (thread === UNKNOWN) return undefined;
  try {
    const text = readFileSync(`/proc/self/task/${thread}/stat`, "utf8");
    // Its name, in brackets, may hold spaces: user's and system's time are the 12th and 13th after it.
    const fields = text.slice(text.lastIndexOf(")") + 2).split(" ");
    return ((Number(fields[11]) + Number(fields[12])) * 1000) / TICKS;
  } catch {
    return undefined;
  }
}
