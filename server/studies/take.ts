import { type Brush, brushText, renamePictures } from "@core/brush";
import { FormatError } from "@core/formats/fault";
import type { StudyPackage } from "@core/formats/study";
import type { Act } from "@core/study/act";
import type { Database } from "../database/connect";
import { transactionRetried } from "../database/retry";
import { newId } from "../identifier";
import { keepChecked } from "../images/pictures";
import { hashOfBrush } from "./brushes";

/** A study that came from outside, read and checked. */
export type StudyToTake = Pick<
  StudyPackage,
  "name" | "width" | "height" | "paper" | "chapters" | "captions" | "acts" | "files"
> & {
  readonly brushes: ReadonlyMap<string, Brush>;
};

/** So many acts are kept in one part of a study that is taken in. */
const PART = 100;

/**
 * Puts a study from outside among an account's own; it belongs to no set, and its tray holds the brushes it was painted with.
 * @throws FormatError where a brush is not what its acts name it by, and then nothing has changed
 */
export async function takeStudy(database: Database, accountId: string, study: StudyToTake): Promise<string> {
  for (const [hash, brush] of study.brushes)
    if (hashOfBrush(brush) !== hash)
      throw new FormatError(`the brush ${brush.name} is not the one that the study was painted with`);
  return transactionRetried(database, async (change) => {
    const pictures = await keepChecked(change, study.files);
    const known = [...study.brushes].map(([hash, brush]) => ({ hash, now: renamePictures(brush, pictures) }));
    // Pictures are named here by what they hold: a brush that had others for them has another hash now.
    const renamed = new Map(known.map(({ hash, now }) => [hash, hashOfBrush(now)]));
    const acts = study.acts.map(
      (act): Act => ("brush" in act ? { ...act, brush: renamed.get(act.brush) ?? act.brush } : act),
    );
    const { name, width, height, paper, chapters, captions } = study;
    const id = newId();
    await change("studies").insert({
      id,
      account_id: accountId,
      set_id: null,
      brush_id: null,
      name,
      width,
      height,
      paper,
      notes: JSON.stringify({ chapters, captions }),
      revision: 1,
      goes_out: false,
      acts: acts.length,
      bytes: JSON.stringify(acts).length,
      picture_sha256: null,
      changed_at: new Date(),
    });
    const bodies = new Map(known.map(({ now }) => [hashOfBrush(now), brushText(now)]));
    if (bodies.size > 0)
      await change("study_brushes").insert([...bodies].map(([hash, body]) => ({ study_id: id, hash, body })));
    for (let first = 0; first < acts.length; first += PART) {
      const part = acts.slice(first, first + PART);
      await change("study_parts").insert({ study_id: id, first, acts: part.length, body: JSON.stringify(part) });
    }
    return id;
  });
}
