import { type Brush, withGrain } from "@core/brush";
import { saveBrush } from "../brushes/repository";
import type { Database } from "../database/connect";
import { brushesOfSet, type KeptSet } from "./repository";

/** Gives all brushes of a set that meet a ground the same grain and scale, each as a new revision. @returns how many were changed */
export async function giveOneGrain(
  database: Database,
  accountId: string,
  set: KeptSet,
  grain: NonNullable<Brush["ground"]>["grain"],
  scale: number,
): Promise<number> {
  return database.transaction(async (change) => {
    let changed = 0;
    for (const { id, revision, brush } of await brushesOfSet(change, accountId, set)) {
      if (!brush.ground) continue;
      const saved = await saveBrush(change, accountId, id, revision, withGrain(brush, grain, scale));
      if (saved?.saved) changed++;
    }
    return changed;
  });
}

/** The scale that most of a set's grained brushes have their grain at; null where none has any. */
export async function grainScaleOf(database: Database, accountId: string, set: KeptSet): Promise<number | null> {
  const scales = (await brushesOfSet(database, accountId, set)).flatMap(({ brush }) => brush.ground?.grainScale ?? []);
  const times = (scale: number) => scales.filter((other) => other === scale).length;
  return scales.reduce<number | null>(
    (best, scale) => (best === null || times(scale) > times(best) ? scale : best),
    null,
  );
}
