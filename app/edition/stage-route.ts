import { findStage } from "@server/editions/demonstrations";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/stage-route";

/** What a demonstration looked like at one of its stages. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const bytes = await findStage(context.database, params.id, params.sha256);
  if (!bytes) throw notFound("picture");
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": "public, max-age=31536000, immutable" },
  });
}
