import { entriesOf, packSet, UNNUMBERED } from "@server/editions/pack-set";
import { brushesOfSet, findSet } from "@server/sets/repository";
import { data } from "react-router";
import { fileName } from "~/formats/file-name";
import { packageResponse } from "~/formats/package-response";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/package-route";

/** A set as a package as it is now, for its maker alone: nothing is published. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const members = await brushesOfSet(context.database, account.id, set);
  if (members.length === 0) throw data("This set has no brushes yet: there is nothing to pack.", { status: 400 });
  const { bytes } = await packSet(context.database, context.pool, account, set, UNNUMBERED, entriesOf(members));
  return packageResponse(bytes, `${fileName(set.name, "set")}-draft`, { "Cache-Control": "no-store" });
}
