import { findStudyBrush } from "@server/studies/brushes";
import { findStudy } from "@server/studies/repository";
import { notFound } from "~/http/answers";
import { stripResponse } from "~/pictures/strip-response";
import type { Route } from "./+types/strip-route";

/** The stroke of one of a study's brushes. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const { account, database } = context;
  const study = account && (await findStudy(database, account.id, params.id));
  const brush = study && (await findStudyBrush(database, study.id, params.hash));
  if (!brush) throw notFound("brush");
  return stripResponse(context, request, brush);
}
