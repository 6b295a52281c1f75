import type { Route } from "./+types/set-route";
import { SetPage } from "./set-page";

export { action, loader } from "./set.server";

export const meta: Route.MetaFunction = ({ data }) => [{ title: `${data?.set.name ?? "Set"} · Brosse` }];

export default function SetRoute({ loaderData }: Route.ComponentProps) {
  return <SetPage key={loaderData.set.id} {...loaderData} />;
}
