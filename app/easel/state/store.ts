import type { StudyCommand, StudyState } from "./study-state";

/** The state of a study's screen, and what runs commands on it. */
export class StudyStore {
  private now: StudyState;
  private readonly listeners = new Set<() => void>();

  constructor(first: StudyState) {
    this.now = first;
  }

  readonly get = (): StudyState => this.now;

  /** @returns whether the command applied */
  readonly run = (command: StudyCommand): boolean => {
    const next = command(this.now);
    if (!next || next === this.now) return false;
    this.now = next;
    for (const listen of this.listeners) listen();
    return true;
  };

  /** @returns what ends the listening */
  readonly subscribe = (listen: () => void): (() => void) => {
    this.listeners.add(listen);
    return () => this.listeners.delete(listen);
  };
}
