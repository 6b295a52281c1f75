import { Form, Link, useSearchParams } from "react-router";
import { Button } from "~/ui/button";
import { Field } from "~/ui/field";
import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/sign-up-route";

export { action, loader } from "./sign-up.server";

export const meta: Route.MetaFunction = () => [{ title: "Open an account · Brosse" }];

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
