import { readOutletAsk } from "@server/outlet/ask";
import { findInOutlet, findMaker } from "@server/outlet/find";
import { notFound } from "~/http/answers";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/maker-route";
import { EditionLine } from "./edition-line";

/** What one maker has published. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const maker = await findMaker(context.database, params.id);
  if (!maker) throw notFound("maker");
  const ask = readOutletAsk(new URL(request.url).searchParams);
  const { lines, total } = await findInOutlet(context.database, ask, params.id);
  return { studio: maker.studio, lines, total };
}

export const meta: Route.MetaFunction = ({ data }) => [
  { title: data ? `${data.studio} · Brosse` : "Maker · Brosse" },
  { name: "description", content: data ? `Painting brushes by ${data.studio}` : "" },
];

export default function Maker({ loaderData: { studio, lines, total } }: Route.ComponentProps) {
  return (
    <>
      <TopBar />
      <main className="mx-4.5 my-5">
        <h1 className="font-medium font-serif text-4xl">{studio}</h1>
        <p className="mt-1 mb-4 text-soft">{counted(total, "set", "sets")} in the outlet</p>
        <ul aria-label="Sets" className="sheet divide-y divide-line border border-line">
          {lines.map((line) => (
            <EditionLine key={line.edition.id} line={line} />
          ))}
        </ul>
      </main>
    </>
  );
}
