import type { Database } from "../database/connect";

/** What is counted of an edition, by day and without saying of whom. */
export const counted = ["takes", "downloads", "tries"] as const;
export type Counted = (typeof counted)[number];

/** Counts one more of today. */
export async function count(database: Database, editionId: string, what: Counted): Promise<void> {
  await database.raw(
    "insert into edition_days (edition_id, day, ??) values (?, current_date, 1) on duplicate key update ?? = ?? + 1",
    [what, editionId, what, what],
  );
}

/** Notes that an account has put an edition on its shelf; the first time is counted. */
export async function noteTake(database: Database, editionId: string, accountId: string): Promise<void> {
  const [{ affectedRows }] = (await database.raw(
    "insert ignore into takes (edition_id, account_id, taken_at) values (?, ?, now(3))",
    [editionId, accountId],
  )) as [{ affectedRows: number }];
  if (affectedRows > 0) await count(database, editionId, "takes");
}

/** One day of a set: how often its editions were taken, downloaded and tried. */
export interface CountedDay extends Readonly<Record<Counted, number>> {
  /** As ISO 8601 has it. */
  readonly day: string;
}

/** The last days of all editions of a set, days without anything left out, the oldest first. */
export async function daysOfSet(database: Database, setId: string, days: number): Promise<CountedDay[]> {
  const rows: { day: string; takes: string; downloads: string; tries: string }[] = await database("edition_days")
    .join("editions", "editions.id", "edition_days.edition_id")
    .where("editions.set_id", setId)
    .whereRaw("day > date_sub(current_date, interval ? day)", [days])
    .groupBy("day")
    .orderBy("day")
    .select(
      database.raw("date_format(day, '%Y-%m-%d') as day"),
      ...counted.map((what) => database.raw("sum(??) as ??", [what, what])),
    );
  return rows.map(({ day, takes, downloads, tries }) => ({
    day,
    takes: Number(takes),
    downloads: Number(downloads),
    tries: Number(tries),
  }));
}
