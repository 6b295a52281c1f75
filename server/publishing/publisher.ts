import { FormatError, isFault } from "@core/formats/fault";
import type { Logger } from "pino";
import { findById } from "../accounts/repository";
import { findRevision } from "../brushes/repository";
import type { Database } from "../database/connect";
import { publish } from "../editions/publish";
import type { StripPainter } from "../render/pool";
import { brushesOfSet, type SetMember } from "../sets/repository";
import {
  type Claim,
  ClaimLost,
  claimPublication,
  failPublication,
  finishPublication,
  PATIENCE,
  tellPublication,
} from "./repository";

interface Means {
  readonly database: Database;
  readonly pool: StripPainter;
  readonly log: Logger;
}

/** How many publications a process does at one time, each of another account. */
const AT_ONCE = 2;

/**
 * Does publications, of each account one after another, besides whatever is asked of the server: a page that is closed, or a
 * process that ends, stops none of them.
 */
export class Publisher {
  private readonly under = new Set<Promise<void>>();
  private looking: Promise<void> | undefined;
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
    if (this.looking || this.closed) return;
    this.asked = false;
    this.looking = this.look().finally(() => {
      this.looking = undefined;
      if (this.asked) this.wake();
    });
  }

  /** Begins nothing new; what is waiting, and what is being done, is ended first where there is room for it. */
  async close(): Promise<void> {
    clearInterval(this.timer);
    for (let busy = true; busy; busy = this.looking !== undefined || this.under.size > 0) {
      this.closed = true;
      await this.looking;
      await Promise.all(this.under);
    }
  }

  /** Takes on what there is room for. */
  private async look(): Promise<void> {
    const { database, log } = this.means;
    try {
      while (this.under.size < AT_ONCE && !this.closed) {
        const claim = await claimPublication(database);
        if (!claim) return;
        const work = this.do(claim).finally(() => {
          this.under.delete(work);
          this.wake();
        });
        this.under.add(work);
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
      void tellPublication(database, claim, step, share).catch(() => undefined);
    };
    // Long painting says nothing for a while: nobody else may take it for left.
    const beat = setInterval(() => tell(step, share), PATIENCE / 4);
    try {
      const account = await findById(database, accountId);
      if (!account) throw new Error(`account ${accountId} is gone`);
      const members = await asSeen(database, claim);
      const end = await publish(database, pool, account, ask.set, ask, members, tell, (change, edition) =>
        finishPublication(change, claim, edition),
      );
      if ("id" in end) log.info({ edition: end.id, account: accountId }, "edition published");
      else await failPublication(database, claim, end.fault);
    } catch (error) {
      if (error instanceof ClaimLost) return;
      const known = isFault(error, FormatError);
      if (!known) log.error({ err: error, publication: id }, "a publication failed");
      await failPublication(
        database,
        claim,
        known
          ? `${error.message} Nothing was published.`
          : "Brosse could not finish this. Nothing was published; try it again.",
      ).catch(() => undefined);
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
