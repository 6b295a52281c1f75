import type { Act } from "@core/study/act";
import type { HandShelf } from "./hand-keeper";

/** Keeps acts in this browser, by their number in the log. */
export interface ActShelf {
  entries(): Promise<readonly (readonly [number, Act])[]>;
  set(n: number, act: Act): Promise<void>;
  /** Forgets all acts from this number on. */
  drop(from: number): Promise<void>;
}

/** How the server answers to acts that are sent to it. */
export type Answer =
  | { readonly kind: "kept"; readonly next: number }
  | { readonly kind: "elsewhere"; readonly next: number }
  | { readonly kind: "refused"; readonly fault: string };

/** Keeps acts for good. Both throw where it cannot be reached. */
export interface ActServer {
  from(n: number): Promise<readonly Act[]>;
  send(from: number, acts: readonly Act[]): Promise<Answer>;
  /** Makes a study of its own of acts that cannot follow those before `from` here any more; its id. */
  apart(from: number, acts: readonly Act[]): Promise<string>;
  /** Goes on with such a study. */
  join(id: string, from: number, acts: readonly Act[]): Promise<Answer>;
}

/** Where the acts are that were done. */
export type Keeping =
  | { readonly kind: "kept" }
  /** On its way. */
  | { readonly kind: "sending"; readonly acts: number }
  /** Not on the server until that is there again; in this browser, where that could keep them. */
  | { readonly kind: "waiting"; readonly acts: number; readonly why: string; readonly here: boolean }
  /** The study was painted on elsewhere: what was done here since cannot join. */
  | { readonly kind: "elsewhere"; readonly acts: number };

/** So much is sent at once, letters of JSON, and so long acts wait for others, ms. The longest stroke has about as many. */
const MOST_LETTERS = 1_500_000;
const MOST_ACTS = 200;
const PAUSE = 400;
const RETRIES = [1000, 2000, 5000, 10_000, 30_000];

/**
 * Keeps a study as it grows: each act in this browser at once, and on the server in numbered parts, each acknowledged.
 * Whatever is missing on either side is filled in from the other.
 */
export class ActKeeper implements HandShelf {
  private log: Act[] = [];
  /** The number of acts that the server surely has. */
  private kept = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private due = 0;
  private sending = false;
  private failures = 0;
  private stopped = false;
  private apart = false;
  private own: string | undefined;
  /** Whether this browser has kept all that it was given. */
  private holds = true;

  constructor(
    private readonly shelf: ActShelf,
    private readonly server: ActServer,
    private readonly tell: (keeping: Keeping) => void,
  ) {}

  /** The id of the study that was made of what was painted here apart, if it was. */
  get parted(): string | undefined {
    return this.own;
  }

  /**
   * All acts that are kept anywhere, in order. What was painted here apart from what the server has becomes a study of its own.
   * @throws what the server throws, where neither it nor this browser knows them, or it cannot take what was painted apart:
   * nothing is lost then
   */
  async open(): Promise<readonly Act[]> {
    const here = new Map(await this.shelf.entries().catch(() => []));
    const there = await this.server.from(0).catch((error: unknown) => error);
    if (Array.isArray(there)) {
      this.log = [...(there as readonly Act[])];
      this.kept = this.log.length;
      const parts = this.log.findIndex((act, n) => here.has(n) && !same(act, here.get(n)));
      if (parts >= 0) await this.partFrom(here, parts);
    } else if (here.size === 0) throw there;
    for (let n = this.log.length; here.has(n); n++) this.log.push(here.get(n) as Act);
    for (const [n, act] of this.log.entries()) if (!here.has(n)) this.hold(n, act);
    this.say();
    this.later(0);
    return this.log;
  }

  /** Keeps the next act. */
  add(n: number, act: Act): void {
    if (n !== this.log.length) throw new RangeError(`act ${n} does not follow ${this.log.length - 1}`);
    this.log.push(act);
    this.hold(n, act);
    this.say();
    this.later(PAUSE);
  }

