import { MOST_AT_ONCE } from "@server/limits";
import { MOST_ROWS, readShelfAsk } from "@server/shelf/ask";
import { countOnShelf, findOnShelf, idsOnShelf, rowsOf } from "@server/shelf/find";
import { z } from "zod";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/rows-route";

const place = z.object({
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
  count: z.coerce.number().int().min(1).max(MOST_ROWS).default(60),
  /** So many ids, and no rows. */
  ids: z.coerce.number().int().min(1).max(MOST_AT_ONCE).optional(),
});

/** Some rows of what is looked for, or those of some ids; with `total` how many there are. */
export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const { searchParams } = new URL(request.url);
  const asked = place.safeParse(Object.fromEntries(searchParams));
  if (!asked.success) throw new Response("There are no such rows.", { status: 400 });
  const { from, count } = asked.data;
  if (searchParams.has("ids")) {
    const all = await idsOnShelf(context.database, account.id, readShelfAsk(searchParams), MOST_AT_ONCE);
    return Response.json(
      { ids: all.slice(from, from + (asked.data.ids ?? 0)) },
      { headers: { "Cache-Control": "no-store" } },
    );
  }
  const ids = searchParams.getAll("id").slice(0, MOST_ROWS);
  const ask = readShelfAsk(searchParams);
  const [total, rows] = await Promise.all(
    ids.length > 0
      ? [ids.length, rowsOf(context.database, account.id, ids)]
      : [
          searchParams.has("total") ? countOnShelf(context.database, account.id, ask) : undefined,
          findOnShelf(context.database, account.id, ask, from, count),
        ],
  );
  return Response.json({ rows, total }, { headers: { "Cache-Control": "no-store" } });
}
