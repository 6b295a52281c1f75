import { findEdition, packageBytes } from "@server/editions/repository";
import { data } from "react-router";
import { fileName } from "~/formats/file-name";
import { packageResponse } from "~/formats/package-response";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/package-route";

/** The package's bytes, exactly as published. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await findEdition(context.database, params.id);
  if (edition?.withdrawnAt) throw data("Its maker has withdrawn this edition.", { status: 410 });
  const bytes = edition && (await packageBytes(context.database, edition.id));
  if (!edition || !bytes) throw notFound("edition");
  return packageResponse(bytes, `${fileName(edition.name, "set")}-${edition.version}`, {
    // It may be withdrawn one day: whoever keeps it asks again.
    "Cache-Control": "public, no-cache",
    ETag: `"${edition.packageSha256}"`,
  });
}
