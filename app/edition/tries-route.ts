import { mayTry } from "@server/accounts/rate";
import { PAD_TRIES } from "@server/limits";
import { count } from "@server/outlet/counts";
import { openEdition } from "~/http/open-edition.server";
import type { Route } from "./+types/tries-route";

/** Counts that somebody has drawn on an edition's pad. */
export async function action({ params, context }: Route.ActionArgs) {
  const edition = await openEdition(context, params.id);
  if (await mayTry(context.database, PAD_TRIES, `address ${context.address}`))
    await count(context.database, edition.id, "tries");
  return new Response(null, { status: 204 });
}
