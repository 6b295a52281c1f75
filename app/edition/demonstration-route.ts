import { demonstrationPackage } from "@server/editions/demonstrations";
import { mayHave } from "@server/editions/may-have";
import { KEPT_BY_WHO_ASKED, notFound } from "~/http/answers";
import { openEdition } from "~/http/open-edition.server";
import type { Route } from "./+types/demonstration-route";

/** A demonstration's package, exactly as it went out. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const number = /^\d{1,4}$/.test(params.number) ? Number(params.number) : undefined;
  const edition = await openEdition(context, params.id);
  // Its brushes are in it: who may not have them sees its pictures.
  if (!(await mayHave(context.database, edition, context.account?.id))) throw notFound("demonstration");
  const found = number !== undefined && (await demonstrationPackage(context.database, params.id, number));
  if (!found) throw notFound("demonstration");
  return new Response(Buffer.from(found.bytes), {
    headers: {
      "Content-Type": "application/zip",
      "Cache-Control": KEPT_BY_WHO_ASKED,
      ETag: `"${found.sha256}"`,
    },
  });
}
