import { findByPassword } from "@server/accounts/repository";
import { data, redirect } from "react-router";
import { z } from "zod";
import { safeTarget } from "~/http/answers";
import { enter } from "~/http/session.server";
import type { Route } from "./+types/sign-in-route";

const form = z.object({ email: z.email().max(254), password: z.string().min(1).max(200) });

export function loader({ context, request }: Route.LoaderArgs) {
  if (context.account) throw redirect(safeTarget(request));
  return { demo: context.demo !== undefined };
}

export async function action({ context, request }: Route.ActionArgs) {
  const given = form.safeParse(Object.fromEntries(await request.formData()));
  const account = given.success
    ? await findByPassword(context.database, given.data.email, given.data.password)
    : undefined;
  if (!account) return data({ fault: "No account has this address and password." }, { status: 400 });
  return enter(context, request, account.id, safeTarget(request));
}
