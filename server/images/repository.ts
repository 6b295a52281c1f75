import { createHash } from "node:crypto";
import { pngSize } from "@core/formats/png/chunks";
import type { Database } from "../database/connect";

/** The name of some bytes: their SHA-256. */
export function sha256Of(bytes: Uint8Array): string {
  return createHash("sha256").update(bytes).digest("hex");
}

/** Keeps a PNG that was checked once, by the SHA-256 of its bytes, and answers with that. */
export async function keepImage(database: Database, bytes: Uint8Array, what: string): Promise<string> {
  const sha256 = sha256Of(bytes);
  await database("images")
    .insert({ sha256, bytes: Buffer.from(bytes), ...pngSize(bytes, what) })
    .onConflict("sha256")
    .ignore();
  return sha256;
}

export async function findImage(database: Database, sha256: string): Promise<Uint8Array | undefined> {
  const row = await database("images").where({ sha256 }).first("bytes");
  return row?.bytes;
}
