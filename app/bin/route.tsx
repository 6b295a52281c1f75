import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/route";
import { BinnedLine } from "./binned-line";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = () => [{ title: "Bin · Brosse" }];

export default function Bin({ loaderData: { things } }: Route.ComponentProps) {
  return (
    <>
      <TopBar />
      <main className="mx-4.5 my-5 max-w-3xl">
        <h1 className="font-serif text-2xl">Bin</h1>
        <p className="mb-3 text-soft">What lies here for 30 days is gone then; what an edition holds stays whole.</p>
        {things.length === 0 ? (
          <p className="sheet border border-line p-8 text-soft">
            The bin is empty. Brushes, sets, tips and grains that you put here are seen nowhere else, and can be brought
            back for 30 days; what was published of them stays.
          </p>
        ) : (
          <ul className="sheet divide-y divide-line border border-line">
            {things.map((thing) => (
              <BinnedLine key={thing.id} {...thing} />
            ))}
          </ul>
        )}
      </main>
    </>
  );
}
