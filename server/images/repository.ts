import { createHash } from "node:crypto";
import { readPng } from "@core/formats/png/png";
import type { Database } from "../database/connect";

/** Keeps a PNG once, by the SHA-256 of its bytes, and answers with that. Throws a FormatError when it is none. */
export async function keepImage(database: Database, bytes: Uint8Array, what: string): Promise<string> {
  const { width, height } = readPng(bytes, what);
  const sha256 = createHash("sha256").update(bytes).digest("hex");
  await database("images")
    .insert({ sha256, bytes: Buffer.from(bytes), width, height })
    .onConflict("sha256")
    .ignore();
  return sha256;
}

export async function findImage(database: Database, sha256: string): Promise<Uint8Array | undefined> {
  const row = await database("images").where({ sha256 }).first("bytes");
  return row?.bytes;
}
