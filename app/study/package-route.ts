import { pictureFiles } from "@server/images/pictures";
import { actsOf } from "@server/studies/acts";
import { brushesOfStudy } from "@server/studies/brushes";
import { findStudy } from "@server/studies/repository";
import { fileName } from "~/formats/file-name";
import { packageResponse } from "~/formats/package-response";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/package-route";

/** A study with all its strokes, as a file. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const study = await findStudy(context.database, account.id, params.id);
  if (!study) throw notFound("study");
  const { known } = await brushesOfStudy(context.database, account.id, study);
  const brushes = new Map(known.map(({ hash, brush }) => [hash, brush]));
  const [acts, files] = await Promise.all([
    actsOf(context.database, study.id),
    pictureFiles(context.database, [...brushes.values()]),
  ]);
  const { name, width, height, paper, notes } = study;
  const whole = { name, studio: account.studio, width, height, paper, ...notes, acts, brushes, files };
  const bytes = await context.pool.packStudy(whole, account.id);
  return packageResponse(bytes, fileName(name, "study"), { "Cache-Control": "no-store" });
}
