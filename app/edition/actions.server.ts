import { demonstrationsOf } from "@server/editions/demonstrations";
import { editionPackage, findEdition, packageBytes, samplerOf } from "@server/editions/repository";
import { takePackage } from "@server/editions/take";
import { hashOfBrush } from "@server/studies/brushes";
import { redirect } from "react-router";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/route";

export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await findEdition(context.database, params.id);
  if (!edition) throw notFound("edition");
  const { set, brushes } = await editionPackage(context.database, edition);
  const entries = set.brushes.flatMap(({ file, group }) => {
    const brush = brushes.get(file);
    return brush ? [{ hash: hashOfBrush(brush), file, brush, group }] : [];
  });
  const [demonstrations, sampler, full] = await Promise.all([
    demonstrationsOf(context.database, edition.id),
    samplerOf(context.database, edition.id),
    edition.samplerOf ? findEdition(context.database, edition.samplerOf) : undefined,
  ]);
  return { edition, set, entries, demonstrations, sampler, full, signedIn: context.account !== undefined };
}

/** Puts the edition's brushes on the shelf of whoever is signed in. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const edition = await findEdition(context.database, params.id);
  const bytes = edition && !edition.withdrawnAt && (await packageBytes(context.database, edition.id));
  if (!bytes) throw notFound("edition");
  const { ids } = await takePackage(context, account.id, bytes, params.id);
  return redirect(`/shelf?${new URLSearchParams(ids.map((id) => ["new", id]))}`);
}
