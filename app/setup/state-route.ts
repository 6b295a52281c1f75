import type { Route } from "./+types/state-route";

/** How far the demo workshop is. */
export function loader({ context }: Route.LoaderArgs) {
  return { setup: context.seeding() };
}
