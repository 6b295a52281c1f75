import { brushPictures } from "@core/brush";
import { licenceIds } from "@core/formats/package/licences";
import { picturePaths, shapeSchema } from "@core/tip/shape";
import { z } from "zod";
import { listBrushes } from "../brushes/repository";
import type { Database } from "../database/connect";
import { newId } from "../identifier";

const halfLengths = z.number().min(-2).max(2);

/** What a kept tip is: its shape, which names pictures that are kept, and the place about which it turns. */
const tipBodySchema = z.strictObject({
  shape: shapeSchema.refine((shape) => shape.kind === "image", "a kept tip is made of pictures"),
  pivot: z.tuple([halfLengths, halfLengths]).default([0, 0]),
});

/** What a maker says of a tip when keeping it. */
export const tipLabelSchema = z.strictObject({
  name: z.string().trim().min(1, "a tip needs a name").max(80),
  tags: z.string().trim().max(200).default(""),
  credit: z.string().trim().max(200).default(""),
  licence: z.enum(licenceIds),
});

export type TipLabel = z.infer<typeof tipLabelSchema>;
export type TipBody = z.infer<typeof tipBodySchema>;

export interface KeptTip extends TipLabel, TipBody {
  readonly id: string;
  readonly madeAt: Date;
  /** The names of this account's brushes that have any of its pictures now. */
  readonly usedBy: readonly string[];
}

/** The most tips an account keeps. */
export const MOST_TIPS = 2000;

export async function keepTip(database: Database, accountId: string, label: TipLabel, body: TipBody): Promise<string> {
  const id = newId();
  await database("tips").insert({ id, account_id: accountId, ...label, body: JSON.stringify(tipBodySchema.parse(body)), made_at: new Date() });
  return id;
}

/** All kept tips of an account, the newest first. */
export async function listTips(database: Database, accountId: string): Promise<KeptTip[]> {
  const rows: (TipLabel & { id: string; body: string; made_at: Date })[] = await database("tips").where({ account_id: accountId }).orderBy("made_at", "desc").limit(MOST_TIPS);
  const brushes = rows.length > 0 ? await listBrushes(database, accountId) : [];
  const uses = brushes.map(({ brush }) => ({ name: brush.name, paths: new Set(brushPictures(brush)) }));
  return rows.map(({ id, name, tags, credit, licence, body, made_at }) => {
    const { shape, pivot } = tipBodySchema.parse(JSON.parse(body));
    const paths = picturePaths(shape);
    return {
      id,
      name,
      tags,
      credit,
      licence,
      shape,
      pivot,
      madeAt: made_at,
      usedBy: uses.filter((brush) => paths.some((path) => brush.paths.has(path))).map((brush) => brush.name),
    };
  });
}

/** Forgets a kept tip; brushes that have its pictures keep them. @returns whether there was one */
export async function forgetTip(database: Database, accountId: string, id: string): Promise<boolean> {
  return (await database("tips").where({ account_id: accountId, id }).delete()) > 0;
}
