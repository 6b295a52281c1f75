import { type Brush, valuesText } from "@core/brush";
import type { SetPackage } from "@core/formats/package";
import type { Database } from "../database/connect";
import { type EditionEntry, editionPackage, editionsOfSet, findEdition } from "../editions/repository";

/**
 * The files that brushes have in an edition, by those that they had in an earlier one: a maker may call a brush otherwise from
 * edition to edition, and it is known again by what it does. A file that is not followed is left out.
 * @param from the id of the edition that they were taken from
 */
export async function followFiles(
  database: Database,
  from: string,
  to: EditionEntry,
  content: SetPackage,
): Promise<ReadonlyMap<string, string>> {
  const first = await findEdition(database, from);
  if (!first) return new Map();
  const between = (await editionsOfSet(database, to.setId))
    .filter(
      ({ id, kind, publishedAt }) =>
        kind === to.kind &&
        id !== to.id &&
        id !== from &&
        publishedAt > first.publishedAt &&
        publishedAt < to.publishedAt,
    )
    .reverse();
  const steps = [first, ...between];
  let before = await editionPackage(database, first);
  let now = new Map([...before.brushes.keys()].map((file) => [file, file]));
  for (const [n] of steps.entries()) {
    const next = n + 1 < steps.length ? await editionPackage(database, steps[n + 1]) : content;
    now = step(now, before.brushes, next.brushes);
    before = next;
  }
  return now;
}

/** One edition on: a file of the same name is the same brush, else a new one that does the same. */
function step(
  files: ReadonlyMap<string, string>,
  before: ReadonlyMap<string, Brush>,
  after: ReadonlyMap<string, Brush>,
): Map<string, string> {
  const fresh = new Map<string, string>();
  for (const [file, brush] of after) if (!before.has(file)) fresh.set(valuesText(brush), file);
  const followed = new Map<string, string>();
  for (const [first, file] of files) {
    const brush = before.get(file);
    const renamed = brush && fresh.get(valuesText(brush));
    if (after.has(file)) followed.set(first, file);
    else if (renamed) {
      followed.set(first, renamed);
      fresh.delete(valuesText(brush));
    }
  }
  return followed;
}
