/** Too much waits already. */
export class TooMuchWaits extends Error {}

interface Turn {
  readonly begin: () => void;
}

/**
 * Lets those who ask take turns: of each who waits, whoever was served longest ago comes next, and nobody holds more than half
 * of the places while they could be another's. Waiting costs nobody any of the time that their work may take.
 */
export class Turns {
  private readonly waiting = new Map<string, Turn[]>();
  private readonly held = new Map<string, number>();
  private places: number;
  /** How many places one may hold at a time. */
  private readonly share: number;

  /**
   * @param places how much is done at one time
   * @param most how much of one may wait
   */
  constructor(
    places: number,
    private readonly most: number,
  ) {
    this.places = places;
    this.share = Math.max(1, places >> 1);
  }

  /** Does some work of one who asks as soon as it is their turn. @throws TooMuchWaits, and nothing is begun */
  async take<T>(who: string, work: () => Promise<T>): Promise<T> {
    const own = this.waiting.get(who) ?? [];
    if (own.length >= this.most) throw new TooMuchWaits();
    await new Promise<void>((begin) => {
      own.push({ begin });
      this.waiting.set(who, own);
      this.serve();
    });
    try {
      return await work();
    } finally {
      this.places++;
      const left = (this.held.get(who) ?? 1) - 1;
      if (left > 0) this.held.set(who, left);
      else this.held.delete(who);
      this.serve();
    }
  }

  private serve(): void {
    while (this.places > 0) {
      const next = this.next();
      if (!next) return;
      const [who, turns] = next;
      const turn = turns.shift();
      // Behind all others, who come first now.
      this.waiting.delete(who);
      if (turns.length > 0) this.waiting.set(who, turns);
      this.held.set(who, (this.held.get(who) ?? 0) + 1);
      this.places--;
      turn?.begin();
    }
  }

  private next(): [string, Turn[]] | undefined {
    for (const entry of this.waiting) if ((this.held.get(entry[0]) ?? 0) < this.share) return entry;
    return undefined;
  }
}
