import { editionPackage } from "@server/editions/repository";
import { notFound } from "~/http/answers";
import { openEdition } from "~/http/open-edition.server";
import type { Route } from "./+types/edition-measures-route";
import { measuresResponse } from "./measures-response.server";

/** What one brush of a published edition measures. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await openEdition(context, params.id);
  const { set, brushes, files } = await editionPackage(context.database, edition);
  const number = /^\d{1,4}$/.test(params.number) ? Number(params.number) : -1;
  const brush = brushes.get(set.brushes[number]?.file ?? "");
  if (!brush) throw notFound("brush");
  return measuresResponse(context, brush, files);
}
