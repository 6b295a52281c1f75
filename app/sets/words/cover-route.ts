import { findImage } from "@server/images/repository";
import { findSet } from "@server/sets/repository";
import { KEPT_BY_WHO_ASKED, notFound } from "~/http/answers";
import type { Route } from "./+types/cover-route";

/** The cover of an own set: the one that is kept, or, by `of`, one that was sent for it. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const set = context.account && (await findSet(context.database, context.account.id, params.id));
  if (!set) throw notFound("set");
  const sha256 = new URL(request.url).searchParams.get("of") ?? set.cover ?? "";
  const bytes = /^[0-9a-f]{64}$/.test(sha256) && (await findImage(context.database, sha256));
  if (!bytes) throw notFound("cover");
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": KEPT_BY_WHO_ASKED },
  });
}
