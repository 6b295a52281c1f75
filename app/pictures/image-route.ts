import { mayHave } from "@server/editions/may-have";
import { editionsShowing } from "@server/editions/repository";
import { findImage } from "@server/images/repository";
import { data } from "react-router";
import { KEPT_BY_WHO_ASKED, notFound } from "~/http/answers";
import type { Route } from "./+types/image-route";

/** The specimen or the cover of an edition, by the SHA-256 of its bytes. Other pictures stay with their brushes. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const { database, account } = context;
  const editions = /^[0-9a-f]{64}$/.test(params.sha256) ? await editionsShowing(database, params.sha256) : [];
  const bytes = editions.length > 0 && (await findImage(database, params.sha256));
  if (!bytes) throw notFound("picture");
  const open = editions.some(({ withdrawnAt }) => !withdrawnAt);
  const kept = await Promise.all(open ? [] : editions.map((edition) => mayHave(database, edition, account?.id)));
  if (!open && !kept.includes(true))
    throw data("The edition that this picture stands for is withdrawn.", { status: 410 });
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": KEPT_BY_WHO_ASKED },
  });
}
