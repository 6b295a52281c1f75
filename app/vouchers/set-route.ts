import { MOST_VOUCHERS } from "@server/limits";
import { findSet } from "@server/sets/repository";
import { makeVouchers, vouchersOfSet } from "@server/vouchers/repository";
import { data } from "react-router";
import { z } from "zod";
import { needAccount, notFound } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import type { Route } from "./+types/set-route";

/** The vouchers of an own set. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  return { vouchers: await vouchersOfSet(context.database, set.id) };
}

const askSchema = z.object({
  count: z.coerce.number().int().min(1, "one at least").max(100, "100 at once at most"),
  note: z.string().trim().max(80),
});

/** Makes vouchers. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const asked = askSchema.safeParse(Object.fromEntries(await readForm(request)));
  if (!asked.success) return data({ fault: asked.error.issues[0].message }, { status: 400 });
  const made = await makeVouchers(context.database, set.id, asked.data.count, asked.data.note, "maker");
  return made ? { made } : data({ fault: `A set has at most ${MOST_VOUCHERS} unused vouchers.` }, { status: 400 });
}
