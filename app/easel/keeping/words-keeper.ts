import type { StudyNotes } from "@core/study/model";

/** What a maker writes of a study: its name, and what is said along its roll. */
export interface StudyWords {
  readonly name: string;
  readonly notes: StudyNotes;
}

/** How the server answers to words that are sent to it. */
export type WordsAnswer =
  | { readonly kind: "saved"; readonly revision: number }
  /** Somebody else has written meanwhile. */
  | { readonly kind: "newer"; readonly revision: number; readonly words: StudyWords }
  | { readonly kind: "refused"; readonly fault: string };

/** Keeps words that the server does not have yet in this browser. */
export interface WordsShelf {
  get(): Promise<StudyWords | undefined>;
  set(words: StudyWords | undefined): Promise<void>;
}

const RETRIES = [1000, 3000, 10_000, 30_000];

/**
 * Keeps what is written of a study: in this browser at once, and on the server as soon as it can be reached. What two have
 * written is brought together.
 */
export class WordsKeeper {
  private waiting: StudyWords | undefined;
  private sending = false;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private stopped = false;

  /**
   * @param send @throws where the server cannot be reached
   * @param tell is told the words where they have become others, and why they are not on the server, while they are not
   */
  constructor(
    private readonly shelf: WordsShelf,
    private readonly send: (from: number, words: StudyWords) => Promise<WordsAnswer>,
    private revision: number,
    private readonly tell: (words: StudyWords | undefined, unkept: string | undefined) => void,
  ) {}

  /** Takes up what was written here and never reached the server. @param now what the server has */
  async open(now: StudyWords): Promise<void> {
    const draft = await this.shelf.get().catch(() => undefined);
    if (!draft || this.waiting) return;
    const words = together(now, draft);
    this.tell(words, undefined);
    this.keep(words);
  }

  keep(words: StudyWords): void {
    this.waiting = words;
    void this.shelf.set(words).catch(() => undefined);
    void this.go();
  }

  /** Tries again at once: the network is back. */
  retry(): void {
    this.failures = 0;
    void this.go();
  }

  close(): void {
    this.stopped = true;
    clearTimeout(this.timer);
  }

  private async go(): Promise<void> {
    clearTimeout(this.timer);
    while (this.waiting && !this.sending && !this.stopped) {
      const words = this.waiting;
      this.sending = true;
      const answer = await this.send(this.revision, words).catch((error: Error) => error);
      this.sending = false;
      if (answer instanceof Error || answer.kind === "refused") {
        this.tell(undefined, answer instanceof Error ? answer.message : answer.fault);
        this.timer = setTimeout(() => void this.go(), RETRIES[Math.min(this.failures++, RETRIES.length - 1)]);
        return;
      }
      this.failures = 0;
      this.revision = answer.revision;
      if (answer.kind === "newer") {
        this.waiting = together(answer.words, this.waiting);
        this.tell(this.waiting, undefined);
      } else if (this.waiting === words) {
        this.waiting = undefined;
        await this.shelf.set(undefined).catch(() => undefined);
        this.tell(undefined, undefined);
      }
    }
  }
}

/** What two have written: the later name, and all that is said, the later where both say something at one place. */
function together(earlier: StudyWords, later: StudyWords): StudyWords {
  const joined = <T extends { readonly from: number }>(a: readonly T[], b: readonly T[]) =>
    [...new Map([...a, ...b].map((one) => [one.from, one])).values()].sort((p, q) => p.from - q.from);
  return {
    name: later.name,
    notes: {
      chapters: joined(earlier.notes.chapters, later.notes.chapters),
      captions: joined(earlier.notes.captions, later.notes.captions),
    },
  };
}
