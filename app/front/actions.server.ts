import { listEditions } from "@server/editions/repository";
import { redirect } from "react-router";
import type { Route } from "./+types/route";

export async function loader({ context }: Route.LoaderArgs) {
  if (context.account) throw redirect("/shelf");
  return { demo: context.demo !== undefined, editions: (await listEditions(context.database)).slice(0, 4) };
}
