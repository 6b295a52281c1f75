import type { Logger } from "pino";
import { findById } from "../accounts/repository";
import { findRevision } from "../brushes/repository";
import type { Database } from "../database/connect";
import { publish } from "../editions/publish";
import type { StripPainter } from "../render/pool";
import { brushesOfSet, type SetMember } from "../sets/repository";
import { type Claim, claimPublication, endPublication, PATIENCE, tellPublication } from "./repository";

interface Means {
  readonly database: Database;
  readonly pool: StripPainter;
  readonly log: Logger;
}

/**
 * Does publications one after another, besides whatever is asked of the server: a page that is closed, or a process that ends,
 * stops none of them.
 */
export class Publisher {
  private working: Promise<void> | undefined;
  /** Something may have come while the last look was on its way. */
  private asked = false;
  private closed = false;
  /** Looks now and then for what a process has left that is gone. */
  private readonly timer: ReturnType<typeof setInterval>;

  constructor(private readonly means: Means) {
    this.timer = setInterval(() => this.wake(), PATIENCE).unref();
  }

  /** Says that something may be there to do. */
  wake(): void {
    this.asked = true;
    if (this.working || this.closed) return;
    this.asked = false;
    this.working = this.work().finally(() => {
      this.working = undefined;
      if (this.asked) this.wake();
    });
  }

  async close(): Promise<void> {
    this.closed = true;
    clearInterval(this.timer);
    await this.working;
  }

  private async work(): Promise<void> {
    const { database, log } = this.means;
    try {
      for (let claim = await claimPublication(database); claim; claim = await claimPublication(database)) {
        await this.do(claim);
        if (this.closed) return;
      }
    } catch (error) {
      // The database is away: it is looked again in a minute.
      log.error({ err: error }, "publications could not be read");
    }
  }

  private async do(claim: Claim): Promise<void> {
    const { database, pool, log } = this.means;
    const { id, accountId, ask } = claim;
    let step = "beginning";
    let share = 0;
    const tell = (next: string, now: number) => {
      [step, share] = [next, now];
      void tellPublication(database, id, step, share).catch(() => undefined);
    };
    // Long painting says nothing for a while: nobody else may take it for left.
    const beat = setInterval(() => tell(step, share), PATIENCE / 4);
    try {
      const account = await findById(database, accountId);
      if (!account) throw new Error(`account ${accountId} is gone`);
      const members = await asSeen(database, claim);
      const end = await publish(database, pool, account, ask.set, ask, members, tell);
      await endPublication(database, id, end);
      if ("id" in end) log.info({ edition: end.id, account: accountId }, "edition published");
    } catch (error) {
      log.error({ err: error, publication: id }, "a publication failed");
      await endPublication(database, id, {
        fault: "Brosse could not finish this. Nothing was published; try it again.",
      }).catch(() => undefined);
    } finally {
      clearInterval(beat);
    }
  }
}

/** The brushes of a set in the revisions that its maker saw. */
async function asSeen(database: Database, { accountId, ask }: Claim): Promise<SetMember[]> {
  const now = await brushesOfSet(database, accountId, ask.set);
  return Promise.all(
    now.map(async (member) => {
      const seen = ask.revisions[member.id];
      if (seen === undefined || seen === member.revision) return member;
      const brush = await findRevision(database, accountId, member.id, seen);
      return brush ? { ...member, brush, revision: seen } : member;
    }),
  );
}
