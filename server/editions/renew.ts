import { brushText, renamePictures } from "@core/brush";
import { addBrushes, addRevisions, hashOfText } from "../brushes/repository";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { keepChecked } from "../images/pictures";
import { type EditionEntry, findEdition, packageBytes } from "./repository";
import { originOf, type PackageReader } from "./take";

/** An edition of which an older one is on a shelf. */
export interface Newer {
  readonly edition: EditionEntry;
  /** The version that is on the shelf. */
  readonly has: string;
}

/** The newest editions of sets of which this account has brushes from an older one. Withdrawn ones are no news. */
export async function newerEditions(database: Database, accountId: string): Promise<Newer[]> {
  const had: { set_id: string; kind: "full" | "sampler"; version: string; published_at: Date }[] = await database(
    "brushes",
  )
    .join("editions", "editions.id", "brushes.taken_edition_id")
    .where({ account_id: accountId, binned_at: null })
    .distinct("editions.set_id", "editions.kind", "editions.version", "editions.published_at");
  const newest = new Map<string, (typeof had)[number]>();
  for (const one of had) {
    const key = `${one.set_id} ${one.kind}`;
    const known = newest.get(key);
    if (!known || known.published_at < one.published_at) newest.set(key, one);
  }
  const found = await Promise.all(
    [...newest.values()].map(async ({ set_id, kind, version, published_at }): Promise<Newer[]> => {
      const row = await database("editions")
        .where({ set_id, kind, withdrawn_at: null })
        .where("published_at", ">", published_at)
        .orderBy("published_at", "desc")
        .first("id");
      const edition = row && (await findEdition(database, row.id));
      return edition ? [{ edition, has: version }] : [];
    }),
  );
  return found.flat();
}

/** What renewing has done, by the brushes' names. */
export interface Renewal {
  readonly replaced: readonly string[];
  /** Those that were changed here stay as they are. */
  readonly kept: readonly string[];
  readonly added: readonly string[];
  /** Those that the new edition no longer has stay, too. */
  readonly gone: readonly string[];
}

/**
 * Brings what an account has of a set to another edition of it: untouched brushes are replaced, each by a new revision;
 * changed ones stay; new ones come; nothing is doubled. Undefined where there is no such edition.
 * @throws FormatError, and then nothing has changed
 */
export async function renew(
  { database, pool }: { readonly database: Database; readonly pool: PackageReader },
  accountId: string,
  editionId: string,
): Promise<Renewal | undefined> {
  const edition = await findEdition(database, editionId);
  const bytes = edition && !edition.withdrawnAt && (await packageBytes(database, edition.id));
  if (!edition || !bytes) return undefined;
  const { set, brushes, files } = await pool.unpack(bytes, accountId);
  return transactionRetried(database, async (change) => {
    const pictures = await keepChecked(change, files);
    const next = new Map([...brushes].map(([file, brush]) => [file, renamePictures(brush, pictures)]));
    const own = await change("brushes")
      .join("editions", "editions.id", "brushes.taken_edition_id")
      .join("revisions", function () {
        this.on("revisions.brush_id", "brushes.id").andOn("revisions.number", "brushes.revision");
      })
      .where("brushes.account_id", accountId)
      .where("editions.set_id", edition.setId)
      .where("editions.kind", edition.kind)
      .orderBy("brushes.id")
      .forUpdate()
      .select<
        {
          id: string;
          name: string;
          revision: number;
          taken_file: string;
          taken_hash: string;
          binned_at: Date | null;
          body: string;
        }[]
      >(
        "brushes.id",
        "brushes.name",
        "brushes.revision",
        "brushes.taken_file",
        "brushes.taken_hash",
        "brushes.binned_at",
        "revisions.body",
      );
    const done = { replaced: [] as string[], kept: [] as string[], added: [] as string[], gone: [] as string[] };
    for (const row of own) {
      const brush = next.get(row.taken_file);
      if (!brush) {
        done.gone.push(row.name);
        continue;
      }
      const text = brushText(brush);
      const hash = hashOfText(text);
      const taken = { taken_edition_id: edition.id, taken_hash: hash };
      if (hash === row.taken_hash) await change("brushes").where({ id: row.id }).update(taken);
      else if (hashOfText(row.body) === row.taken_hash) {
        const origin = originOf(set);
        await addRevisions(change, [{ ...row, origin, brush }], `renewed from edition ${edition.version}`);
        await change("brushes")
          .where({ id: row.id })
          .update({ ...taken, origin });
        done.replaced.push(brush.name);
      } else {
        await change("brushes").where({ id: row.id }).update(taken);
        done.kept.push(row.name);
      }
    }
    const known = new Set(own.map((row) => row.taken_file));
    const fresh = set.brushes.flatMap(({ file }) => {
      const brush = known.has(file) ? undefined : next.get(file);
      return brush ? [{ file, brush }] : [];
    });
    if (fresh.length > 0)
      await addBrushes(
        change,
        accountId,
        fresh.map(({ brush }) => brush),
        originOf(set),
        { editionId: edition.id, files: fresh.map(({ file }) => file) },
      );
    done.added.push(...fresh.map(({ brush }) => brush.name));
    return done;
  });
}
