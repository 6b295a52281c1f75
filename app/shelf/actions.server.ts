import { parseBrush } from "@core/brush";
import { addBrushes, listBrushes } from "@server/brushes/repository";
import { newerEditions, renew } from "@server/editions/renew";
import { takePackage } from "@server/editions/take";
import { data, redirect } from "react-router";
import { needAccount } from "~/http/answers";
import { faultOf, fileOf, readForm } from "~/http/read-request.server";
import type { Route } from "./+types/route";

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const [brushes, newer] = await Promise.all([
    listBrushes(context.database, account.id),
    newerEditions(context.database, account.id),
  ]);
  return { brushes, newer };
}

/** Takes a dropped package, renews what came from an older edition, or begins a new brush. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const form = await readForm(request);
  if (form.get("act") === "new") {
    const [id] = await addBrushes(context.database, account.id, [parseBrush({ level: 1, name: "New brush" })]);
    return redirect(`/bench/${id}`);
  }
  if (form.get("act") === "renew") {
    const edition = form.get("edition");
    try {
      const renewal = typeof edition === "string" && (await renew(context, account.id, edition));
      return renewal ? data({ renewal }) : data({ fault: "This edition is not there any more." }, { status: 404 });
    } catch (error) {
      const { fault, status } = faultOf(error);
      return data({ fault }, { status });
    }
  }
  const file = fileOf(form, "package");
  if (!file) return data({ fault: "Choose a package first." }, { status: 400 });
  try {
    const taken = await takePackage(context, account.id, new Uint8Array(await file.arrayBuffer()));
    return data({ taken: `${taken.name} ${taken.version}`, ids: taken.ids });
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault: `${file.name}: ${fault}` }, { status });
  }
}
