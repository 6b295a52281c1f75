/** Why a request could not be answered: no network, no server, a fault in it, no session, nothing there, or too much sent. */
export const reasons = ["offline", "refused", "failed", "session", "gone", "large"] as const;
export type Reason = (typeof reasons)[number];

/** What the server's status says is wrong with it; undefined where it has answered. */
export function reasonOf(status: number, method: string): Reason | undefined {
  if (status === 401) return "session";
  if (status === 502 || status === 503 || status === 504) return "refused";
  if (status >= 500) return "failed";
  if (method !== "GET" && status === 404) return "gone";
  if (status === 413) return "large";
  return undefined;
}

/** How long it waits before it asks again by itself, ms: longer each time. What a person must mend is not asked again by itself. */
export function pauseBefore(reason: Reason, tries: number): number | undefined {
  return reason === "offline" || reason === "refused" ? Math.min(15_000, 1000 * 2 ** tries) : undefined;
}

interface Held {
  readonly reason: Reason;
  readonly again: () => void;
}

/** The requests that could not be answered yet and are held until they are. */
export class Troubles {
  private readonly held = new Map<object, Held>();
  private readonly listeners = new Set<() => void>();

  /** Why the request that was held last is held; undefined while none is. */
  get reason(): Reason | undefined {
    return [...this.held.values()].at(-1)?.reason;
  }

  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Asks again for everything that is held. */
  tryAgain(): void {
    for (const { again } of [...this.held.values()]) again();
  }

  /**
   * Holds a request until it is to be tried again.
   * @param pause after which that happens by itself, ms; absent: only when asked @throws what the signal was aborted with
   */
  hold(
    request: object,
    reason: Reason,
    pause: number | undefined,
    signal: AbortSignal | null | undefined,
  ): Promise<void> {
    return new Promise((resolve, reject) => {
      const stop = () => {
        clearTimeout(timer);
        signal?.removeEventListener("abort", abort);
      };
      const abort = () => {
        stop();
        this.release(request);
        reject(signal?.reason);
      };
      const again = () => {
        stop();
        resolve();
      };
      const timer = pause === undefined ? undefined : setTimeout(again, pause);
      if (signal?.aborted) return abort();
      signal?.addEventListener("abort", abort);
      this.held.set(request, { reason, again });
      this.tell();
    });
  }

  /** Says that a request has been answered, or is wanted no more. */
  release(request: object): void {
    if (this.held.delete(request)) this.tell();
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

/** Those of this page. */
export const troubles = new Troubles();
