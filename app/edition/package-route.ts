import { mayHave } from "@server/editions/may-have";
import { packageStream } from "@server/editions/repository";
import { count } from "@server/outlet/counts";
import { data } from "react-router";
import { fileName } from "~/formats/file-name";
import { packageResponse } from "~/formats/package-response";
import { openEdition } from "~/http/open-edition.server";
import type { Route } from "./+types/package-route";

/** The package's bytes, exactly as published. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await openEdition(context, params.id);
  if (!(await mayHave(context.database, edition, context.account?.id)))
    throw data("This edition is kept for those with a voucher: use yours on the edition’s page.", { status: 403 });
  await count(context.database, edition.id, "downloads");
  return packageResponse(
    packageStream(context.database, edition),
    `${fileName(edition.name, "set")}-${edition.version}`,
    {
      // It may be withdrawn one day: whoever keeps it asks again. By voucher, it is kept by nobody in between.
      "Cache-Control": edition.access === "open" && !edition.withdrawnAt ? "public, no-cache" : "private, no-cache",
      "Content-Length": String(edition.bytes),
      ETag: `"${edition.packageSha256}"`,
    },
  );
}
