import { firstFault } from "@core/brush";
import { createAccount } from "@server/accounts/repository";
import { data, redirect } from "react-router";
import { z } from "zod";
import { safeTarget } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import { enter } from "~/http/session.server";
import type { Route } from "./+types/sign-up-route";

const form = z.object({
  studio: z.string().trim().min(1, "say what you or your studio are called").max(80),
  email: z.email("that is not an e-mail address").max(254),
  password: z.string().min(10, "at least 10 characters").max(200),
});

export function loader({ context, request }: Route.LoaderArgs) {
  if (context.account) throw redirect(safeTarget(request));
  return null;
}

export async function action({ context, request }: Route.ActionArgs) {
  const given = form.safeParse(Object.fromEntries(await readForm(request)));
  if (!given.success)
    return data(
      { field: String(given.error.issues[0].path[0]), fault: firstFault(given.error).replace(/^\w+: /, "") },
      { status: 400 },
    );
  const account = await createAccount(context.database, given.data);
  if (!account)
    return data({ field: "email", fault: "this address has an account already; sign in instead" }, { status: 400 });
  context.log.info({ event: "signed up", account: account.id, address: context.address }, "signed up");
  return enter(context, account.id, safeTarget(request));
}
