import { MOST_ROWS, readShelfAsk } from "@server/shelf/ask";
import { findOnShelf } from "@server/shelf/find";
import { z } from "zod";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/rows-route";

const place = z.object({
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
  count: z.coerce.number().int().min(1).max(MOST_ROWS).default(60),
});

/** Some more rows of what is looked for. */
export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const { searchParams } = new URL(request.url);
  const asked = place.safeParse(Object.fromEntries(searchParams));
  if (!asked.success) throw new Response("There are no such rows.", { status: 400 });
  const { from, count } = asked.data;
  const rows = await findOnShelf(context.database, account.id, readShelfAsk(searchParams), from, count);
  return Response.json({ rows }, { headers: { "Cache-Control": "no-store" } });
}
