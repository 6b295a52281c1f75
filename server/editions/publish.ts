import { FormatError, isFault } from "@core/formats/fault";
import type { SetPackage } from "@core/formats/package";
import { changesText, compareSets, isOlder, newestVersion } from "@core/release";
import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import { isDuplicate } from "../database/faults";
import { fewAtATime } from "../few-at-a-time";
import { keepImage } from "../images/repository";
import { type MeasureMeans, measureBrush } from "../measures/measure-brush";
import { type StripPainter, TooCostly } from "../render/pool";
import { blocksOf } from "../sets/blocks";
import { materialsOf } from "../sets/materials";
import { brushesOfSet, type KeptSet, type SetMember } from "../sets/repository";
import { addDemonstrations, paintDemonstrations } from "./demonstrations";
import { type Entry, entriesOf, type PackedSet, packSet, setFileOf } from "./pack-set";
import { type Access, addEdition, fullVersions, newestPackage } from "./repository";
import { addEditionPictures } from "./withdrawn-pictures";

export type Publication = { readonly id: string } | { readonly fault: string };

/** What a maker decides about an edition. */
export interface EditionAsk {
  readonly version: string;
  /** What is new, in the maker's own words. */
  readonly note?: string;
  /** Who may have it; its sampler is for everybody. */
  readonly access?: Access;
}

/** How many brushes are measured at one time. */
const AT_ONCE = 4;

/** Is told what is being done, and which share of all is done, 0…1. */
export type TellStep = (step: string, share: number) => void;

/**
 * Publishes a set as an immutable edition: packs it with its specimen, paints what demonstrates it, and keeps the bytes.
 * Where brushes are marked for it, a sampler goes out beside it. All of it is kept in one transaction.
 * @param members the brushes as they are meant; as they are now where nothing is said
 * @param finish what else is kept in the same transaction; nothing is published where it throws
 */
export async function publish(
  database: Database,
  pool: StripPainter,
  account: Account,
  set: KeptSet,
  ask: EditionAsk,
  members: readonly SetMember[] | undefined = undefined,
  tell: TellStep = () => undefined,
  finish: (change: Database, id: string) => Promise<void> = async () => undefined,
): Promise<Publication> {
  const { version, note = "", access = "open" } = ask;
  const exists = {
    fault: `Edition ${version} of this set is already published; it cannot change. Choose a higher number.`,
  };
  // Painting takes a while: what cannot be published is not painted.
  const versions = await fullVersions(database, set.id);
  if (versions.includes(version)) return exists;
  const newest = newestVersion(versions);
  if (newest && isOlder(version, newest))
    return { fault: `Edition ${newest} is published already; the next one has a higher number than that.` };
  const own = members ?? (await brushesOfSet(database, account.id, set));
  if (own.length === 0) return { fault: "A set needs at least one brush before it is published." };
  const gone = set.brushes.length - own.length;
  if (gone > 0) return { fault: `${gone} of its brushes cannot be found any more: they lie in the bin, or are gone.` };
  const [stops] = await blocksOf(database, account.id, set, own);
  if (stops)
    return {
      fault: `Preflight stops it: ${stops.brush ? `${stops.brush}: ` : ""}${stops.says} Nothing was published.`,
    };
  tell("measuring what was not measured yet", 0.02);
  const known = await told({ database, pool }, account.id, own);
  const entries = entriesOf(known);
  tell("reading what was published before", 0.1);
  const before = await newestPackage(database, set.id);
  tell("painting the specimen and the demonstrations", 0.15);
  const chosen = entriesOf(known.filter(({ sampler }) => sampler));
  const text = changesOf(set, account, version, note, entries, before);
  const [full, sampler, demonstrations] = await Promise.all([
    packSet(database, pool, account, set, version, entries, text),
    chosen.length > 0
      ? packSet(database, pool, account, { ...set, name: samplerName(set.name) }, version, chosen)
      : undefined,
    paintDemonstrations(database, pool, account, set.id, (id) => entries.find((entry) => entry.id === id)?.file),
  ]);
  tell("keeping it", 0.9);
  try {
    return await database.transaction(async (change) => {
      const add = async (
        { bytes, set: file, specimen, pictures }: PackedSet,
        list: readonly Entry[],
        beside?: string,
      ) => {
        const id = await addEdition(change, {
          setId: set.id,
          set: file,
          brushes: list.map(({ brush }) => brush),
          traits: list.flatMap(({ traits = [] }) => traits),
          bytes,
          specimenSha256: await keepImage(change, specimen, "specimen.png"),
          coverSha256: set.cover ?? null,
          note,
          access: beside === undefined ? access : "open",
          samplerOf: beside,
        });
        await addEditionPictures(change, id, pictures);
        return id;
      };
      const id = await add(full, entries);
      await addDemonstrations(change, id, demonstrations);
      if (sampler) await add(sampler, chosen, id);
      await finish(change, id);
      return { id };
    });
  } catch (error) {
    // Somebody has published the same version while this one was painted.
    if (isDuplicate(error)) return exists;
    throw error;
  }
}

/** Members with what each measures like, and what it is made of; what was not measured yet is measured now. */
async function told(means: MeasureMeans, accountId: string, members: readonly SetMember[]) {
  const [judgements, materials] = await Promise.all([
    fewAtATime(members, AT_ONCE, ({ brush }) => named(brush.name, () => measureBrush(means, brush, accountId))),
    materialsOf(means.database, accountId, members),
  ]);
  return members.map((member, n) => ({
    ...member,
    traits: judgements[n].traits,
    materials: materials.get(member.id),
  }));
}

/** The text of changes that goes out with an edition. */
function changesOf(
  set: KeptSet,
  account: Account,
  version: string,
  note: string,
  entries: readonly Entry[],
  before: SetPackage | undefined,
): string {
  if (!before) return changesText(version, note, undefined, "");
  const now = {
    set: setFileOf(account, set, version, entries),
    brushes: new Map(entries.map(({ file, brush }) => [file, brush])),
  };
  return changesText(version, note, compareSets(before, now), before.changes ?? "");
}

function samplerName(name: string): string {
  return `${name.slice(0, 70)}, sampler`;
}

/** Does something for one brush of many; what is wrong with it says which. */
async function named<T>(name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (isFault(error, TooCostly) || isFault(error, FormatError)) throw new FormatError(`“${name}”: ${error.message}`);
    throw error;
  }
}
