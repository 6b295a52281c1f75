import type { Database } from "../database/connect";
import { type EditionEntry, findEditions } from "../editions/repository";
import type { OutletAsk } from "./ask";

/** Sets that are shown at once. */
export const OUTLET_PAGE = 24;

/** A published set: its newest edition, all that are out, and the newest one's sampler. */
export interface OutletLine {
  readonly edition: EditionEntry;
  readonly sampler: EditionEntry | undefined;
  /** Editions that are out, the newest first. */
  readonly editions: readonly { readonly id: string; readonly version: string }[];
  readonly makerId: string;
  /** How many painters have put any of its editions on their shelf. */
  readonly takes: number;
}

/** A word as a pattern of `like` that means itself. */
function pattern(word: string): string {
  return `%${word.replace(/[\\%_]/g, "\\$&")}%`;
}

/** The newest full edition of every set that is out, of one maker where that is said, as an ask means it. */
function meant(database: Database, ask: OutletAsk, makerId: string | undefined) {
  const newest = database("editions")
    .where({ kind: "full", withdrawn_at: null })
    .groupBy("set_id")
    .select("set_id", database.raw("max(published_at) as newest"))
    .as("top");
  const query = database("editions")
    .join(newest, function () {
      this.on("top.set_id", "editions.set_id").andOn("top.newest", "editions.published_at");
    })
    .join("sets", "sets.id", "editions.set_id")
    .where("editions.kind", "full")
    .whereNull("editions.withdrawn_at");
  for (const word of ask.find.split(/\s+/).filter(Boolean)) query.where("editions.words", "like", pattern(word));
  if (ask.trait) query.whereRaw("find_in_set(?, editions.traits)", [ask.trait]);
  if (ask.licence) query.where("editions.licence", ask.licence);
  if (ask.access) query.where("editions.access", ask.access);
  if (makerId !== undefined) query.where("sets.account_id", makerId);
  return query;
}

/** Some of what an ask means, in its order, and how many sets there are. */
export async function findInOutlet(
  database: Database,
  ask: OutletAsk,
  makerId?: string,
): Promise<{ readonly lines: readonly OutletLine[]; readonly total: number }> {
  const takes = database("takes")
    .join("editions as given", "given.id", "takes.edition_id")
    .groupBy("given.set_id")
    .select("given.set_id", database.raw("count(distinct takes.account_id) as takes"))
    .as("taken");
  const [[{ total }], rows] = await Promise.all([
    meant(database, ask, makerId).count<{ total: number }[]>("* as total"),
    meant(database, ask, makerId)
      .leftJoin(takes, "taken.set_id", "editions.set_id")
      .orderBy([
        ...(ask.order === "taken" ? [{ column: "taken.takes", order: "desc" as const }] : []),
        { column: "editions.published_at", order: "desc" as const },
        { column: "editions.id" },
      ])
      .offset((ask.page - 1) * OUTLET_PAGE)
      .limit(OUTLET_PAGE)
      .select<{ id: string; set_id: string; account_id: string; takes: number | null }[]>(
        "editions.id",
        "editions.set_id",
        "sets.account_id",
        "taken.takes",
      ),
  ]);
  const all: { id: string; set_id: string; version: string; kind: string; sampler_of: string | null }[] =
    rows.length === 0
      ? []
      : await database("editions")
          .whereIn(
            "set_id",
            rows.map((row) => row.set_id),
          )
          .whereNull("withdrawn_at")
          .orderBy("published_at", "desc")
          .select("id", "set_id", "version", "kind", "sampler_of");
  const samplers = all.filter(({ kind, sampler_of }) => kind === "sampler" && rows.some(({ id }) => id === sampler_of));
  const known = await findEditions(database, [...rows.map(({ id }) => id), ...samplers.map(({ id }) => id)]);
  const lines = rows.flatMap(({ id, set_id, account_id, takes: taken }): OutletLine[] => {
    const edition = known.get(id);
    if (!edition) return [];
    const sampler = samplers.find((one) => one.sampler_of === id);
    return [
      {
        edition,
        sampler: sampler && known.get(sampler.id),
        editions: all.filter((one) => one.set_id === set_id && one.kind === "full"),
        makerId: account_id,
        takes: Number(taken ?? 0),
      },
    ];
  });
  return { lines, total: Number(total) };
}

/** Who a maker is, where something of theirs is out. */
export async function findMaker(database: Database, id: string): Promise<{ readonly studio: string } | undefined> {
  const row: { studio: string } | undefined = await database("editions")
    .join("sets", "sets.id", "editions.set_id")
    .join("accounts", "accounts.id", "sets.account_id")
    .where("accounts.id", id)
    .whereNull("editions.withdrawn_at")
    .first("accounts.studio");
  return row;
}

/** The maker of an edition. */
export async function makerOf(database: Database, editionId: string): Promise<string | undefined> {
  const row = await database("editions")
    .join("sets", "sets.id", "editions.set_id")
    .where("editions.id", editionId)
    .first("sets.account_id");
  return row?.account_id;
}
