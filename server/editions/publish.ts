import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import { isDuplicate } from "../database/faults";
import { keepImage } from "../images/repository";
import type { StripPainter } from "../render/pool";
import { blocksOf } from "../sets/blocks";
import { brushesOfSet, type KeptSet } from "../sets/repository";
import { addDemonstrations, paintDemonstrations } from "./demonstrations";
import { entriesOf, packSet } from "./pack-set";
import { addEdition, hasVersion } from "./repository";

export type Publication = { readonly id: string } | { readonly fault: string };

/**
 * Publishes a set as an immutable edition: packs it with its specimen, paints what demonstrates it, and keeps the bytes.
 * Where brushes are marked for it, a sampler goes out beside it.
 */
export async function publish(
  database: Database,
  pool: StripPainter,
  account: Account,
  set: KeptSet,
  version: string,
): Promise<Publication> {
  const exists = {
    fault: `Edition ${version} of this set is already published; it cannot change. Choose a higher number.`,
  };
  // Painting takes a while: what cannot be published is not painted.
  if (await hasVersion(database, set.id, version)) return exists;
  const members = await brushesOfSet(database, account.id, set);
  if (members.length === 0) return { fault: "A set needs at least one brush before it is published." };
  const [stops] = await blocksOf(database, account.id, set, members);
  if (stops)
    return {
      fault: `Preflight stops it: ${stops.brush ? `${stops.brush}: ` : ""}${stops.says} Nothing was published.`,
    };
  const entries = entriesOf(members);
  const chosen = members.filter(({ sampler }) => sampler);
  const [full, sampler, demonstrations] = await Promise.all([
    packSet(database, pool, account, set, version, entries),
    chosen.length > 0
      ? packSet(database, pool, account, { ...set, name: samplerName(set.name) }, version, entriesOf(chosen))
      : undefined,
    paintDemonstrations(database, pool, account, set.id, (id) => entries.find((entry) => entry.id === id)?.file),
  ]);
  const { studio } = account;
  try {
    return await database.transaction(async (change) => {
      const add = async (name: string, { bytes, specimen }: typeof full, beside?: string) => {
        const specimenSha256 = await keepImage(change, specimen, "specimen.png");
        return addEdition(change, { setId: set.id, version, name, studio, bytes, specimenSha256, samplerOf: beside });
      };
      const id = await add(set.name, full);
      await addDemonstrations(change, id, demonstrations);
      if (sampler) await add(samplerName(set.name), sampler, id);
      return { id };
    });
  } catch (error) {
    // Somebody has published the same version while this one was painted.
    if (isDuplicate(error)) return exists;
    throw error;
  }
}

function samplerName(name: string): string {
  return `${name.slice(0, 70)}, sampler`;
}
