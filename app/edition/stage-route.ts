import { findStage } from "@server/editions/demonstrations";
import { KEPT_BY_WHO_ASKED, notFound } from "~/http/answers";
import { openEdition } from "~/http/open-edition.server";
import type { Route } from "./+types/stage-route";

/** What a demonstration looked like at one of its stages. */
export async function loader({ params, context }: Route.LoaderArgs) {
  await openEdition(context, params.id);
  const bytes = await findStage(context.database, params.id, params.sha256);
  if (!bytes) throw notFound("picture");
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": KEPT_BY_WHO_ASKED },
  });
}
