import { BRUSH_NAME_LENGTH, MOST_TAGS, parseBrush } from "@core/brush";
import { MAX_BRUSHES } from "@core/formats/package";
import { addBrushes, addRevisions, type NextRevision } from "../brushes/repository";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { MOST_AT_ONCE } from "../limits";
import type { ShelfAct, ShelfDone, Which } from "./act";
import { readShelfAsk } from "./ask";
import { idsOnShelf } from "./find";

/** Does something to brushes of a shelf, to all that are meant or to none. */
export function doShelfAct(database: Database, accountId: string, act: ShelfAct): Promise<ShelfDone> {
  return transactionRetried(database, (change) => doIn(change, accountId, act));
}

async function doIn(change: Database, accountId: string, act: ShelfAct): Promise<ShelfDone> {
  switch (act.act) {
    case "tag":
    case "untag":
      return tag(change, accountId, act);
    case "favour":
      return favour(change, accountId, act);
    case "categorise":
      return categorise(change, accountId, act);
    case "bin":
      return bin(change, accountId, await idsOf(change, accountId, act.which), true);
    case "unbin":
      return bin(change, accountId, act.ids, false);
    case "duplicate":
      return duplicate(change, accountId, await idsOf(change, accountId, act.which));
    case "gather":
      return gather(change, accountId, act);
    case "scatter":
      return scatter(change, accountId, act);
    case "rename":
      return rename(change, accountId, act);
    case "move":
      return move(change, accountId, act);
  }
}

/** The ids that are meant, in the shelf's order where a search means them. */
export async function idsOf(database: Database, accountId: string, which: Which): Promise<readonly string[]> {
  if ("ids" in which) return [...new Set(which.ids)];
  return idsOnShelf(database, accountId, readShelfAsk(new URLSearchParams(which.search)), MOST_AT_ONCE);
}

function own(change: Database, accountId: string, ids: readonly string[]) {
  return change("brushes").where({ account_id: accountId }).whereIn("id", ids);
}

