import { findRevision } from "@server/brushes/repository";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/brush-strip-route";
import { stripResponse } from "./strip-response";

/** The stroke of one revision of an own brush. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const brush =
    context.account &&
    (await findRevision(context.database, context.account.id, params.id, Number(params.revision) || 0));
  if (!brush) throw notFound("brush");
  return stripResponse(context, request, brush, "private");
}