  /** Keeps a stroke in this browser that is not done yet; see `HandShelf`. */
  hand(place: number, act: Act | undefined): void {
    const n = this.log.length + place;
    if (act) this.hold(n, act);
    else this.shelf.drop(n).catch(() => undefined);
  }

  /** Tries again at once: the network is back. */
  retry(): void {
    this.failures = 0;
    this.later(0);
  }

  /** Sends what waits, now. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    await this.send();
  }

  close(): void {
    void this.flush();
    this.stopped = true;
  }

  private later(ms: number): void {
    const due = Date.now() + ms;
    // Who paints without a pause must not put sending off.
    if (this.stopped || this.apart || this.sending || (this.timer && this.due <= due)) return;
    clearTimeout(this.timer);
    this.due = due;
    this.timer = setTimeout(() => void this.send(), ms);
  }

  private async send(): Promise<void> {
    this.timer = undefined;
    if (this.sending || this.apart || this.kept >= this.log.length) return;
    this.sending = true;
    const from = this.kept;
    const part = this.nextPart();
    try {
      await this.take(await this.server.send(from, part));
      this.failures = 0;
      this.say();
    } catch (error) {
      this.failures++;
      this.say(error instanceof Error ? error.message : String(error));
    }
    this.sending = false;
    if (this.kept < this.log.length)
      this.later(this.failures === 0 ? 0 : RETRIES[Math.min(this.failures, RETRIES.length) - 1]);
  }

  /** Gives what was painted here from a number on to a study of its own, and lets go of it here once that is kept. */
  private async partFrom(here: Map<number, Act>, from: number): Promise<void> {
    const acts: Act[] = [];
    for (let n = from; here.has(n); n++) acts.push(here.get(n) as Act);
    // In parts, as all that is sent.
    const first = partOf(acts, 0);
    const own = await this.server.apart(from, first);
    for (let done = first.length; done < acts.length; ) {
      const part = partOf(acts, done);
      const answer = await this.server.join(own, from + done, part);
      if (answer.kind === "refused") throw new Error(answer.fault);
      done = answer.next - from;
    }
    this.own = own;
    await this.shelf.drop(from);
    for (const n of [...here.keys()]) if (n >= from) here.delete(n);
  }

  /** Keeps an act in this browser, and knows where that is full or forbidden. */
  private hold(n: number, act: Act): void {
    this.shelf.set(n, act).catch(() => {
      if (!this.holds) return;
      this.holds = false;
      this.say();
    });
  }

  private nextPart(): readonly Act[] {
    return partOf(this.log, this.kept);
  }

  private async take(answer: Answer): Promise<void> {
    if (answer.kind === "kept") this.kept = answer.next;
    else if (answer.kind === "refused") throw new Error(answer.fault);
    else if (answer.next < this.kept) this.kept = answer.next;
    else {
      // Either an answer was lost on its way, or somebody else has painted on.
      const since = await this.server.from(this.kept);
      this.apart = since.some((act, i) => !same(act, this.log[this.kept + i]));
      if (!this.apart) this.kept += since.length;
    }
  }

  private say(why?: string): void {
    const acts = this.log.length - this.kept;
    if (this.apart) this.tell({ kind: "elsewhere", acts });
    else if (acts === 0) this.tell({ kind: "kept" });
    else if (this.failures > 0)
      this.tell({ kind: "waiting", acts, why: why ?? "the server cannot be reached", here: this.holds });
    else this.tell({ kind: "sending", acts });
  }
}

/** As many acts from a number on as are sent at once: one at least. */
function partOf(acts: readonly Act[], from: number): readonly Act[] {
  let letters = 0;
  const part: Act[] = [];
  for (const act of acts.slice(from, from + MOST_ACTS)) {
    letters += JSON.stringify(act).length;
    if (part.length > 0 && letters > MOST_LETTERS) break;
    part.push(act);
  }
  return part;
}

function same(a: Act, b: Act | undefined): boolean {
  return JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
}

/** The same value with its fields in one order, at every depth. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.length > 0 && typeof value[0] === "number" ? value : value.map(sorted);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sorted(inner)]),
  );
}
