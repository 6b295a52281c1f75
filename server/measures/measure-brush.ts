import { createHash } from "node:crypto";
import { type Brush, brushText } from "@core/brush";
import type { Judgement } from "@core/measure/judge";
import { MEASURE_METHODS } from "@core/measure/measured";
import { valuesHash } from "../brushes/values-hash";
import type { Database } from "../database/connect";
import { pictureFiles } from "../images/pictures";
import type { StripPainter } from "../render/pool";
import { unlessTooCostly } from "../render/too-costly";
import { findJudgements, keepJudgement } from "./repository";

/** What measuring needs. */
export interface MeasureMeans {
  readonly database: Database;
  readonly pool: Pick<StripPainter, "measure">;
}

/**
 * What a brush does: as it is known, or measured now in a thread and kept for everyone.
 * @param who waits for it @param files the pictures that it names, where they are at hand
 * @throws FormatError where one is missing, PoolBusy, TooCostly
 */
export async function measureBrush(
  { database, pool }: MeasureMeans,
  brush: Brush,
  who: string,
  files?: ReadonlyMap<string, Uint8Array>,
): Promise<Judgement> {
  const hash = valuesHash(brush);
  const known = (await findJudgements(database, [hash])).get(hash);
  if (known) return known;
  const pictures = files ?? (await pictureFiles(database, [brush]));
  const found = await unlessTooCostly(database, "measure", methodHash(hash), () =>
    pool.measure({ brush: brushText(brush), tips: pictures }, who),
  );
  await keepJudgement(database, hash, found);
  return found;
}

/** What newer methods may do in less time is another thing. */
function methodHash(hash: string): string {
  return createHash("sha256").update(`${MEASURE_METHODS} ${hash}`).digest("hex");
}
