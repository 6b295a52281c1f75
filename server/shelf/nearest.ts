import { measuresApart } from "@core/measure/likeness";
import { MEASURE_METHODS, type Measured } from "@core/measure/measured";
import type { Database } from "../database/connect";

/** A brush, and how far it is from another by what both measure. */
export interface Near {
  readonly id: string;
  readonly way: number;
}

/** The brushes of a shelf that measure most like one of them, the nearest first; none where that one was not measured. */
export async function nearestOf(database: Database, accountId: string, id: string, most: number): Promise<Near[]> {
  const rows: { id: string; body: string }[] = await database("brushes")
    .join("measures", "measures.values_hash", "brushes.values_hash")
    .where({ account_id: accountId, binned_at: null, methods: MEASURE_METHODS })
    .select("brushes.id", "measures.body");
  const own = rows.find((row) => row.id === id);
  if (!own) return [];
  // Written by us and by nobody else: thousands of them need not be checked.
  const read = ({ body }: { readonly body: string }) => JSON.parse(body) as Measured;
  const measured = read(own);
  return rows
    .filter((row) => row.id !== id)
    .map((row) => ({ id: row.id, way: measuresApart(measured, read(row)) }))
    .sort((a, b) => a.way - b.way)
    .slice(0, most);
}
