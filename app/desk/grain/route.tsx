import type { Route } from "./+types/route";
import { GrainDesk } from "./grain-desk";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = () => [{ title: "Grain desk · Brosse" }];

export default function GrainDeskRoute({ loaderData }: Route.ComponentProps) {
  return <GrainDesk {...loaderData} />;
}
