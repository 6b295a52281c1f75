import { editionPackage } from "@server/editions/repository";
import { notFound } from "~/http/answers";
import { openEdition } from "~/http/open-edition.server";
import type { Route } from "./+types/edition-strip-route";
import { stripResponse } from "./strip-response";

/** The stroke of one brush of a published edition. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const edition = await openEdition(context, params.id);
  const { set, brushes } = await editionPackage(context.database, edition);
  const number = /^\d{1,4}$/.test(params.number) ? Number(params.number) : -1;
  const brush = brushes.get(set.brushes[number]?.file ?? "");
  if (!brush) throw notFound("brush");
  return stripResponse(context, request, brush);
}
