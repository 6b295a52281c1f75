import { brushesOfStudy } from "@server/studies/brushes";
import { findStudy } from "@server/studies/repository";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/route";

export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const study = await findStudy(context.database, account.id, params.id);
  if (!study) throw notFound("study");
  const { known, tray } = await brushesOfStudy(context.database, account.id, study);
  return { study, known, tray };
}
