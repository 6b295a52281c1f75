import type { Judgement } from "@core/measure/judge";
import { MEASURE_METHODS, measuredSchema } from "@core/measure/measured";
import { traitNames } from "@core/measure/traits";
import type { Knex } from "knex";
import type { Database } from "../database/connect";

interface Row {
  values_hash: string;
  body: string;
  traits: string;
}

/** What is known of brushes, by the hashes of their values. What older methods measured is not. */
export async function findJudgements(database: Database, hashes: readonly string[]): Promise<Map<string, Judgement>> {
  if (hashes.length === 0) return new Map();
  const rows: Row[] = await database("measures")
    .whereIn("values_hash", [...new Set(hashes)])
    .where({ methods: MEASURE_METHODS })
    .select("values_hash", "body", "traits");
  return new Map(rows.map((row) => [row.values_hash, judgementOf(row)]));
}

/** Joins what was measured by the present methods to brushes: `query.leftJoin("measures", measuresOfBrushes)`. */
export function measuresOfBrushes(this: Knex.JoinClause): void {
  this.on("measures.values_hash", "brushes.values_hash").andOnVal("measures.methods", MEASURE_METHODS);
}

/** What a row of the table says. */
export function judgementOf({ body, traits }: Pick<Row, "body" | "traits">): Judgement {
  const names = traits.split(",");
  return {
    measured: measuredSchema.parse(JSON.parse(body)),
    traits: traitNames.filter((name) => names.includes(name)),
  };
}

export async function keepJudgement(database: Database, hash: string, { measured, traits }: Judgement): Promise<void> {
  const { width, edge, coverage, texture, passes, carry, cost } = measured;
  const row = {
    values_hash: hash,
    methods: MEASURE_METHODS,
    body: JSON.stringify(measured),
    traits: traits.join(","),
    width,
    edge,
    coverage,
    texture,
    passes,
    carry,
    cost,
    made_at: new Date(),
  };
  await database("measures").insert(row).onConflict("values_hash").merge();
}

/** The ids of an account's brushes whose measures are not known, those of its shelf's top first. */
export async function listUnmeasured(database: Database, accountId: string, most: number): Promise<string[]> {
  return database("brushes")
    .leftJoin("measures", measuresOfBrushes)
    .where({ account_id: accountId, binned_at: null })
    .whereNull("measures.values_hash")
    .orderBy([{ column: "position" }, { column: "brushes.id" }])
    .limit(most)
    .pluck("brushes.id");
}
