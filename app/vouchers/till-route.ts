import { mayTry } from "@server/accounts/rate";
import { findEdition } from "@server/editions/repository";
import { TILL_TRIES } from "@server/limits";
import { makeVouchers } from "@server/vouchers/repository";
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
  for (const whose of [`account ${account.id}`, `address ${context.address}`])
    if (!(await mayTry(context.database, TILL_TRIES, whose)))
      return data({ fault: "The till was used often within this hour; come back later." }, { status: 429 });
  const codes = await makeVouchers(
    context.database,
    edition.setId,
    1,
    `stand-in till: ${account.studio}`.slice(0, 80),
    "till",
  );
  if (!codes) return data({ fault: "The till has handed out too many codes that nobody has used." }, { status: 429 });
  const { name, version, studio } = edition;
  const receipt: Receipt = { code: codes[0], name, version, studio, at: new Date().toISOString() };
  return { receipt };
}
