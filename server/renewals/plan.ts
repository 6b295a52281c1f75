import { type Brush, brushText, parseBrush, renamePictures } from "@core/brush";
import { MAX_BRUSHES, type SetPackage } from "@core/formats/package";
import { type Decision, type Merge, mergeDecided } from "@core/release";
import { hashOfText } from "../brushes/repository";
import type { Database } from "../database/connect";
import { type EditionEntry, editionPackage, findEdition } from "../editions/repository";
import { keepChecked } from "../images/pictures";
import { followFiles } from "./renamed";

/** A brush of the painter's that came from another edition of the set, and what becomes of it. */
export interface RenewalLine {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  /**
   * `current`: the new edition has it as it was; `untouched`: the maker changed it, and nobody else; `changed`: both did;
   * `gone`: it is no longer in the set, and stays.
   */
  readonly kind: "current" | "untouched" | "changed" | "gone";
  readonly mine: Brush;
  /** As the maker has it now; undefined where it is gone. */
  readonly theirs: Brush | undefined;
  /** What both came from, and how they are joined, where both changed it. */
  readonly base: Brush | undefined;
  readonly merge: Merge | undefined;
  /** Where it was taken from before. */
  readonly taken: { readonly editionId: string; readonly hash: string; readonly origin: string; readonly file: string };
  /** The hash and the file that it has in the new edition. */
  readonly hash: string | undefined;
  readonly file: string | undefined;
}

export interface RenewalPlan {
  readonly lines: readonly RenewalLine[];
  readonly added: readonly { readonly file: string; readonly brush: Brush }[];
  /** The versions that are on the shelf. */
  readonly has: readonly string[];
}

interface Row {
  id: string;
  name: string;
  revision: number;
  taken_edition_id: string;
  taken_file: string;
  taken_hash: string;
  origin: string;
  binned_at: Date | null;
  body: string;
  version: string;
}

/**
 * What renewing to an edition would do with what an account has of its set, in the set’s order. Inside a transaction, the brushes are locked.
 * @param set the edition's package @param decisions by the brushes' ids
 */
export async function planRenewal(
  change: Database,
  accountId: string,
  edition: EditionEntry,
  content: SetPackage,
  decisions: Readonly<Record<string, Decision>> = {},
): Promise<RenewalPlan> {
  const { set, brushes, files } = content;
  const own = await ownBrushes(change, accountId, edition);
  const fileOf = await filesOf(change, own, edition, content);
  const pictures = await keepChecked(change, files);
  const next = new Map([...brushes].map(([file, brush]) => [file, renamePictures(brush, pictures)]));
  const lines: RenewalLine[] = [];
  // What lies in the bin stays there, and does not come anew.
  const place = new Map(set.brushes.map(({ file }, n) => [file, n]));
  const inOrder = own
    .filter(({ binned_at }) => binned_at === null)
    .sort((a, b) => (place.get(fileOf(a) ?? "") ?? MAX_BRUSHES) - (place.get(fileOf(b) ?? "") ?? MAX_BRUSHES));
  for (const row of inOrder) {
    const mine = parseBrush(JSON.parse(row.body));
    const file = fileOf(row);
    const theirs = file === undefined ? undefined : next.get(file);
    const taken = {
      editionId: row.taken_edition_id,
      hash: row.taken_hash,
      origin: row.origin,
      file: row.taken_file,
    };
    const plain = {
      id: row.id,
      name: row.name,
      revision: row.revision,
      mine,
      taken,
      file,
      base: undefined,
      merge: undefined,
    };
    if (!theirs) {
      lines.push({ ...plain, kind: "gone", theirs: undefined, hash: undefined });
      continue;
    }
    const hash = hashOfText(brushText(theirs));
    if (hash === row.taken_hash) lines.push({ ...plain, kind: "current", theirs, hash });
    else if (hashOfText(row.body) === row.taken_hash) lines.push({ ...plain, kind: "untouched", theirs, hash });
    else {
      const base = (await baseOf(change, row)) ?? mine;
      const merge = mergeDecided(base, mine, theirs, decisions[row.id]);
      lines.push({ ...plain, kind: "changed", theirs, hash, base, merge });
    }
  }
  const known = new Set(own.flatMap((row) => [row.taken_file, fileOf(row) ?? row.taken_file]));
  const added = set.brushes.flatMap(({ file }) => {
    const brush = known.has(file) ? undefined : next.get(file);
    return brush ? [{ file, brush }] : [];
  });
  return { lines, added, has: [...new Set(own.map(({ version }) => version))] };
}

/** Which file of an edition is a painter's brush's. */
async function filesOf(
  change: Database,
  own: readonly Row[],
  edition: EditionEntry,
  content: SetPackage,
): Promise<(row: Row) => string | undefined> {
  const from = [...new Set(own.map((row) => row.taken_edition_id))];
  const followed = new Map<string, ReadonlyMap<string, string>>();
  for (const id of from) if (id !== edition.id) followed.set(id, await followFiles(change, id, edition, content));
  return (row) => {
    // Taken from this very edition, or there under its own name.
    if (row.taken_edition_id === edition.id || content.brushes.has(row.taken_file)) return row.taken_file;
    return followed.get(row.taken_edition_id)?.get(row.taken_file);
  };
}

function ownBrushes(change: Database, accountId: string, edition: EditionEntry): Promise<Row[]> {
  const query = change("brushes")
    .join("editions", "editions.id", "brushes.taken_edition_id")
    .join("revisions", function () {
      this.on("revisions.brush_id", "brushes.id").andOn("revisions.number", "brushes.revision");
    })
    .where("brushes.account_id", accountId)
    .where("editions.set_id", edition.setId)
    .where("editions.kind", edition.kind)
    .orderBy("brushes.id")
    .select<Row[]>(
      "brushes.id",
      "brushes.name",
      "brushes.revision",
      "brushes.taken_edition_id",
      "brushes.taken_file",
      "brushes.taken_hash",
      "brushes.origin",
      "brushes.binned_at",
      "revisions.body",
      "editions.version",
    );
  return change.isTransaction ? query.forUpdate() : query;
}

/** The brush as it was taken: what both sides have changed since. */
async function baseOf(change: Database, row: Row): Promise<Brush | undefined> {
  const edition = await findEdition(change, row.taken_edition_id);
  if (!edition) return undefined;
  const { brushes, files } = await editionPackage(change, edition);
  const brush = brushes.get(row.taken_file);
  return brush && renamePictures(brush, await keepChecked(change, files));
}
