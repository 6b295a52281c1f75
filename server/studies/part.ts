import type { Act } from "@core/study/act";
import type { Database } from "../database/connect";
import { newId } from "../identifier";
import { actsOf, unknownBrush } from "./acts";

/**
 * Makes a study of its own of what was painted apart from another: that one's acts before `from`, and then these. Undefined
 * where the account has no such study, or it has no such acts, or a brush is not among its own.
 */
export async function partStudy(
  database: Database,
  accountId: string,
  id: string,
  from: number,
  acts: readonly Act[],
): Promise<string | undefined> {
  return database.transaction(async (change) => {
    const row = await change("studies").where({ account_id: accountId, id }).first();
    if (!row || row.acts < from || (await unknownBrush(change, id, acts))) return undefined;
    const all = [...(await actsOf(change, id)).slice(0, from), ...acts];
    const body = JSON.stringify(all);
    const parted = newId();
    await change("studies").insert({
      ...row,
      id: parted,
      name: `${row.name.slice(0, 66)}, apart`,
      goes_out: false,
      acts: all.length,
      bytes: body.length,
      changed_at: new Date(),
    });
    const brushes = await change("study_brushes").where({ study_id: id });
    await change("study_brushes").insert(brushes.map((brush) => ({ ...brush, study_id: parted })));
    await change("study_parts").insert({ study_id: parted, first: 0, acts: all.length, body });
    return parted;
  });
}
