import { PART_KEY_LENGTH } from "@core/release";
import { mayHave } from "@server/editions/may-have";
import { type EditionEntry, editionPackage, findEdition } from "@server/editions/repository";
import { planRenewal } from "@server/renewals/plan";
import { renew } from "@server/renewals/renew";
import { type AppLoadContext, data, redirect } from "react-router";
import { z } from "zod";
import { needAccount, notFound } from "~/http/answers";
import { faultOf, readJson } from "~/http/read-request.server";
import type { Route } from "./+types/route";

/** What renewing to an edition would do on the shelf of whoever asks. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const edition = await findEdition(context.database, params.id);
  if (!edition || edition.withdrawnAt) throw notFound("edition");
  await needVoucher(context, edition, account.id);
  const content = await editionPackage(context.database, edition);
  const plan = await planRenewal(context.database, account.id, edition, content);
  return { edition, ...plan };
}

/** An edition by voucher is renewed to by those who have used one. @throws a 403 */
async function needVoucher({ database }: AppLoadContext, edition: EditionEntry, accountId: string): Promise<void> {
  if (await mayHave(database, edition, accountId)) return;
  throw data(
    `${edition.name} ${edition.version} is kept for those with a voucher: use yours on its page in the outlet, and renew then.`,
    { status: 403 },
  );
}

const side = z.enum(["mine", "theirs"]);
const askSchema = z.object({
  decisions: z.record(
    z.string().max(16),
    z.object({ whole: side.optional(), parts: z.record(z.string().max(PART_KEY_LENGTH), side).optional() }),
  ),
});

/** Renews as it was decided. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = askSchema.safeParse(await readJson(request));
  if (!asked.success) return data({ fault: "The request could not be read." }, { status: 400 });
  const edition = await findEdition(context.database, params.id);
  if (edition) await needVoucher(context, edition, account.id);
  try {
    const renewal = await renew(context, account.id, params.id, asked.data.decisions);
    return renewal
      ? redirect(`/shelf?renewed=${renewal.id}`)
      : data({ fault: "This edition is not there any more." }, { status: 400 });
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault }, { status });
  }
}
