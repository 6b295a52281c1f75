import type { Judgement } from "@core/measure/judge";
import { type Trait, traitNames, traits } from "@core/measure/traits";
import { type KeptBrush, keptBrush, keptFields } from "../brushes/repository";
import type { Database } from "../database/connect";
import { judgementOf, measuresOfBrushes } from "../measures/repository";
import type { ShelfAsk, ShelfOrder } from "./ask";

/** A brush as a shelf shows it. */
export interface ShelfRow extends KeptBrush {
  readonly favourite: boolean;
  readonly category: string;
  /** Undefined as long as it was not measured. */
  readonly judgement: Judgement | undefined;
  /** The brush that it was made from, where that is still on the shelf. */
  readonly madeFrom: { readonly id: string; readonly name: string } | undefined;
}

const columns: Record<ShelfOrder, string> = {
  hand: "brushes.position",
  name: "brushes.name",
  made: "brushes.made_at",
  changed: "brushes.changed_at",
  used: "brushes.used_at",
  width: "measures.width",
  edge: "measures.edge",
  coverage: "measures.coverage",
  texture: "measures.texture",
  passes: "measures.passes",
  carry: "measures.carry",
};

/** Orders in which the newest comes first where nothing is said. */
const newestFirst: readonly ShelfOrder[] = ["made", "changed", "used"];

/** Text as a pattern of `like` that means itself. */
function pattern(word: string): string {
  return `%${word.replace(/[\\%_]/g, "\\$&")}%`;
}

/** The brushes of a shelf that an ask means, in no order. */
function meant(database: Database, accountId: string, ask: ShelfAsk) {
  const query = database("brushes")
    .leftJoin("measures", measuresOfBrushes)
    .where("brushes.account_id", accountId)
    .whereNull("brushes.binned_at");
  for (const word of ask.find.split(/\s+/).filter(Boolean)) {
    const like = pattern(word);
    const trait = traitNames.filter((name) => traits[name].label.includes(word.toLowerCase()));
    query.where((either) => {
      either
        .where("brushes.words", "like", like)
        .orWhere("brushes.revision_words", "like", like)
        .orWhere("brushes.category", "like", like)
        .orWhereIn(
          "brushes.id",
          database("set_brushes")
            .join("sets", "sets.id", "set_brushes.set_id")
            .where("sets.account_id", accountId)
            .whereNull("sets.binned_at")
            .where("sets.name", "like", like)
            .select("set_brushes.brush_id"),
        );
      for (const name of trait) either.orWhereRaw("find_in_set(?, measures.traits)", [name]);
    });
  }
  for (const tag of ask.tag) query.whereIn("brushes.id", database("brush_tags").where({ tag }).select("brush_id"));
  for (const trait of ask.trait) query.whereRaw("find_in_set(?, measures.traits)", [trait]);
  if (ask.set !== undefined)
    query.whereIn("brushes.id", database("set_brushes").where({ set_id: ask.set }).select("brush_id"));
  if (ask.category !== undefined) query.where("brushes.category", ask.category);
  if (ask.favourite) query.where("brushes.favourite", true);
  return query;
}

function ordered(query: ReturnType<typeof meant>, { order, down, named, find }: ShelfAsk) {
  const words = pattern(find.trim());
  if (named && find.trim() !== "")
    query.orderByRaw("brushes.name like ? desc, brushes.name like ? desc", [words.slice(1), words]);
  const way = newestFirst.includes(order) === (down === undefined) ? "desc" : "asc";
  if (order !== "hand" && order !== "name") query.orderByRaw(`${columns[order]} is null`);
  return query.orderBy([
    { column: columns[order], order: way },
    { column: "brushes.position" },
    { column: "brushes.id" },
  ]);
}

/** How many brushes an ask means. */
export async function countOnShelf(database: Database, accountId: string, ask: ShelfAsk): Promise<number> {
  const [{ total }] = await meant(database, accountId, ask).count<{ total: number }[]>("* as total");
  return Number(total);
}

/** Some of the brushes that an ask means, in its order. */
export async function findOnShelf(
  database: Database,
  accountId: string,
  ask: ShelfAsk,
  from: number,
  most: number,
): Promise<ShelfRow[]> {
  // The bodies are read only for those that are shown.
  const ids: string[] = await ordered(meant(database, accountId, ask), ask)
    .offset(from)
    .limit(most)
    .pluck("brushes.id");
  return rowsOf(database, accountId, ids);
}

/** The brushes that an ask means, by their ids, in its order. */
export async function idsOnShelf(
  database: Database,
  accountId: string,
  ask: ShelfAsk,
  most: number,
): Promise<string[]> {
  return ordered(meant(database, accountId, ask), ask)
    .limit(most)
    .pluck("brushes.id");
}

