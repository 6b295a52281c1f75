import type { Database } from "../database/connect";
import { hashOfBrush } from "../studies/brushes";
import { mayHave } from "./may-have";
import { type EditionEntry, editionPackage, samplerOf } from "./repository";

/** Which brushes of an edition somebody may try, and so have the values of. */
export interface OpenBrushes {
  /** Whether the whole edition may be had. */
  readonly mayHave: boolean;
  /** Whether one may be tried, by its hash: all of what may be had, else those of the sampler that went out beside it. */
  readonly has: (hash: string) => boolean;
}

/** What is open of an edition to an account, or to somebody without one. */
export async function openBrushes(
  database: Database,
  edition: EditionEntry,
  accountId: string | undefined,
): Promise<OpenBrushes> {
  if (await mayHave(database, edition, accountId)) return { mayHave: true, has: () => true };
  const sampler = await samplerOf(database, edition.id);
  if (!sampler || sampler.withdrawnAt) return { mayHave: false, has: () => false };
  // Files may be called otherwise in the full edition, where brushes of one name stand: hashes tell them apart.
  const { brushes } = await editionPackage(database, sampler);
  const hashes = new Set([...brushes.values()].map(hashOfBrush));
  return { mayHave: false, has: (hash) => hashes.has(hash) };
}
