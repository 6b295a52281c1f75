import { Moon, Sun } from "lucide-react";
import type { ReactNode } from "react";
import { Form, Link, NavLink, useRouteLoaderData } from "react-router";
import { chooseTable } from "~/http/table-cookie";
import type { loader } from "../root.server";

const places = [
  { to: "/shelf", label: "Shelf" },
  { to: "/desk/tip", label: "Tips" },
  { to: "/desk/grain", label: "Grains" },
  { to: "/sets", label: "Sets" },
  { to: "/studies", label: "Studies" },
  { to: "/outlet", label: "Outlet" },
];

/** The line at the top of every screen: where to go on the left, what the screen is about in the middle, acts on the right. */
export function TopBar({ children }: { children?: ReactNode }) {
  const root = useRouteLoaderData<typeof loader>("root");
  const signedIn = Boolean(root?.studio);
  return (
    <header className="print:hidden flex min-h-11 flex-wrap items-center gap-x-5 gap-y-1 border-line border-b px-4.5 py-1">
      <Link to="/" className="font-semibold font-serif text-xl">
        Brosse
      </Link>
      <nav aria-label="Main" className="flex flex-wrap gap-x-4">
        {places
          .filter(({ to }) => signedIn || to === "/outlet")
          .map(({ to, label }) => (
            <NavLink
              key={to}
              to={to}
              className={({ isActive }) => `py-1 ${isActive ? "font-semibold text-ink" : "text-soft hover:text-ink"}`}
            >
              {label}
            </NavLink>
          ))}
      </nav>
      <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-5 gap-y-1 max-lg:order-last max-lg:basis-full lg:flex-nowrap">
        {children}
      </div>
      <button
        type="button"
        aria-label="Light or dark table"
        title="Light or dark table"
        className="grid size-7 place-items-center rounded text-soft hover:text-ink"
        onClick={() => chooseTable(document.documentElement.dataset.table === "dark" ? "light" : "dark")}
      >
        <Sun aria-hidden size={16} className="hidden [[data-table=dark]_&]:block" />
        <Moon aria-hidden size={16} className="[[data-table=dark]_&]:hidden" />
      </button>
      {signedIn ? (
        <Form method="post" action="/sign-out" className="flex items-center gap-3">
          <span className="text-soft max-[1400px]:hidden">{root?.studio}</span>
          <button type="submit" className="text-soft underline underline-offset-4 hover:text-ink">
            Sign out
          </button>
        </Form>
      ) : (
        <Link to="/sign-in" className="text-soft hover:text-ink">
          Sign in
        </Link>
      )}
    </header>
  );
}
