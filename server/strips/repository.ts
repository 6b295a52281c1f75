import { createHash } from "node:crypto";
import { parseBrush, valuesText } from "@core/brush";
import type { Database } from "../database/connect";
import { MOST_STRIPS } from "../limits";
import { STRIP_METHODS, type StripJob } from "../render/job";
import { unlessTooCostly } from "../render/too-costly";

/** The name of a strip: of what decides how its brush paints, its size and its colour. */
export function stripHash({ brush, width, height, colour, look }: StripJob): string {
  const values = valuesText(parseBrush(JSON.parse(brush)));
  return createHash("sha256")
    .update(JSON.stringify([STRIP_METHODS, values, width, height, colour, look]))
    .digest("hex");
}

/** What paints strips. */
export interface StripPool {
  strip(job: StripJob, who: string): Promise<Uint8Array>;
}

/** One of so many strips that are kept lets the oldest go, where there are too many. */
const SWEEP = 200;

/** A strip's PNG: the one that is kept, or one that is painted now and kept for all processes. @param who waits for it @throws PoolBusy, TooCostly */
export async function stripPng(database: Database, pool: StripPool, job: StripJob, who: string): Promise<Uint8Array> {
  const hash = stripHash(job);
  const known = await database("strips").where({ hash }).first("png");
  if (known) return known.png;
  const png = await unlessTooCostly(database, "strip", hash, () => pool.strip(job, who));
  await database("strips")
    .insert({ hash, png: Buffer.from(png), made_at: new Date() })
    .onConflict("hash")
    .ignore();
  if (Math.random() * SWEEP < 1) await sweep(database);
  return png;
}

async function sweep(database: Database): Promise<void> {
  const oldest = await database("strips").orderBy("made_at", "desc").offset(MOST_STRIPS).first("made_at");
  if (oldest) await database("strips").where("made_at", "<=", oldest.made_at).delete();
}
