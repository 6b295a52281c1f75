import { withdraw } from "@server/editions/repository";
import { redirect } from "react-router";
import { z } from "zod";
import { needAccount, notFound } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import type { Route } from "./+types/withdraw-route";

/** Takes an edition back: its page says so, and those who have it keep it. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const why = z
    .string()
    .trim()
    .max(300)
    .catch("")
    .parse((await readForm(request)).get("why"));
  if (!(await withdraw(context.database, account.id, params.id, why))) throw notFound("edition");
  context.log.info({ edition: params.id, account: account.id }, "edition withdrawn");
  return redirect(`/editions/${params.id}`);
}
