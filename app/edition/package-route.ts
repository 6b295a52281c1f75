import { findEdition, packageBytes } from "@server/editions/repository";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/package-route";

/** The package's bytes, exactly as published. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await findEdition(context.database, params.id);
  const bytes = edition && (await packageBytes(context.database, edition.id));
  if (!edition || !bytes) throw notFound("edition");
  const plain =
    edition.name
      .normalize("NFKD")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "") || "set";
  return new Response(Buffer.from(bytes), {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="${plain}-${edition.version}.zip"`,
      "Cache-Control": "public, max-age=31536000, immutable",
      ETag: `"${edition.packageSha256}"`,
    },
  });
}
