import { describe, expect, test, vi } from "vitest";
import { steadfastFetch } from "~/reach/steadfast-fetch";
import { pauseBefore, reasonOf, Troubles } from "~/reach/troubles";

const ours = (url: URL) => url.pathname.endsWith(".data");
const address = "http://brosse.test/bench/1.data";

function house(answers: (number | "down")[], online = true) {
  const troubles = new Troubles();
  const asked: RequestInit[] = [];
  const plain = vi.fn(async (_: unknown, init?: RequestInit) => {
    asked.push(init ?? {});
    const next = answers.shift();
    if (next === "down" || next === undefined) throw new TypeError("Failed to fetch");
    return new Response("done", { status: next });
  });
  return {
    troubles,
    asked,
    get: steadfastFetch(plain as unknown as typeof fetch, troubles, ours, () => online),
  };
}

describe("requests of the pages", () => {
  test("one that fails is held until it is tried again, with what it sent", async () => {
    const { troubles, asked, get } = house([500, 500, 200]);
    const heard = vi.fn();
    troubles.subscribe(heard);
    const answer = get(address, { method: "POST", body: "mine" });
    await vi.waitFor(() => expect(troubles.reason).toBe("failed"));
    expect(heard).toHaveBeenCalled();
    troubles.tryAgain();
    await vi.waitFor(() => expect(asked).toHaveLength(2));
    await Promise.resolve();
    expect(troubles.reason).toBe("failed");
    troubles.tryAgain();
    expect((await answer).status).toBe(200);
    expect(troubles.reason).toBeUndefined();
    expect(asked.map(({ body }) => body)).toEqual(["mine", "mine", "mine"]);
  });

  test("no network and no server are told apart, and asked again by themselves", async () => {
    vi.useFakeTimers();
    try {
      for (const [online, reason] of [
        [false, "offline"],
        [true, "refused"],
      ] as const) {
        const { troubles, asked, get } = house(["down", "down", 200], online);
        const answer = get(address);
        await vi.advanceTimersByTimeAsync(0);
        expect(troubles.reason).toBe(reason);
        await vi.advanceTimersByTimeAsync(3000);
        expect((await answer).status).toBe(200);
        expect(asked).toHaveLength(3);
        expect(troubles.reason).toBeUndefined();
      }
    } finally {
      vi.useRealTimers();
    }
  });

  test("one that is wanted no more ends, and another one held stays", async () => {
    const { troubles, get } = house([401, 404]);
    const leave = new AbortController();
    const first = get(address, { method: "POST" });
    await vi.waitFor(() => expect(troubles.reason).toBe("session"));
    const second = get(address, { method: "POST", signal: leave.signal });
    await vi.waitFor(() => expect(troubles.reason).toBe("gone"));
    leave.abort();
    await expect(second).rejects.toThrow();
    expect(troubles.reason).toBe("session");
    void first;
  });

  test("answers pass, whatever they say, and so do requests of others", async () => {
    const { troubles, get } = house([409, 400, 202, 404, 500]);
    for (const status of [409, 400, 202]) expect((await get(address, { method: "POST" })).status).toBe(status);
    expect((await get(address)).status).toBe(404);
    expect((await get("http://brosse.test/strips/1.png")).status).toBe(500);
    await expect(get("http://brosse.test/strips/1.png")).rejects.toThrow("Failed to fetch");
    expect(troubles.reason).toBeUndefined();
  });

  test("what a person must mend is not asked again by itself; the rest ever more seldom", () => {
    for (const status of [401, 404, 413, 500]) {
      const reason = reasonOf(status, "POST");
      expect(reason && pauseBefore(reason, 0)).toBeUndefined();
    }
    const pauses = [0, 1, 2, 3, 4, 5].map((tries) => pauseBefore("offline", tries) ?? 0);
    expect(pauses).toEqual([...pauses].sort((a, b) => a - b));
    expect(pauses.at(-1)).toBe(15_000);
  });
});
