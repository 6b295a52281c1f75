import { Form, Link, useSearchParams } from "react-router";
import { Button } from "~/ui/button";
import { Field } from "~/ui/field";
import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/sign-in-route";

export { action, loader } from "./sign-in.server";

export const meta: Route.MetaFunction = () => [{ title: "Sign in · Brosse" }];

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
