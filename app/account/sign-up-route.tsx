import { firstFault } from "@core/brush";
import { createAccount } from "@server/accounts/repository";
import { data, Form, Link, redirect, useSearchParams } from "react-router";
import { z } from "zod";
import { Button } from "~/ui/button";
import { Field } from "~/ui/field";
import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/sign-up-route";
import { safeTarget } from "./need-account";
import { enter } from "./open-session";

const form = z.object({
  studio: z.string().trim().min(1, "say what you or your studio are called").max(80),
  email: z.email("that is not an e-mail address").max(254),
  password: z.string().min(10, "at least 10 characters").max(200),
});

export const meta: Route.MetaFunction = () => [{ title: "Open an account · Brosse" }];

export function loader({ context, request }: Route.LoaderArgs) {
  if (context.account) throw redirect(safeTarget(request));
  return null;
}

export async function action({ context, request }: Route.ActionArgs) {
  const given = form.safeParse(Object.fromEntries(await request.formData()));
  if (!given.success)
    return data(
      { field: String(given.error.issues[0].path[0]), fault: firstFault(given.error).replace(/^\w+: /, "") },
      { status: 400 },
    );
  const account = await createAccount(context.database, given.data);
  if (!account)
    return data({ field: "email", fault: "this address has an account already; sign in instead" }, { status: 400 });
  return enter(context, request, account.id, safeTarget(request));
}

export default function SignUp({ actionData }: Route.ComponentProps) {
  const [params] = useSearchParams();
  const fault = (field: string) =>
    actionData && "field" in actionData && actionData.field === field ? actionData.fault : undefined;
  return (
    <>
      <TopBar />
      <main className="sheet mx-auto mt-16 w-[min(92vw,26rem)] border border-line p-8">
        <h1 className="mb-5 font-serif text-2xl">Open an account</h1>
        <Form method="post" className="space-y-4">
          <Field
            label="You or your studio"
            name="studio"
            autoComplete="organization"
            required
            maxLength={80}
            fault={fault("studio")}
          />
          <Field label="E-mail" name="email" type="email" autoComplete="email" required fault={fault("email")} />
          <Field
            label="Password"
            name="password"
            type="password"
            autoComplete="new-password"
            required
            minLength={10}
            hint="At least 10 characters."
            fault={fault("password")}
          />
          <div className="flex items-center justify-between">
            <Button kind="act" type="submit">
              Open an account
            </Button>
            <Link to={`/sign-in?${params}`} className="text-act underline underline-offset-4">
              Sign in instead
            </Link>
          </div>
        </Form>
      </main>
    </>
  );
}
