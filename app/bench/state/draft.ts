import { type Brush, parseBrush } from "@core/brush";
import { isChanged } from "./bench-state";
import { draftKept, takeDraft } from "./commands";
import type { BenchStore } from "./store";

/** How long a change waits for the next one before it is kept, ms. */
export const PAUSE = 250;
/** How long changes that follow one another wait at most, ms. */
export const LONGEST_WAIT = 1500;

/** What keeps drafts: a browser's own store, by keys. */
export interface DraftShelf {
  get(key: string): Promise<unknown>;
  set(key: string, value: unknown): Promise<void>;
  del(key: string): Promise<void>;
}

/** What a maker has changed and not saved. */
interface Draft {
  readonly brush: Brush;
  /** The revision it was begun from. */
  readonly revision: number;
}

/**
 * Keeps what is not saved of one bench's brush, so that a closed page, a lost server and a crash cost nothing. It is read
 * once with `open`, and then follows the bench until `close`.
 */
export class DraftKeeper {
  private readonly key: string;
  private stop: (() => void) | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** What has not been kept yet, and how to keep it; undefined while all is. */
  private waiting: (() => Promise<void>) | undefined;
  private since = 0;
  private turn = 0;
  private spent = false;

  constructor(
    private readonly store: BenchStore,
    id: string,
    private readonly shelf: DraftShelf,
  ) {
    this.key = `draft ${id}`;
  }

  /** Takes up an earlier draft, where there is one that differs from what is saved, and begins to keep. */
  async open(): Promise<void> {
    let closed = false;
    this.stop = () => {
      closed = true;
    };
    const draft = await this.read();
    if (closed) return;
    const { saved } = this.store.get();
    if (draft && JSON.stringify(draft.brush) !== JSON.stringify(saved))
      this.store.run(takeDraft(draft.brush, draft.revision));
    let known = this.store.get();
    this.stop = this.store.subscribe(() => {
      const next = this.store.get();
      const same = next.brush === known.brush && next.saved === known.saved && next.revision === known.revision;
      known = next;
      if (!same) this.notice();
    });
  }

  /** Keeps now what waits to be kept. */
  flush(): void {
    void this.waiting?.();
  }

  /** What has changed has gone into another brush: this one is as it was. */
  spend(): void {
    this.spent = true;
    this.waiting = undefined;
    clearTimeout(this.timer);
    void this.shelf.del(this.key).catch(() => undefined);
  }

  /** Leaving the bench must not lose the last quarter of a second. */
  close(): void {
    this.stop?.();
    this.flush();
    clearTimeout(this.timer);
  }

  private notice(): void {
    if (this.spent) return;
    const turn = ++this.turn;
    const { brush, revision } = this.store.get();
    const changed = isChanged(this.store.get());
    this.store.run(draftKept(false));
    if (!this.waiting) this.since = performance.now();
    this.waiting = async () => {
      this.waiting = undefined;
      const done = changed
        ? this.shelf.set(this.key, { text: JSON.stringify(brush), revision })
        : this.shelf.del(this.key);
      const kept = await done.then(
        () => changed,
        () => false,
      );
      if (turn === this.turn) this.store.run(draftKept(kept));
    };
    // A slider that goes on moving is kept on its way.
    const pause = Math.min(PAUSE, Math.max(0, this.since + LONGEST_WAIT - performance.now()));
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.flush(), changed ? pause : 0);
  }

  /** The draft in this browser; undefined when there is none that can be read. */
  private async read(): Promise<Draft | undefined> {
    const kept = await this.shelf.get(this.key).catch(() => undefined);
    if (typeof kept !== "object" || kept === null || !("text" in kept) || !("revision" in kept)) return undefined;
    if (typeof kept.text !== "string" || typeof kept.revision !== "number") return undefined;
    try {
      return { brush: parseBrush(JSON.parse(kept.text)), revision: kept.revision };
    } catch {
      // A draft of another version of Brosse: what is on the shelf counts.
      return undefined;
    }
  }
}
