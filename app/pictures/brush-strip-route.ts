import { findRevision } from "@server/brushes/repository";
import { notFound, numberOf } from "~/http/answers";
import type { Route } from "./+types/brush-strip-route";
import { stripResponse } from "./strip-response";

/** The stroke of one revision of an own brush. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const number = numberOf(params.revision);
  const brush =
    context.account && number && (await findRevision(context.database, context.account.id, params.id, number));
  if (!brush) throw notFound("brush");
  return stripResponse(context, request, brush);
}
