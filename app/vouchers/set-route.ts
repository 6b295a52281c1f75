import { MOST_VOUCHERS } from "@server/limits";
import { findSet } from "@server/sets/repository";
import { hasTill, makeVouchers, setTill, vouchersOfSet } from "@server/vouchers/repository";
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
  const [vouchers, till] = await Promise.all([
    vouchersOfSet(context.database, set.id),
    hasTill(context.database, set.id),
  ]);
  // Undefined where this server has no till.
  return { vouchers, till: context.demo === undefined ? undefined : till };
}

const askSchema = z.object({
  count: z.coerce.number().int().min(1, "one at least").max(100, "100 at once at most"),
  note: z.string().trim().max(80),
});

/** Makes vouchers, or says whether the stand-in till hands them out. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const form = await readForm(request);
  const till = form.get("till");
  if (till !== null) {
    await setTill(context.database, set.id, till === "1");
    return { made: [] };
  }
  const asked = askSchema.safeParse(Object.fromEntries(form));
  if (!asked.success) return data({ fault: asked.error.issues[0].message }, { status: 400 });
  const made = await makeVouchers(context.database, set.id, asked.data.count, asked.data.note, "maker");
  return made ? { made } : data({ fault: `A set has at most ${MOST_VOUCHERS} unused vouchers.` }, { status: 400 });
}
