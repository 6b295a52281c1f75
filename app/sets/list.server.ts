import { usualLicence } from "@core/formats/package";
import { createSet, listSets } from "@server/sets/repository";
import { redirect } from "react-router";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/list-route";

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  return { sets: await listSets(context.database, account.id) };
}

export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const id = await createSet(context.database, account.id, {
    name: "New set",
    licence: usualLicence,
    notes: "",
    credits: "",
    brushes: [],
  });
  return redirect(`/sets/${id}`);
}
