import { findRevision } from "@server/brushes/repository";
import { notFound, numberOf } from "~/http/answers";
import type { Route } from "./+types/brush-measures-route";
import { measuresResponse } from "./measures-response.server";

/** What one revision of an own brush measures. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const number = numberOf(params.revision);
  const brush =
    context.account && number && (await findRevision(context.database, context.account.id, params.id, number));
  if (!brush) throw notFound("brush");
  return measuresResponse(context, brush);
}
