import { Refusal } from "../refusal";

/** More than one may use at a time. */
export class AllowanceSpent extends Refusal {
  static readonly faultName = "AllowanceSpent";
  override name = AllowanceSpent.faultName;
  readonly status = 429;
  readonly statusText = "Too Many Requests";
}

/** How much of something each account uses at this moment, and no more than it may. */
export class Allowance {
  private readonly used = new Map<string, number>();

  /** @param most how much one account may use at one time */
  constructor(private readonly most: number) {}

  /** Does some work that uses so much while it lasts. @throws AllowanceSpent, and nothing is begun, where that is too much */
  async during<T>(accountId: string, amount: number, work: () => Promise<T>): Promise<T> {
    const now = this.used.get(accountId) ?? 0;
    if (now > 0 && now + amount > this.most)
      throw new AllowanceSpent("Other files of yours are still being read; try again when they are done.");
    this.used.set(accountId, now + amount);
    try {
      return await work();
    } finally {
      const left = (this.used.get(accountId) ?? 0) - amount;
      if (left > 0) this.used.set(accountId, left);
      else this.used.delete(accountId);
    }
  }
}
