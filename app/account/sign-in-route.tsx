import { findByPassword } from "@server/accounts/repository";
import { data, Form, Link, redirect, useSearchParams } from "react-router";
import { z } from "zod";
import { Button } from "~/ui/button";
import { Field } from "~/ui/field";
import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/sign-in-route";
import { safeTarget } from "./need-account";
import { enter } from "./open-session";

const form = z.object({ email: z.email().max(254), password: z.string().min(1).max(200) });

export const meta: Route.MetaFunction = () => [{ title: "Sign in · Brosse" }];

export function loader({ context, request }: Route.LoaderArgs) {
  if (context.account) throw redirect(safeTarget(request));
  return { demo: context.demo };
}

export async function action({ context, request }: Route.ActionArgs) {
  const given = form.safeParse(Object.fromEntries(await request.formData()));
  const account = given.success
    ? await findByPassword(context.database, given.data.email, given.data.password)
    : undefined;
  if (!account) return data({ fault: "No account has this address and password." }, { status: 400 });
  return enter(context, request, account.id, safeTarget(request));
}

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  const [params] = useSearchParams();
  return (
    <>
      <TopBar />
      <main className="sheet mx-auto mt-16 w-[min(92vw,26rem)] border border-line p-8">
        <h1 className="mb-5 font-serif text-2xl">Sign in</h1>
        <Form method="post" className="space-y-4">
          <Field label="E-mail" name="email" type="email" autoComplete="email" required />
          <Field
            label="Password"
            name="password"
            type="password"
            autoComplete="current-password"
            required
            fault={actionData?.fault}
          />
          <div className="flex items-center justify-between">
            <Button kind="act" type="submit">
              Sign in
            </Button>
            <Link to={`/sign-up?${params}`} className="text-act underline underline-offset-4">
              Open an account
            </Link>
          </div>
        </Form>
        {loaderData.demo && (
          <Form method="post" action="/demo" className="mt-6 border-line border-t pt-5">
            <Button type="submit">Enter the demo workshop</Button>
          </Form>
        )}
      </main>
    </>
  );
}
