import { mayTry } from "@server/accounts/rate";
import { findEdition } from "@server/editions/repository";
import { PAD_TRIES } from "@server/limits";
import { count } from "@server/outlet/counts";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/tries-route";

/** Counts that somebody has drawn on an edition's pad. */
export async function action({ params, context }: Route.ActionArgs) {
  const edition = await findEdition(context.database, params.id);
  if (!edition) throw notFound("edition");
  if (await mayTry(context.database, PAD_TRIES, `address ${context.address}`))
    await count(context.database, edition.id, "tries");
  return new Response(null, { status: 204 });
}
