import { mayTry } from "@server/accounts/rate";
import { findEdition } from "@server/editions/repository";
import { VOUCHER_TRIES, VOUCHER_TRIES_TOGETHER } from "@server/limits";
import { readCode, redeemVoucher } from "@server/vouchers/repository";
import { data } from "react-router";
import { needAccount, notFound } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import type { Route } from "./+types/use-route";

/** Uses a voucher for the set of an edition. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const edition = await findEdition(context.database, params.id);
  if (!edition) throw notFound("edition");
  const typed = String((await readForm(request)).get("code") ?? "").slice(0, 80);
  const may =
    (await mayTry(context.database, VOUCHER_TRIES, `account ${account.id}`)) &&
    (await mayTry(context.database, VOUCHER_TRIES_TOGETHER, `address ${context.address}`));
  if (!may) {
    context.log.warn({ event: "voucher limit", account: account.id, address: context.address }, "limited");
    return data({ fault: "That was a lot of codes for one hour; come back later." }, { status: 429 });
  }
  const code = readCode(typed);
  if (!code) return data({ fault: "A code has 16 letters and digits, like 7KQ2-M0XD-4TWB-9ZRC." }, { status: 400 });
  // That there is none, that it is used and that it is for another set are told alike.
  if (!(await redeemVoucher(context.database, account.id, edition.setId, code)))
    return data({ fault: "There is no unused voucher with this code for this set." }, { status: 400 });
  return { used: code };
}
