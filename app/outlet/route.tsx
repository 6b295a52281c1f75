import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/route";
import { EditionLine } from "./edition-line";

export { loader } from "./actions.server";

export const meta: Route.MetaFunction = () => [{ title: "Outlet · Brosse" }];

export default function OutletPage({ loaderData: { editions } }: Route.ComponentProps) {
  return (
    <>
      <TopBar />
      <main className="mx-4.5 my-5">
        <h1 className="mb-3 font-serif text-2xl">Outlet</h1>
        <p className="mb-4 text-soft">
          Every published edition. Try a brush on its page; take the package if it suits your hand.
        </p>
        {editions.length === 0 ? (
          <p className="sheet border border-line p-8 text-soft">
            Nothing is published yet. Put brushes into a set and publish its first edition.
          </p>
        ) : (
          <ul className="sheet divide-y divide-line border border-line">
            {editions.map((edition) => (
              <EditionLine key={edition.id} edition={edition} />
            ))}
          </ul>
        )}
      </main>
    </>
  );
}
