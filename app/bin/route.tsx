import { Form } from "react-router";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { day } from "~/ui/words";
import type { Route } from "./+types/route";

export { action, loader } from "./actions.server";

const called = { brushes: "brush", sets: "set", tips: "tip", grains: "grain" } as const;

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
            {things.map(({ what, id, name, binnedAt }) => (
              <li key={id} className="flex items-center gap-4 px-4 py-2">
                <span className="min-w-0 flex-1 truncate font-medium font-serif text-base">{name}</span>
                <span className="text-soft">
                  {called[what]} · {day(binnedAt)}
                </span>
                <Form method="post">
                  <input type="hidden" name="act" value="back" />
                  <input type="hidden" name="what" value={what} />
                  <Button type="submit" name="id" value={id} aria-label={`Bring back ${name}`}>
                    Bring back
                  </Button>
                </Form>
              </li>
            ))}
          </ul>
        )}
      </main>
    </>
  );
}
