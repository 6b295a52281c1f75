import type { ReactNode } from "react";
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useRouteLoaderData,
} from "react-router";
import type { Route } from "./+types/root";
import "./app.css";
import { BinToast } from "./bin/bin-toast";
import { ReachNotice } from "./reach/reach-notice";
import type { loader } from "./root.server";
import { SetupNotice } from "./setup/setup-notice";
import { lendNonce } from "./ui/lend-nonce";
import { TopBar } from "./ui/top-bar";

export { loader } from "./root.server";

export const meta: Route.MetaFunction = () => [
  { title: "Brosse" },
  { name: "description", content: "Build, tune, package and publish painting brushes." },
];

export function Layout({ children }: { children: ReactNode }) {
  const data = useRouteLoaderData<typeof loader>("root");
  lendNonce(data?.nonce);
  return (
    <html lang="en" data-table={data?.table}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/icon.svg" type="image/svg+xml" />
        <Meta />
        <Links />
      </head>
      <body className="min-h-dvh">
        {children}
        <BinToast />
        <ReachNotice />
        {data?.setup && <SetupNotice first={data.setup} />}
        <ScrollRestoration nonce={data?.nonce} />
        <Scripts nonce={data?.nonce} />
      </body>
    </html>
  );
}

export default function Root() {
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const known = isRouteErrorResponse(error);
  const title = known && error.status === 404 ? "There is nothing here" : "Something went wrong";
  const text = known
    ? typeof error.data === "string" && error.data
      ? error.data
      : error.statusText
    : "Brosse could not finish this. Nothing was saved half-way; try again in a moment.";
  return (
    <>
      <TopBar />
      <main className="sheet mx-auto mt-16 max-w-xl border border-line p-10">
        <h1 className="font-serif text-3xl">{title}</h1>
        <p className="mt-3 text-soft">{text}</p>
        <p className="mt-6">
          <a className="text-act underline underline-offset-4" href="/">
            Back to the beginning
          </a>
        </p>
      </main>
    </>
  );
}
