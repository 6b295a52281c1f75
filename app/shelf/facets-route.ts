import { facetsOf } from "@server/shelf/find";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/facets-route";

/** By what the shelf can be sifted. */
export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  return facetsOf(context.database, account.id);
}
