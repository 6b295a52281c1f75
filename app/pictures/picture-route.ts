import { findImage } from "@server/images/repository";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/picture-route";

/** A tip's or a grain's picture, for whoever knows the SHA-256 of its bytes: it stands in every brush that uses it, and nowhere else. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const bytes = /^[0-9a-f]{64}$/.test(params.sha256) && (await findImage(context.database, params.sha256));
  if (!bytes) throw notFound("picture");
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": "public, max-age=31536000, immutable" },
  });
}
