import type { Route } from "./+types/route";
import { TipDesk } from "./tip-desk";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = () => [{ title: "Tip desk · Brosse" }];

export default function TipDeskRoute({ loaderData: { tips, account, studio } }: Route.ComponentProps) {
  return <TipDesk tips={tips} account={account} studio={studio} />;
}
