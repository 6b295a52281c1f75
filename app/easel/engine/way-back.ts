import { did, doneAgain, emptyHistory, type History, takenBack } from "@core/history/history";
import { bytesOfChange, type Change, packChange } from "@core/study/sheet";

/** So much can be taken back by putting tiles back; what is older is taken back by painting the rest anew. */
const LIMITS = { steps: 600, bytes: 40 << 20 };
/** A change of more bytes than this is packed at once: it would push out whatever came before it. */
const LARGE = 4 << 20;

/** The changes that lead back from what was done, and forward again, packed while they are not wanted. */
export class WayBack {
  private history: History<Change> = emptyHistory(LIMITS);
  /** The newest change, which is not packed yet. */
  private loose: Change | undefined;

  /** Notes what was done last. */
  keep(label: string, change: Change): void {
    this.tidy();
    if (bytesOfChange(change) > LARGE) packChange(change);
    this.history = did(this.history, { label, step: change, bytes: bytesOfChange(change) });
    this.loose = change;
  }

  /** Packs the newest change; not while the hand waits. */
  tidy(): void {
    const { loose } = this;
    this.loose = undefined;
    const last = this.history.done.at(-1);
    if (!loose || last?.step !== loose) return;
    packChange(loose);
    const packed = { ...last, bytes: bytesOfChange(loose) };
    this.history = { ...this.history, done: [...this.history.done.slice(0, -1), packed] };
  }

  /** Takes the last change back by `exchange`; false where none leads back any more. */
  back(exchange: (change: Change, end: "before" | "after") => void): boolean {
    const found = takenBack(this.history);
    if (!found) return false;
    this.history = found[0];
    exchange(found[1].step, "before");
    packChange(found[1].step);
    return true;
  }

  /** Makes the change that was taken back last again by `exchange`; false where none leads there. */
  again(exchange: (change: Change, end: "before" | "after") => void): boolean {
    const found = doneAgain(this.history);
    if (!found) return false;
    this.history = found[0];
    exchange(found[1].step, "after");
    packChange(found[1].step);
    return true;
  }

  clear(): void {
    this.history = emptyHistory(LIMITS);
    this.loose = undefined;
  }
}
