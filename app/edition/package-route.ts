import { findEdition, packageStream } from "@server/editions/repository";
import { count } from "@server/outlet/counts";
import { mayHave } from "@server/vouchers/repository";
import { data } from "react-router";
import { fileName } from "~/formats/file-name";
import { packageResponse } from "~/formats/package-response";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/package-route";

/** The package's bytes, exactly as published. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await findEdition(context.database, params.id);
  if (edition?.withdrawnAt) throw data("Its maker has withdrawn this edition.", { status: 410 });
  if (!edition) throw notFound("edition");
  if (!(await mayHave(context.database, edition, context.account?.id)))
    throw data("This edition is kept for those with a voucher: use yours on the edition’s page.", { status: 403 });
  await count(context.database, edition.id, "downloads");
  return packageResponse(
    packageStream(context.database, edition),
    `${fileName(edition.name, "set")}-${edition.version}`,
    {
      // It may be withdrawn one day: whoever keeps it asks again. By voucher, it is kept by nobody in between.
      "Cache-Control": edition.access === "open" ? "public, no-cache" : "private, no-cache",
      "Content-Length": String(edition.bytes),
      ETag: `"${edition.packageSha256}"`,
    },
  );
}
