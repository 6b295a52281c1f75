import { usualLicence } from "@core/formats/package";
import { findBrush } from "@server/brushes/repository";
import { entriesOf, packSet } from "@server/editions/pack-set";
import { fileName } from "~/formats/file-name";
import { packageResponse } from "~/formats/package-response";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/package-route";

/** One brush as a package, for its maker alone: nothing is published. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const kept = await findBrush(context.database, account.id, params.id);
  if (!kept) throw notFound("brush");
  const { bytes } = await packSet(
    context.database,
    context.pool,
    account,
    { name: kept.brush.name, licence: usualLicence, notes: "", credits: "" },
    "0.0.0",
    entriesOf([{ id: kept.id, brush: kept.brush, group: "" }]),
  );
  return packageResponse(bytes, fileName(kept.brush.name, "brush"), { "Cache-Control": "no-store" });
}
