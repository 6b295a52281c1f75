import { demonstrationPackage } from "@server/editions/demonstrations";
import { notFound } from "~/http/answers";
import type { Route } from "./+types/demonstration-route";

/** A demonstration's package, exactly as it went out. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const number = /^\d{1,4}$/.test(params.number) ? Number(params.number) : undefined;
  const found = number !== undefined && (await demonstrationPackage(context.database, params.id, number));
  if (!found) throw notFound("demonstration");
  return new Response(Buffer.from(found.bytes), {
    headers: {
      "Content-Type": "application/zip",
      "Cache-Control": "public, max-age=31536000, immutable",
      ETag: `"${found.sha256}"`,
    },
  });
}
