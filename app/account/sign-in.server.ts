import { findByPassword } from "@server/accounts/repository";
import { beginTry, endTry } from "@server/accounts/sign-in-limit";
import { data, redirect } from "react-router";
import { z } from "zod";
import { safeTarget } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import { enter } from "~/http/session.server";
import { counted } from "~/ui/words";
import type { Route } from "./+types/sign-in-route";

const form = z.object({ email: z.email().max(254), password: z.string().min(1).max(200) });

export function loader({ context, request }: Route.LoaderArgs) {
  if (context.account) throw redirect(safeTarget(request));
  return { demo: context.demo !== undefined };
}

export async function action({ context, request }: Route.ActionArgs) {
  const given = form.safeParse(Object.fromEntries(await readForm(request)));
  const wrong = data({ fault: "No account has this address and password." }, { status: 400 });
  if (!given.success) return wrong;
  const { email, password } = given.data;
  const tried = { email, address: context.address };
  const wait = await beginTry(context.database, tried);
  if (wait > 0) {
    context.log.warn({ event: "sign-in limited", address: context.address }, "limited");
    return data(
      {
        fault: `Too many tries. The next one is possible in ${wait < 60 ? counted(wait, "second", "seconds") : counted(Math.ceil(wait / 60), "minute", "minutes")}.`,
      },
      { status: 429, headers: { "Retry-After": String(wait) } },
    );
  }
  const account = await findByPassword(context.database, email, password);
  if (!account) {
    context.log.warn({ event: "sign-in refused", address: context.address }, "refused");
    return wrong;
  }
  context.log.info({ event: "signed in", account: account.id, address: context.address }, "signed in");
  await endTry(context.database, tried);
  return enter(context, account.id, safeTarget(request));
}
