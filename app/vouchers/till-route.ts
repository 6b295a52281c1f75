import { mayTry } from "@server/accounts/rate";
import { findEdition } from "@server/editions/repository";
import { TILL_TRIES, TILL_TRIES_TOGETHER } from "@server/limits";
import { hasTill, makeVouchers } from "@server/vouchers/repository";
import { data } from "react-router";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/till-route";

/** What the stand-in till hands out: a code, and a receipt that says that nothing was paid. */
export interface Receipt {
  readonly code: string;
  readonly name: string;
  readonly version: string;
  readonly studio: string;
  readonly at: string;
}

/** The stand-in for a till: takes no money, and gives a voucher. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const edition = await findEdition(context.database, params.id);
  if (!edition || edition.withdrawnAt || edition.access !== "voucher") throw notFound("edition");
  // It stands in for a shop where Brosse is shown, and for those makers who want it.
  if (context.demo === undefined || !(await hasTill(context.database, edition.setId))) throw notFound("till");
  const may =
    (await mayTry(context.database, TILL_TRIES, `account ${account.id}`)) &&
    (await mayTry(context.database, TILL_TRIES_TOGETHER, `address ${context.address}`));
  if (!may) return data({ fault: "The checkout was used often within this hour; come back later." }, { status: 429 });
  const codes = await makeVouchers(
    context.database,
    edition.setId,
    1,
    `stand-in till: ${account.studio}`.slice(0, 80),
    "till",
  );
  if (!codes)
    return data({ fault: "The checkout has handed out too many codes that nobody has used." }, { status: 429 });
  const { name, version, studio } = edition;
  const receipt: Receipt = { code: codes[0], name, version, studio, at: new Date().toISOString() };
  return { receipt };
}
