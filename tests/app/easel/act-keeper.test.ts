import type { Act } from "@core/study/act";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { ActKeeper, type ActServer, type ActShelf, type Keeping } from "~/easel/keeping/act-keeper";

const act = (at: number): Act => ({ kind: "fill", at, layer: 1, colour: null });

/** A server of which each fault can be chosen. */
class Server implements ActServer {
  acts: Act[] = [];
  down = false;
  /** Answers are lost after the acts were kept. */
  deaf = false;
  sent = 0;

  async from(n: number): Promise<readonly Act[]> {
    if (this.down) throw new Error("offline");
    return this.acts.slice(n);
  }

  readonly parted: { readonly from: number; readonly acts: readonly Act[] }[] = [];

  async apart(from: number, acts: readonly Act[]) {
    if (this.down) throw new Error("offline");
    this.parted.push({ from, acts });
    return `study ${this.parted.length}`;
  }

  readonly joined: { readonly id: string; readonly from: number; readonly acts: number }[] = [];

  async join(id: string, from: number, acts: readonly Act[]) {
    this.joined.push({ id, from, acts: acts.length });
    return { kind: "kept" as const, next: from + acts.length };
  }

  async send(from: number, acts: readonly Act[]) {
    this.sent++;
    if (this.down) throw new Error("offline");
    if (from !== this.acts.length) return { kind: "elsewhere" as const, next: this.acts.length };
    this.acts.push(...acts);
    if (this.deaf) throw new Error("no answer");
    return { kind: "kept" as const, next: this.acts.length };
  }
}

class Shelf implements ActShelf {
  readonly kept = new Map<number, Act>();
  async entries() {
    return [...this.kept];
  }
  async set(n: number, one: Act) {
    this.kept.set(n, one);
  }
  async drop(from: number) {
    for (const n of [...this.kept.keys()]) if (n >= from) this.kept.delete(n);
  }
}

let server: Server;
let shelf: Shelf;
let said: Keeping[];
const keeperOf = (on: ActShelf = shelf) => new ActKeeper(on, server, (keeping) => said.push(keeping));

beforeEach(() => {
  vi.useFakeTimers();
  server = new Server();
  shelf = new Shelf();
  said = [];
});
afterEach(() => {
  vi.useRealTimers();
});

test("each act is kept here at once and on the server soon, in order, and is said to be", async () => {
  const keeper = keeperOf();
  await keeper.open();
  for (let n = 0; n < 450; n++) keeper.add(n, act(n));
  expect(shelf.kept.size).toBe(450);
  expect(said.at(-1)).toEqual({ kind: "sending", acts: 450 });
  await vi.advanceTimersByTimeAsync(1000);
  expect(server.acts).toEqual([...shelf.kept.values()]);
  expect(server.sent).toBe(3);
  expect(said.at(-1)).toEqual({ kind: "kept" });
});

test("whoever paints without a pause does not put sending off", async () => {
  const keeper = keeperOf();
  await keeper.open();
  for (let n = 0; n < 20; n++) {
    keeper.add(n, act(n));
    await vi.advanceTimersByTimeAsync(150);
  }
  expect(server.acts.length).toBeGreaterThan(15);
});

test("while the server is away acts wait here; they are sent when it is back, or the network says so", async () => {
  const keeper = keeperOf();
  await keeper.open();
  server.down = true;
  keeper.add(0, act(0));
  await vi.advanceTimersByTimeAsync(2000);
  expect(said.at(-1)).toEqual({ kind: "waiting", acts: 1, why: "offline", here: true });
  server.down = false;
  keeper.retry();
  await vi.advanceTimersByTimeAsync(1);
  expect(server.acts).toHaveLength(1);
  expect(said.at(-1)).toEqual({ kind: "kept" });
});

