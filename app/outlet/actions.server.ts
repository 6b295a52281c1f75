import { listEditions } from "@server/editions/repository";
import type { Route } from "./+types/route";

export async function loader({ context }: Route.LoaderArgs) {
  return { editions: await listEditions(context.database) };
}