type Row = Parameters<typeof keptBrush>[0] & {
  favourite: number;
  category: string;
  made_from_id: string | null;
  made_from_name: string | null;
  measured: string | null;
  traits: string | null;
};

/** Brushes of a shelf by their ids, in the order of these. */
export async function rowsOf(database: Database, accountId: string, ids: readonly string[]): Promise<ShelfRow[]> {
  if (ids.length === 0) return [];
  const rows: Row[] = await database("brushes")
    .join("revisions", function () {
      this.on("revisions.brush_id", "brushes.id").andOn("revisions.number", "brushes.revision");
    })
    .leftJoin("measures", measuresOfBrushes)
    .leftJoin({ parent: "brushes" }, function () {
      this.on("parent.id", "brushes.made_from_id").andOnNull("parent.binned_at");
    })
    .where("brushes.account_id", accountId)
    .whereNull("brushes.binned_at")
    .whereIn("brushes.id", [...ids])
    .select([
      ...keptFields,
      "brushes.favourite",
      "brushes.category",
      "parent.id as made_from_id",
      "parent.name as made_from_name",
      "measures.body as measured",
      "measures.traits",
    ]);
  const byId = new Map(rows.map((row) => [row.id, row]));
  return ids.flatMap((id) => {
    const row = byId.get(id);
    return row ? [shelfRow(row)] : [];
  });
}

function shelfRow(row: Row): ShelfRow {
  return {
    ...keptBrush(row),
    favourite: Boolean(row.favourite),
    category: row.category,
    judgement:
      row.measured !== null && row.traits !== null
        ? judgementOf({ body: row.measured, traits: row.traits })
        : undefined,
    madeFrom:
      row.made_from_id !== null && row.made_from_name !== null
        ? { id: row.made_from_id, name: row.made_from_name }
        : undefined,
  };
}

/** By what a shelf can be sifted, and how many brushes each leaves. */
export interface Facets {
  readonly total: number;
  readonly unmeasured: number;
  readonly favourites: number;
  readonly tags: readonly (readonly [string, number])[];
  readonly traits: readonly (readonly [Trait, number])[];
  readonly categories: readonly (readonly [string, number])[];
  readonly sets: readonly { readonly id: string; readonly name: string; readonly count: number }[];
}

/** The most tags, categories and sets that are offered. */
const MOST_OFFERED = 200;

export async function facetsOf(database: Database, accountId: string): Promise<Facets> {
  const own = () => database("brushes").where("brushes.account_id", accountId).whereNull("brushes.binned_at");
  const [[sums], tags, categories, sets] = await Promise.all([
    own()
      .leftJoin("measures", measuresOfBrushes)
      .select<Record<string, number | string | null>[]>([
        database.raw("count(*) as total"),
        database.raw("sum(measures.values_hash is null) as unmeasured"),
        database.raw("sum(favourite) as favourites"),
        ...traitNames.map((name) => database.raw("sum(find_in_set(?, measures.traits) > 0) as ??", [name, name])),
      ]),
    own()
      .join("brush_tags", "brush_tags.brush_id", "brushes.id")
      .groupBy("tag")
      .orderByRaw("count(*) desc, tag")
      .limit(MOST_OFFERED)
      .select<{ tag: string; count: number }[]>("tag", database.raw("count(*) as count")),
    own()
      .whereNot({ category: "" })
      .groupBy("category")
      .orderBy("category")
      .limit(MOST_OFFERED)
      .select<{ category: string; count: number }[]>("category", database.raw("count(*) as count")),
    database("sets")
      .leftJoin("set_brushes", "set_brushes.set_id", "sets.id")
      .where("sets.account_id", accountId)
      .whereNull("sets.binned_at")
      .groupBy("sets.id", "sets.name")
      .orderBy("sets.name")
      .limit(MOST_OFFERED)
      .select<{ id: string; name: string; count: number }[]>(
        "sets.id",
        "sets.name",
        database.raw("count(set_brushes.brush_id) as count"),
      ),
  ]);
  const sum = (name: string) => Number(sums[name] ?? 0);
  return {
    total: sum("total"),
    unmeasured: sum("unmeasured"),
    favourites: sum("favourites"),
    tags: tags.map(({ tag, count }) => [tag, Number(count)]),
    traits: traitNames.flatMap((name): [Trait, number][] => (sum(name) > 0 ? [[name, sum(name)]] : [])),
    categories: categories.map(({ category, count }) => [category, Number(count)]),
    sets: sets.map((set) => ({ ...set, count: Number(set.count) })),
  };
}
