import { brushText } from "@core/brush";
import type { Decision } from "@core/release";
import { addBrushes, addRevisions } from "../brushes/repository";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { findEdition, packageBytes } from "../editions/repository";
import { originOf, type PackageReader } from "../editions/take";
import { newId } from "../identifier";
import { planRenewal } from "./plan";
import { type RenewalRecord, type Renewed, recordText } from "./record";

/** What renewing has done, and by what it is taken back. */
export interface Renewal extends Renewed {
  readonly id: string;
}

/**
 * Brings what an account has of a set to another edition of it: what was left untouched is replaced, by a new revision; what both
 * sides changed is merged as it was decided; new brushes come; nothing is doubled. All of it can be taken back in one step.
 * Undefined where there is no such edition.
 * @throws FormatError, and then nothing has changed
 */
export async function renew(
  { database, pool }: { readonly database: Database; readonly pool: PackageReader },
  accountId: string,
  editionId: string,
  decisions: Readonly<Record<string, Decision>> = {},
): Promise<Renewal | undefined> {
  const edition = await findEdition(database, editionId);
  const bytes = edition && !edition.withdrawnAt && (await packageBytes(database, edition.id));
  if (!edition || !bytes) return undefined;
  const content = await pool.unpack(bytes, accountId);
  return transactionRetried(database, async (change) => {
    const { lines, added } = await planRenewal(change, accountId, edition, content, decisions);
    const origin = originOf(content.set);
    const done: Renewed = { replaced: [], merged: [], kept: [], gone: [], added: added.map(({ brush }) => brush.name) };
    const record: RenewalRecord = { brushes: [], added: [], done };
    for (const { id, name, revision, kind, mine, theirs, merge, taken, hash, file } of lines) {
      if (kind === "gone" || !theirs || hash === undefined) {
        done.gone.push(name);
        continue;
      }
      const brush = merge ? merge.brush : theirs;
      const changes = kind !== "current" && brushText(brush) !== brushText(mine);
      if (changes) {
        const note = `${merge ? "merged with" : "renewed from"} edition ${edition.version}`;
        await addRevisions(change, [{ id, revision, origin, brush }], note);
      }
      await change("brushes")
        .where({ id })
        .update({ taken_edition_id: edition.id, taken_hash: hash, taken_file: file, ...(changes ? { origin } : {}) });
      record.brushes.push({ id, before: revision, after: changes ? revision + 1 : revision, taken });
      if (kind === "current") continue;
      const list = !changes ? done.kept : brushText(brush) === brushText(theirs) ? done.replaced : done.merged;
      list.push(changes ? brush.name : name);
    }
    if (added.length > 0)
      record.added.push(
        ...(await addBrushes(
          change,
          accountId,
          added.map(({ brush }) => brush),
          origin,
          { editionId: edition.id, files: added.map(({ file }) => file) },
        )),
      );
    const id = newId();
    await change("renewals").insert({
      id,
      account_id: accountId,
      edition_id: edition.id,
      body: recordText(record),
      done_at: new Date(),
      undone_at: null,
    });
    return { id, ...done };
  });
}
