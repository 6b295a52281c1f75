import { demonstrationPackage } from "@server/editions/demonstrations";
import { findEdition } from "@server/editions/repository";
import { mayHave } from "@server/vouchers/repository";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/demonstration-route";

/** A demonstration's package, exactly as it went out. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const number = /^\d{1,4}$/.test(params.number) ? Number(params.number) : undefined;
  const edition = await findEdition(context.database, params.id);
  // Its brushes are in it: who may not have them sees its pictures.
  if (!edition || !(await mayHave(context.database, edition, context.account?.id))) throw notFound("demonstration");
  const found = number !== undefined && (await demonstrationPackage(context.database, params.id, number));
  if (!found) throw notFound("demonstration");
  return new Response(Buffer.from(found.bytes), {
    headers: {
      "Content-Type": "application/zip",
      "Cache-Control": `${edition.access === "open" ? "public" : "private"}, max-age=31536000, immutable`,
      ETag: `"${found.sha256}"`,
    },
  });
}