describe("what is missing is filled in", () => {
  test("on the server, after the page was killed before it could send", async () => {
    server.down = true;
    const killed = keeperOf();
    shelf.kept.set(0, act(0));
    await killed.open();
    killed.add(1, act(1));
    server.down = false;
    const keeper = keeperOf();
    expect(await keeper.open()).toEqual([act(0), act(1)]);
    await vi.advanceTimersByTimeAsync(10);
    expect(server.acts).toEqual([act(0), act(1)]);
  });

  test("on the server, after its database came back from an older state", async () => {
    const keeper = keeperOf();
    await keeper.open();
    for (let n = 0; n < 5; n++) keeper.add(n, act(n));
    await keeper.flush();
    server.acts = server.acts.slice(0, 2);
    keeper.add(5, act(5));
    await vi.advanceTimersByTimeAsync(2000);
    expect(server.acts).toEqual([0, 1, 2, 3, 4, 5].map(act));
  });

  test("here, in another browser", async () => {
    server.acts = [act(0), act(1)];
    expect(await keeperOf().open()).toEqual([act(0), act(1)]);
    expect(shelf.kept.size).toBe(2);
  });

  test("nowhere, where only the answer was lost", async () => {
    const keeper = keeperOf();
    await keeper.open();
    server.deaf = true;
    keeper.add(0, act(0));
    await vi.advanceTimersByTimeAsync(500);
    server.deaf = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.acts).toEqual([act(0)]);
    expect(said.at(-1)).toEqual({ kind: "kept" });
  });
});

test("a study that was painted on elsewhere is not mixed up: nothing is sent, what was done here stays here", async () => {
  const keeper = keeperOf();
  await keeper.open();
  server.acts = [act(77)];
  keeper.add(0, act(0));
  await vi.advanceTimersByTimeAsync(1000);
  expect(said.at(-1)).toEqual({ kind: "elsewhere", acts: 1 });
  keeper.add(1, act(1));
  await vi.advanceTimersByTimeAsync(60_000);
  expect(server.acts).toEqual([act(77)]);
  expect([...shelf.kept.values()]).toEqual([act(0), act(1)]);
  // Opened again, it becomes a study of its own, and one goes on from what the server has.
  const again = keeperOf();
  expect(await again.open()).toEqual([act(77)]);
  expect([again.parted, server.parted]).toEqual(["study 1", [{ from: 0, acts: [act(0), act(1)] }]]);
  again.add(1, act(2));
  await vi.advanceTimersByTimeAsync(1000);
  expect(server.acts).toEqual([act(77), act(2)]);
  expect([...shelf.kept.values()]).toEqual([act(77), act(2)]);
});

test("what was painted apart stays here until the server has made a study of it", async () => {
  server.acts = [act(77)];
  shelf.kept.set(0, act(0));
  vi.spyOn(server, "apart").mockRejectedValueOnce(new Error("offline"));
  await expect(keeperOf().open()).rejects.toThrow("offline");
  expect([...shelf.kept.values()]).toEqual([act(0)]);
});

test("a browser whose store is full or forbidden still keeps on the server", async () => {
  const broken: ActShelf = {
    entries: () => Promise.reject(new Error("forbidden")),
    set: () => Promise.reject(new Error("full")),
    drop: () => Promise.reject(new Error("full")),
  };
  const keeper = keeperOf(broken);
  await keeper.open();
  keeper.add(0, act(0));
  await vi.advanceTimersByTimeAsync(1000);
  expect(server.acts).toEqual([act(0)]);
});

test("what was painted apart for long goes up in parts, each no larger than the server takes", async () => {
  server.acts = [act(77)];
  const trace = { x: Array(20_000).fill(-131), y: Array(20_000).fill(131), t: Array(20_000).fill(64) };
  const stroke = (at: number) => ({ kind: "stroke", at, trace }) as unknown as Act;
  for (let n = 0; n < 30; n++) shelf.kept.set(n, stroke(n));
  const keeper = keeperOf();
  expect(await keeper.open()).toEqual([act(77)]);
  expect(keeper.parted).toBe("study 1");
  const first = server.parted[0].acts;
  expect(JSON.stringify(first).length).toBeLessThan(4 << 20);
  const counts = [first.length, ...server.joined.map(({ acts }) => acts)];
  expect(counts.reduce((sum, n) => sum + n, 0)).toBe(30);
  expect(counts.length).toBeGreaterThan(2);
  expect(server.joined[0]).toMatchObject({ id: "study 1", from: first.length });
  expect([...shelf.kept.values()]).toEqual([act(77)]);
});

test("acts are said to be in this browser only where they are", async () => {
  const full: ActShelf = {
    ...shelf,
    entries: async () => [],
    set: () => Promise.reject(new Error("full")),
    drop: async () => undefined,
  };
  const keeper = keeperOf(full);
  await keeper.open();
  server.down = true;
  keeper.add(0, act(0));
  await vi.advanceTimersByTimeAsync(1000);
  expect(said.at(-1)).toEqual({ kind: "waiting", acts: 1, why: "offline", here: false });
});
