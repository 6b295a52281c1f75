import { readOutletAsk } from "@server/outlet/ask";
import { findInOutlet, OUTLET_PAGE } from "@server/outlet/find";
import type { Route } from "./+types/route";

export async function loader({ context, request }: Route.LoaderArgs) {
  const ask = readOutletAsk(new URL(request.url).searchParams);
  const { lines, total } = await findInOutlet(context.database, ask);
  return { ask, lines, total, pages: Math.max(1, Math.ceil(total / OUTLET_PAGE)) };
}