/** Brushes that are going to be changed: nobody else changes them meanwhile. In the order of the ids. */
async function held(change: Database, accountId: string, ids: readonly string[]): Promise<NextRevision[]> {
  const rows: { id: string; revision: number; origin: string; body: string }[] = await change("brushes")
    .join("revisions", function () {
      this.on("revisions.brush_id", "brushes.id").andOn("revisions.number", "brushes.revision");
    })
    .where({ account_id: accountId, binned_at: null })
    .whereIn("brushes.id", ids)
    .orderBy("brushes.id")
    .forUpdate()
    .select("brushes.id", "brushes.revision", "brushes.origin", "revisions.body");
  const byId = new Map(rows.map(({ body, ...row }) => [row.id, { ...row, brush: parseBrush(JSON.parse(body)) }]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}

type Of<Name extends ShelfAct["act"]> = Extract<ShelfAct, { act: Name }>;

async function tag(change: Database, accountId: string, { act, which, tag: word }: Of<"tag" | "untag">) {
  const brushes = await held(change, accountId, await idsOf(change, accountId, which));
  const done: NextRevision[] = [];
  let full = 0;
  for (const one of brushes) {
    const tags = one.brush.tags ?? [];
    const has = tags.includes(word);
    if (has === (act === "tag")) continue;
    if (act === "tag" && tags.length >= MOST_TAGS) {
      full++;
      continue;
    }
    const next = act === "tag" ? [...tags, word] : tags.filter((other) => other !== word);
    done.push({ ...one, brush: { ...one.brush, tags: next.length > 0 ? next : undefined } });
  }
  await addRevisions(change, done);
  const ids = done.map(({ id }) => id);
  const back: ShelfAct = { act: act === "tag" ? "untag" : "tag", which: { ids }, tag: word };
  return {
    count: done.length,
    back,
    ...(full > 0 ? { says: `${full} had ${MOST_TAGS} tags already and were left as they are.` } : {}),
  };
}

async function favour(change: Database, accountId: string, { which, on }: Of<"favour">): Promise<ShelfDone> {
  const meant = await idsOf(change, accountId, which);
  const ids: string[] = await own(change, accountId, meant).where({ favourite: !on }).pluck("id");
  await own(change, accountId, ids).update({ favourite: on });
  return { count: ids.length, back: { act: "favour", which: { ids }, on: !on } };
}

async function categorise(change: Database, accountId: string, { into }: Of<"categorise">): Promise<ShelfDone> {
  const before = new Map<string, string[]>();
  for (const { category, which } of into) {
    const meant = await idsOf(change, accountId, which);
    const rows: { id: string; category: string }[] = await own(change, accountId, meant)
      .whereNot({ category })
      .select("id", "category");
    for (const row of rows) before.set(row.category, [...(before.get(row.category) ?? []), row.id]);
    await own(
      change,
      accountId,
      rows.map(({ id }) => id),
    ).update({ category });
  }
  const was = [...before].map(([category, ids]) => ({ category, which: { ids } }));
  return {
    count: was.reduce((sum, { which }) => sum + which.ids.length, 0),
    back: was.length > 0 ? { act: "categorise", into: was } : undefined,
  };
}

async function bin(change: Database, accountId: string, meant: readonly string[], into: boolean): Promise<ShelfDone> {
  const lying = own(change, accountId, meant);
  const ids: string[] = await (into ? lying.whereNull("binned_at") : lying.whereNotNull("binned_at")).pluck("id");
  await own(change, accountId, ids).update({ binned_at: into ? new Date() : null });
  return { count: ids.length, back: into ? { act: "unbin", ids } : { act: "bin", which: { ids } } };
}

/** A name beside another of the same brush. */
export function copyName(name: string): string {
  const tail = " (copy)";
  return `${name.slice(0, BRUSH_NAME_LENGTH - tail.length)}${tail}`;
}

async function duplicate(change: Database, accountId: string, meant: readonly string[]): Promise<ShelfDone> {
  const brushes = await held(change, accountId, meant);
  const made = await addBrushes(
    change,
    accountId,
    brushes.map(({ brush }) => ({ ...brush, name: copyName(brush.name) })),
  );
  for (const [n, { id, revision }] of brushes.entries())
    await change("brushes").where({ id: made[n] }).update({ made_from_id: id, made_from_revision: revision });
  return { count: made.length, back: { act: "bin", which: { ids: made } }, made };
}

async function gather(change: Database, accountId: string, { which, set }: Of<"gather">): Promise<ShelfDone> {
  const row = await change("sets").where({ account_id: accountId, id: set }).forUpdate().first("revision");
  if (!row) return { count: 0, back: undefined, says: "This set is not there any more." };
  const present: { brush_id: string; position: number }[] = await change("set_brushes")
    .where({ set_id: set })
    .select("brush_id", "position");
  const has = new Set(present.map(({ brush_id }) => brush_id));
  const meant = await idsOf(change, accountId, which);
  const there = new Set<string>(await own(change, accountId, meant).whereNull("binned_at").pluck("id"));
  const fresh = meant.filter((id) => there.has(id) && !has.has(id));
  const ids = fresh.slice(0, Math.max(0, MAX_BRUSHES - present.length));
  const last = present.reduce((most, { position }) => Math.max(most, position), -1);
  if (ids.length > 0) {
    await change("set_brushes").insert(
      ids.map((brush_id, n) => ({
        set_id: set,
        brush_id,
        position: last + 1 + n,
        group_name: "",
        in_sampler: false,
      })),
    );
    await change("sets")
      .where({ id: set })
      .update({ revision: row.revision + 1, changed_at: new Date() });
  }
  const left = fresh.length - ids.length;
  return {
    count: ids.length,
    back: ids.length > 0 ? { act: "scatter", ids, set } : undefined,
    ...(left > 0 ? { says: `A set has ${MAX_BRUSHES} brushes at most: ${left} were left out.` } : {}),
  };
}

async function scatter(change: Database, accountId: string, { ids, set }: Of<"scatter">): Promise<ShelfDone> {
  const row = await change("sets").where({ account_id: accountId, id: set }).forUpdate().first("revision");
  if (!row) return { count: 0, back: undefined, says: "This set is not there any more." };
  const count = await change("set_brushes").where({ set_id: set }).whereIn("brush_id", ids).delete();
  await change("sets")
    .where({ id: set })
    .update({ revision: row.revision + 1, changed_at: new Date() });
  return { count, back: { act: "gather", which: { ids }, set } };
}

async function rename(change: Database, accountId: string, { id, name }: Of<"rename">): Promise<ShelfDone> {
  const [one] = await held(change, accountId, [id]);
  if (!one || one.brush.name === name) return { count: 0, back: undefined };
  await addRevisions(change, [{ ...one, brush: { ...one.brush, name } }]);
  return { count: 1, back: { act: "rename", id, name: one.brush.name } };
}

async function move(change: Database, accountId: string, { ids, before }: Of<"move">): Promise<ShelfDone> {
  // One who moves goes after the other: places are numbers.
  await change("accounts").where({ id: accountId }).forUpdate().first("id");
  const order: string[] = await change("brushes")
    .where({ account_id: accountId })
    .orderBy([{ column: "position" }, { column: "id" }])
    .pluck("id");
  const moving = new Set(ids);
  const moved = order.filter((id) => moving.has(id));
  const rest = order.filter((id) => !moving.has(id));
  if (moved.length === 0 || (before !== null && moving.has(before))) return { count: 0, back: undefined };
  const at = before === null ? rest.length : rest.indexOf(before);
  if (at < 0) return { count: 0, back: undefined };
  const next = [...rest.slice(0, at), ...moved, ...rest.slice(at)];
  const after = order[order.indexOf(moved[moved.length - 1]) + 1] ?? null;
  const first = next.findIndex((id, n) => id !== order[n]);
  if (first < 0) return { count: 0, back: undefined };
  const last = next.findLastIndex((id, n) => id !== order[n]);
  const positions: number[] = await change("brushes")
    .where({ account_id: accountId })
    .orderBy([{ column: "position" }, { column: "id" }])
    .pluck("position");
  // Places that two brushes share are told apart for good.
  const place = (n: number) => positions[0] + n;
  const isEven = positions.every((position, n) => position === place(n));
  const [from, to] = isEven ? [first, last] : [0, next.length - 1];
  for (let n = from; n <= to; n += 500) {
    const some = next.slice(n, Math.min(to + 1, n + 500));
    const cases = some.map(() => "when ? then ?").join(" ");
    await change("brushes")
      .whereIn("id", some)
      .update({
        position: change.raw(
          `case id ${cases} end`,
          some.flatMap((id, k) => [id, place(n + k)]),
        ),
      });
  }
  return { count: moved.length, back: { act: "move", ids: moved, before: after } };
}
