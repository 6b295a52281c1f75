import { findBrushes } from "@server/brushes/repository";
import { materialsOf } from "@server/sets/materials";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/materials-route";

/** The most brushes of a set. */
const MOST = 200;

/** What some brushes were made of, by their ids. */
export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const ids = new URL(request.url).searchParams.getAll("id").slice(0, MOST);
  const brushes = await findBrushes(context.database, account.id, ids);
  const materials = await materialsOf(context.database, account.id, brushes);
  return Response.json(Object.fromEntries(materials), { headers: { "Cache-Control": "no-store" } });
}
