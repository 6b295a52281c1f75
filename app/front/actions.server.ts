import { readOutletAsk } from "@server/outlet/ask";
import { findInOutlet } from "@server/outlet/find";
import { redirect } from "react-router";
import type { Route } from "./+types/route";

export async function loader({ context }: Route.LoaderArgs) {
  if (context.account) throw redirect("/shelf");
  const { lines } = await findInOutlet(context.database, readOutletAsk(new URLSearchParams()));
  return { demo: context.demo !== undefined, lines: lines.slice(0, 4) };
}
