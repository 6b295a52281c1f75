import type { Route } from "./+types/root";
import { readTable } from "./http/table-cookie";

/** What every screen is told: who is signed in, and how the page is to look. */
export function loader({ context, request }: Route.LoaderArgs) {
  return {
    studio: context.account?.studio,
    nonce: context.nonce,
    table: readTable(request.headers.get("Cookie")),
    setup: context.seeding(),
  };
}
