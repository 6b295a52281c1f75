import { findBrush } from "@server/brushes/repository";
import { measureBrush } from "@server/measures/measure-brush";
import { rowsOf } from "@server/shelf/find";
import { nearestOf } from "@server/shelf/nearest";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/route";

/** The most brushes that are compared at once. */
const MOST = 12;

/** The brushes that are to be compared: those that are named, or one and what is most like it. */
export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const { searchParams } = new URL(request.url);
  const like = searchParams.get("like");
  if (like === null) {
    const rows = await rowsOf(context.database, account.id, [...new Set(searchParams.getAll("id"))].slice(0, MOST));
    return { rows, like: undefined, account: account.id };
  }
  const kept = await findBrush(context.database, account.id, like);
  if (!kept) throw notFound("brush");
  await measureBrush(context, kept.brush, account.id);
  const near = await nearestOf(context.database, account.id, like, MOST - 1);
  return {
    rows: await rowsOf(context.database, account.id, [like, ...near.map(({ id }) => id)]),
    like: kept.brush.name,
    account: account.id,
  };
}
