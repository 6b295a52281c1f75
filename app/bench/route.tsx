import type { Route } from "./+types/route";
import { Bench } from "./bench";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = ({ data }) => [{ title: `${data?.kept.brush.name ?? "Bench"} · Brosse` }];

export default function BenchRoute({ loaderData }: Route.ComponentProps) {
  return <Bench {...loaderData} />;
}
