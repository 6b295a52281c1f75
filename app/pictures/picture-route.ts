import { isTakenBack } from "@server/editions/withdrawn-pictures";
import { findImage } from "@server/images/repository";
import { data } from "react-router";
import { KEPT_BY_WHO_ASKED, notFound } from "~/http/answers";
import type { Route } from "./+types/picture-route";

/**
 * A tip's or a grain's picture, for whoever knows the SHA-256 of its bytes: it stands in every brush that uses it, and nowhere else.
 * What went out with withdrawn editions alone is for those who have it.
 */
export async function loader({ params, context }: Route.LoaderArgs) {
  const bytes = /^[0-9a-f]{64}$/.test(params.sha256) && (await findImage(context.database, params.sha256));
  if (!bytes) throw notFound("picture");
  if (await isTakenBack(context.database, params.sha256, context.account?.id))
    throw data("The edition that this picture went out with is withdrawn.", { status: 410 });
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": KEPT_BY_WHO_ASKED },
  });
}
