import { Form, Link } from "react-router";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { counted, day } from "~/ui/words";
import type { Route } from "./+types/list-route";

export { action, loader } from "./list.server";

export const meta: Route.MetaFunction = () => [{ title: "Sets · Brosse" }];

export default function Sets({ loaderData: { sets } }: Route.ComponentProps) {
  return (
    <>
      <TopBar />
      <main className="mx-4.5 my-5">
        <div className="mb-3 flex items-center justify-between">
          <h1 className="font-serif text-2xl">Sets</h1>
          <Form method="post">
            <Button kind="act" type="submit">
              New set
            </Button>
          </Form>
        </div>
        {sets.length === 0 ? (
          <p className="sheet border border-line p-8 text-soft">
            No sets yet. A set gathers brushes of your shelf in an order, under one licence, and is what you publish.
          </p>
        ) : (
          <ul className="sheet divide-y divide-line border border-line">
            {sets.map((set) => (
              <li
                key={set.id}
                className="relative flex items-center gap-4 px-4.5 py-2 focus-within:bg-act-wash hover:bg-act-wash"
              >
                <span className="grid h-12 w-18 shrink-0 place-items-center overflow-hidden border border-line bg-raised">
                  {set.cover && (
                    <img
                      src={`/sets/${set.id}/cover.png?of=${set.cover}`}
                      alt=""
                      loading="lazy"
                      className="size-full object-cover"
                    />
                  )}
                </span>
                <Link to={`/sets/${set.id}`} className="font-medium font-serif text-lg after:absolute after:inset-0">
                  {set.name}
                </Link>
                <span className="text-soft">
                  {counted(set.brushes.length, "brush", "brushes")} · changed {day(set.changedAt)}
                </span>
              </li>
            ))}
          </ul>
        )}
      </main>
    </>
  );
}
