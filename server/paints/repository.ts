import { z } from "zod";
import type { Database } from "../database/connect";
import { newId } from "../identifier";

/** The most paints that an account keeps. */
export const MOST_PAINTS = 200;
/** The most parts of white to one of a paint in its tint. */
export const MOST_PARTS = 100;

const colour = z.string().regex(/^#[0-9a-f]{6}$/, "is no colour like #1f2a30");

/** What is said of a paint when it is kept: the colour of a thick coat, and that of a part of it in so many parts of white. */
export const ownPaintSchema = z.strictObject({
  name: z.string().trim().min(1, "it needs a name").max(60),
  colour,
  tint: colour,
  parts: z.int().min(1).max(MOST_PARTS),
});

export type OwnPaintWords = z.infer<typeof ownPaintSchema>;

export interface OwnPaint extends OwnPaintWords {
  readonly id: string;
}

/** The paints of an account, the oldest first. */
export async function listPaints(database: Database, accountId: string): Promise<OwnPaint[]> {
  const rows = await database("paints").where({ account_id: accountId }).orderBy(["made_at", "id"]).limit(MOST_PAINTS);
  return rows.map(({ id, name, colour, tint, parts }) => ({ id, name, colour, tint, parts }));
}

/** Keeps a paint; one of the same colour takes its place, for a colour is one paint. @returns why not, where there are too many */
export async function keepPaint(
  database: Database,
  accountId: string,
  paint: OwnPaintWords,
): Promise<string | undefined> {
  return database.transaction(async (inside) => {
    // The account's row is held, lest two windows keep one too many.
    await inside("accounts").where({ id: accountId }).forUpdate().select("id");
    await inside("paints").where({ account_id: accountId, colour: paint.colour }).delete();
    const [{ count }] = await inside("paints").where({ account_id: accountId }).count({ count: "*" });
    if (Number(count) >= MOST_PAINTS) return `You keep ${MOST_PAINTS} paints, the most there may be.`;
    await inside("paints").insert({ id: newId(), account_id: accountId, ...paint, made_at: new Date() });
    return undefined;
  });
}

/** Lets a paint go. What was painted with it stays. */
export async function dropPaint(database: Database, accountId: string, id: string): Promise<void> {
  await database("paints").where({ account_id: accountId, id }).delete();
}
