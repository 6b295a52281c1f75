import type { ShownDemonstration } from "@server/editions/demonstrations";
import { useState } from "react";
import { TopBar } from "~/ui/top-bar";
import type { Route } from "./+types/route";
import { EditionHeader } from "./edition-header";
import { Pad } from "./pad/pad";
import { Demonstration } from "./player/demonstration";
import { SpecimenLine } from "./specimen-line";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = ({ data }) => [
  { title: data ? `${data.edition.name} ${data.edition.version} · Brosse` : "Edition · Brosse" },
  { name: "description", content: data?.set.notes ?? "" },
];

export default function Edition({
  loaderData: { edition, set, entries, demonstrations, ...rest },
}: Route.ComponentProps) {
  const [chosen, setChosen] = useState(0);
  const whole = demonstrations.filter(({ brushFile }) => brushFile === null);
  const [shownNumber, setShown] = useState(whole[0]?.number);
  const shown = demonstrations.find(({ number }) => number === shownNumber);
  const vignettes = new Map(demonstrations.flatMap((one) => (one.brushFile ? [[one.brushFile, one]] : [])));
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-[92rem] px-4.5 py-5">
        <div className={`mb-4 grid gap-5 ${shown ? "lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]" : ""}`}>
          <EditionHeader edition={edition} set={set} brushes={entries.length} {...rest} />
          {shown && (
            <div className="min-w-0">
              <Demonstration key={shown.number} editionId={edition.id} shown={shown} />
              {demonstrations.length > 1 && (
                <Others
                  demonstrations={demonstrations}
                  chosen={shown.number}
                  editionId={edition.id}
                  onChoose={setShown}
                />
              )}
            </div>
          )}
        </div>
        <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(24rem,34rem)]">
          <section aria-labelledby="specimen">
            <h2 id="specimen" className="sr-only">
              Specimen
            </h2>
            <ul className="sheet divide-y divide-line border border-line">
              {entries.map((entry, number) => (
                <SpecimenLine
                  key={entry.brush.name}
                  {...entry}
                  heading={entry.group !== (entries[number - 1]?.group ?? "") ? entry.group : ""}
                  measures={`/measures/editions/${edition.id}/${number}.json`}
                  picture={`/strips/editions/${edition.id}/${number}.png?w=480&h=60`}
                  chosen={number === chosen}
                  vignette={vignettes.get(entry.file)}
                  onVignette={(one) => setShown(one.number)}
                  editionId={edition.id}
                  onTry={() => setChosen(number)}
                />
              ))}
            </ul>
          </section>
          <Pad editionId={edition.id} studio={edition.studio} instruments={entries} chosen={entries[chosen].hash} />
        </div>
      </main>
    </>
  );
}

/** Further demonstrations and vignettes, each as the picture it became. */
function Others({
  demonstrations,
  chosen,
  editionId,
  onChoose,
}: {
  demonstrations: readonly ShownDemonstration[];
  chosen: number;
  editionId: string;
  onChoose: (number: number) => void;
}) {
  return (
    <ul className="mt-2 flex gap-2 overflow-x-auto pb-1">
      {demonstrations.map(({ number, name, stages }) => (
        <li key={number} className="shrink-0">
          <button
            type="button"
            aria-pressed={number === chosen}
            aria-label={`Show ${name}`}
            className="block border border-line bg-raised p-1 aria-pressed:border-act aria-pressed:ring-1 aria-pressed:ring-act"
            onClick={() => onChoose(number)}
          >
            <img
              src={`/editions/${editionId}/stages/${stages.at(-1)?.sha256}.png`}
              alt=""
              loading="lazy"
              className="h-13 w-19.5 object-cover"
            />
            <span className="block max-w-19.5 truncate text-left text-[12px] text-soft">{name}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
