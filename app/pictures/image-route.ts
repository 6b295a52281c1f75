import { findImage } from "@server/images/repository";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/image-route";

/** The specimen or the cover of an edition, by the SHA-256 of its bytes. Other pictures stay with their brushes. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const published =
    /^[0-9a-f]{64}$/.test(params.sha256) &&
    (await context
      .database("editions")
      .where({ specimen_sha256: params.sha256 })
      .orWhere({ cover_sha256: params.sha256 })
      .first("id"));
  const bytes = published && (await findImage(context.database, params.sha256));
  if (!bytes) throw notFound("picture");
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": "public, max-age=31536000, immutable" },
  });
}
