import { editionPackage, findEdition } from "@server/editions/repository";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/edition-strip-route";
import { stripResponse } from "./strip-response";

/** The stroke of one brush of a published edition. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const edition = await findEdition(context.database, params.id);
  if (!edition) throw notFound("edition");
  const { set, brushes } = await editionPackage(context.database, edition);
  const number = /^\d{1,4}$/.test(params.number) ? Number(params.number) : -1;
  const brush = brushes.get(set.brushes[number]?.file ?? "");
  if (!brush) throw notFound("brush");
  return stripResponse(context, request, brush, "public");
}
