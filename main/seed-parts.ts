import type { Database } from "@server/database/connect";

/** How far the demo workshop is. */
export interface SeedProgress {
  readonly done: number;
  readonly of: number;
  /** What is being done, in words. */
  readonly doing: string;
  /** Why it stopped, where it did. */
  readonly fault?: string;
}

/** The parts of the demo workshop: each is there with its mark, or not at all. */
export class Parts {
  private state: SeedProgress = { done: 0, of: 0, doing: "" };
  private whole = false;

  constructor(private readonly database: Database) {}

  /** How far what was expected is; undefined where it is all there. */
  get progress(): SeedProgress | undefined {
    return this.whole ? undefined : this.state;
  }

  /** Says how many parts are still to come that take their time. */
  expect(of: number): void {
    this.state = { ...this.state, done: 0, of };
  }

  async begun(): Promise<boolean> {
    return (await this.database("demo_parts").first("part")) !== undefined;
  }

  async has(part: string): Promise<boolean> {
    return (await this.database("demo_parts").where({ part }).first("part")) !== undefined;
  }

  /** The ids of what a part made, made now where it is not there. */
  async once<Ids extends readonly string[]>(
    part: string,
    make: (change: Database) => Promise<Ids>,
    doing?: string,
  ): Promise<Ids> {
    const known = await this.database("demo_parts").where({ part }).first("made");
    if (known) {
      this.step(doing);
      return JSON.parse(known.made) as Ids;
    }
    if (doing) this.state = { ...this.state, doing };
    const made = await this.database.transaction(async (change) => {
      const ids = await make(change);
      await mark(change, part, ids);
      return ids;
    });
    this.step(doing);
    if (part === "all") this.whole = true;
    return made;
  }

  /** A part that has a transaction of its own, and calls `finish` in it. */
  async last(
    part: string,
    doing: string,
    make: (finish: (change: Database, id: string) => Promise<void>) => Promise<void>,
  ): Promise<void> {
    if (!(await this.has(part))) {
      this.state = { ...this.state, doing };
      await make((change, id) => mark(change, part, [id]));
    }
    this.step(doing);
  }

  /** Keeps in sight that it stopped. @throws the same */
  stopped(error: unknown): never {
    this.state = { ...this.state, fault: error instanceof Error ? error.message : String(error) };
    throw error;
  }

  private step(doing: string | undefined): void {
    if (doing) this.state = { ...this.state, done: this.state.done + 1 };
  }
}

async function mark(change: Database, part: string, ids: readonly string[]): Promise<void> {
  await change("demo_parts").insert({ part, made: JSON.stringify(ids), made_at: new Date() });
}
