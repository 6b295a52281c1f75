import { MAX_BRUSHES, usualLicence } from "@core/formats/package";
import { entriesOf, packSet, UNNUMBERED } from "@server/editions/pack-set";
import { whichSchema } from "@server/shelf/act";
import { idsOf } from "@server/shelf/do-act";
import { rowsOf } from "@server/shelf/find";
import { data } from "react-router";
import { packageResponse } from "~/formats/package-response";
import { needAccount } from "~/http/answers";
import { readForm, readJsonText } from "~/http/read-request.server";
import type { Route } from "./+types/package-route";

/** Chosen brushes as one package, for their maker alone: nothing is published. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const which = whichSchema.safeParse(readJsonText((await readForm(request)).get("which")));
  if (!which.success) throw data("The request could not be read.", { status: 400 });
  const ids = await idsOf(context.database, account.id, which.data);
  if (ids.length > MAX_BRUSHES)
    throw data(`A package holds ${MAX_BRUSHES} brushes at most, and these are ${ids.length}: choose fewer.`, {
      status: 400,
    });
  const rows = await rowsOf(context.database, account.id, ids);
  if (rows.length === 0) throw data("None of these brushes is there any more.", { status: 400 });
  const { bytes } = await packSet(
    context.database,
    context.pool,
    account,
    {
      name: `${rows.length} from ${account.studio}`.slice(0, 80),
      licence: usualLicence,
      notes: "",
      credits: "",
    },
    UNNUMBERED,
    entriesOf(rows.map(({ id, brush, category }) => ({ id, brush, group: category }))),
  );
  return packageResponse(bytes, "brushes", { "Cache-Control": "no-store" });
}
