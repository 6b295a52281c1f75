import { sharePicture } from "@server/editions/share-picture";
import { openEdition } from "~/http/open-edition.server";
import type { Route } from "./+types/share-route";

/** Those who show links for others keep it for a day: it may be withdrawn. */
const WHILE_IT_IS_OUT = "public, max-age=86400";

/** The picture that a shared link to an edition shows. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await openEdition(context, params.id);
  const png = await sharePicture(context.database, context.pool, edition, context.account?.id ?? context.address);
  return new Response(Buffer.from(png), {
    headers: { "Content-Type": "image/png", "Cache-Control": WHILE_IT_IS_OUT },
  });
}
