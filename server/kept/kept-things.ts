import { licenceIds } from "@core/formats/package/licences";
import { z } from "zod";
import type { Database } from "../database/connect";
import { newId } from "../identifier";

/** What a maker says of a thing when keeping it. */
export const keptLabelSchema = z.strictObject({
  name: z.string().trim().min(1, "it needs a name").max(80),
  tags: z.string().trim().max(200).default(""),
  credit: z.string().trim().max(200).default(""),
  licence: z.enum(licenceIds),
});

export type KeptLabel = z.infer<typeof keptLabelSchema>;

export interface KeptThing extends KeptLabel {
  readonly id: string;
  readonly madeAt: Date;
  /** The names of this account's brushes that have any of its pictures now. */
  readonly usedBy: readonly string[];
}

/** The most things of one kind that an account keeps. */
export const MOST_KEPT = 2000;

/** How the things of one table are kept: raw material that lies beside a maker's brushes. */
export interface Keeper<Body> {
  readonly keep: (database: Database, accountId: string, label: KeptLabel, body: Body) => Promise<string>;
  /** Keeps it, unless the same thing lies there under the same words. */
  readonly keepOnce: (database: Database, accountId: string, label: KeptLabel, body: Body) => Promise<void>;
  /** All of an account, the newest first. */
  readonly list: (database: Database, accountId: string) => Promise<(KeptThing & Body)[]>;
}

/** @param bodySchema what such a thing is @param pathsOf the pictures it names, which are kept by their hash: changing it later changes no brush */
export function keeperOf<Body extends object>(
  table: "tips" | "grains",
  bodySchema: z.ZodType<Body>,
  pathsOf: (body: Body) => readonly string[],
): Keeper<Body> {
  const textOf = (body: Body) => JSON.stringify(bodySchema.parse(body));
  const keep: Keeper<Body>["keep"] = async (database, accountId, label, body) => {
    const id = newId();
    await database(table).insert({
      id,
      account_id: accountId,
      ...label,
      body: textOf(body),
      made_at: new Date(),
    });
    return id;
  };
  return {
    keep,
    keepOnce: async (database, accountId, label, body) => {
      const same = { account_id: accountId, ...label, body: textOf(body), binned_at: null };
      if (!(await database(table).where(same).first("id"))) await keep(database, accountId, label, body);
    },
    list: async (database, accountId) => {
      const rows: (KeptLabel & { id: string; body: string; made_at: Date })[] = await database(table)
        .where({ account_id: accountId, binned_at: null })
        .orderBy("made_at", "desc")
        .limit(MOST_KEPT);
      const uses = rows.length > 0 ? await picturesOfBrushes(database, accountId, table) : [];
      return rows.map(({ id, name, tags, credit, licence, body, made_at }) => {
        const read = bodySchema.parse(JSON.parse(body));
        const paths = pathsOf(read);
        const usedBy = uses.filter((brush) => paths.some((path) => brush.paths.has(path))).map((brush) => brush.name);
        return { ...read, id, name, tags, credit, licence, madeAt: made_at, usedBy };
      });
    },
  };
}

/** The pictures that an account's brushes name, by brush; brushes without one are not read. */
async function picturesOfBrushes(
  database: Database,
  accountId: string,
  folder: "tips" | "grains",
): Promise<readonly { readonly name: string; readonly paths: ReadonlySet<string> }[]> {
  const rows: { name: string; body: string }[] = await database("brushes")
    .join("revisions", function () {
      this.on("revisions.brush_id", "brushes.id").andOn("revisions.number", "brushes.revision");
    })
    .where({ account_id: accountId, binned_at: null })
    .where("revisions.body", "like", `%"${folder}/%`)
    .orderBy([{ column: "position" }, { column: "brushes.id" }])
    .select("brushes.name", "revisions.body");
  const path = new RegExp(`"(${folder}/[^"/]+\\.png)"`, "g");
  return rows.map(({ name, body }) => ({ name, paths: new Set([...body.matchAll(path)].map(([, one]) => one)) }));
}
