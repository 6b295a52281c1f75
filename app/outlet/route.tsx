import { licenceIds, licences } from "@core/formats/package";
import { traitNames, traits } from "@core/measure/traits";
import type { ReactNode } from "react";
import { Form, Link, useSearchParams, useSubmit } from "react-router";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import { EditionLine } from "./edition-line";

export { loader } from "./actions.server";

export const meta: Route.MetaFunction = () => [
  { title: "Outlet · Brosse" },
  { name: "description", content: "Sets of painting brushes, published by their makers: try them, take them." },
  { tagName: "link", rel: "alternate", type: "application/atom+xml", title: "New editions", href: "/outlet.atom" },
];

export default function OutletPage({ loaderData: { ask, lines, total, pages } }: Route.ComponentProps) {
  const submit = useSubmit();
  const isAll = !ask.find && !ask.trait && !ask.licence && !ask.access;
  return (
    <>
      <TopBar />
      <main className="mx-4.5 my-4">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h1 className="font-serif text-2xl">Outlet</h1>
          <p className="flex-1 text-soft" role="status">
            {counted(total, "set", "sets")}. Try a brush on its page; take the set if it suits your hand.
          </p>
          <a href="/outlet.atom" className="text-soft underline underline-offset-4 hover:text-ink">
            New editions as a feed
          </a>
        </div>
        <Form
          role="search"
          className="mb-3 flex flex-wrap items-center gap-2"
          onChange={(event) => {
            // Words wait for the button or Enter; the rest is quick to choose.
            if (!(event.target instanceof HTMLInputElement)) void submit(event.currentTarget, { replace: true });
          }}
        >
          <input
            type="search"
            name="find"
            aria-label="Find a set"
            placeholder="a set, a studio, a brush, a word…"
            defaultValue={ask.find}
            className="h-8 w-72 rounded-md border border-edge bg-raised px-2.5 placeholder:text-soft pointer-coarse:h-10"
          />
          <Button type="submit" className="h-8">
            Find
          </Button>
          <Sift name="trait" label="What it does" value={ask.trait} any="does anything">
            {traitNames.map((name) => (
              <option key={name} value={name}>
                {traits[name].label}
              </option>
            ))}
          </Sift>
          <Sift name="licence" label="Licence" value={ask.licence} any="any licence">
            {licenceIds.map((id) => (
              <option key={id} value={id}>
                {licences[id].label}
              </option>
            ))}
          </Sift>
          <Sift name="access" label="Who may have it" value={ask.access} any="free or by voucher">
            <option value="open">free</option>
            <option value="voucher">by voucher</option>
          </Sift>
          <Sift name="order" label="Order" value={ask.order === "newest" ? undefined : ask.order} any="newest first">
            <option value="taken">most taken first</option>
          </Sift>
        </Form>
        {lines.length === 0 ? (
          <p className="sheet border border-line p-8 text-soft">
            {isAll ? (
              "Nothing is published yet. Put brushes into a set and publish its first edition."
            ) : (
              <>
                No set is like that.{" "}
                <Link to="/outlet" className="text-act underline underline-offset-4">
                  Show all
                </Link>
              </>
            )}
          </p>
        ) : (
          <ul aria-label="Sets" className="sheet divide-y divide-line border border-line">
            {lines.map((line) => (
              <EditionLine key={line.edition.id} line={line} />
            ))}
          </ul>
        )}
        {pages > 1 && <Pages page={ask.page} pages={pages} />}
      </main>
    </>
  );
}

interface SiftProps {
  readonly name: string;
  readonly label: string;
  readonly value: string | undefined;
  /** What stands there when nothing is chosen. */
  readonly any: string;
  readonly children: ReactNode;
}

function Sift({ name, label, value, any, children }: SiftProps) {
  return (
    <select key={value} name={name} aria-label={label} className={`${box} h-8`} defaultValue={value ?? ""}>
      <option value="">{any}</option>
      {children}
    </select>
  );
}

function Pages({ page, pages }: { readonly page: number; readonly pages: number }) {
  const [params] = useSearchParams();
  const to = (number: number) => {
    const next = new URLSearchParams(params);
    next.set("page", String(number));
    return `?${next}`;
  };
  return (
    <nav aria-label="Pages" className="mt-3 flex items-center gap-3">
      {page > 1 && (
        <Link to={to(page - 1)} className="text-act underline underline-offset-4">
          newer
        </Link>
      )}
      <span className="text-soft">
        page {page} of {pages}
      </span>
      {page < pages && (
        <Link to={to(page + 1)} className="text-act underline underline-offset-4">
          older
        </Link>
      )}
    </nav>
  );
}
