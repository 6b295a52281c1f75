import { findEdition } from "@server/editions/repository";
import { sharePicture } from "@server/editions/share-picture";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/share-route";

/** The picture that a shared link to an edition shows. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await findEdition(context.database, params.id);
  if (!edition) throw notFound("edition");
  const png = await sharePicture(context.database, context.pool, edition, context.account?.id ?? context.address);
  return new Response(Buffer.from(png), {
    headers: { "Content-Type": "image/png", "Cache-Control": "public, max-age=31536000, immutable" },
  });
}
