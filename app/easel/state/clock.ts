/** Longer than this, ms, nobody waits to see a painter think. */
const LONGEST_PAUSE = 4000;

/** A study's own time: it goes on while one paints, and hardly while one does not. */
export class StudyClock {
  private heard: number;

  /** @param time the study's time when the clock begins, ms @param now what tells the world's time, ms */
  constructor(
    private time: number,
    private readonly now: () => number = () => performance.now(),
  ) {
    this.heard = now();
  }

  /** The study's time now, ms. */
  read(): number {
    const now = this.now();
    this.time += Math.min(LONGEST_PAUSE, Math.max(0, now - this.heard));
    this.heard = now;
    return Math.round(this.time * 8) / 8;
  }
}
