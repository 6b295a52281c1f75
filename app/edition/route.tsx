import type { ShownDemonstration } from "@server/editions/demonstrations";
import { useState } from "react";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import { AnswersList } from "./answers-list";
import { EditionHeader } from "./edition-header";
import { GoneEdition } from "./gone-edition";
import { Pad } from "./pad/pad";
import { Demonstration } from "./player/demonstration";
import { SpecimenLine } from "./specimen-line";

export { action, loader } from "./actions.server";

type Open = Exclude<Route.ComponentProps["loaderData"], { gone: object }>;

export const meta: Route.MetaFunction = ({ data }) => {
  if (!data) return [{ title: "Edition · Brosse" }];
  if (data.gone) {
    const { name, version } = data.gone;
    return [{ title: `${name} ${version}, withdrawn · Brosse` }, { name: "robots", content: "noindex" }];
  }
  const { edition, set, origin } = data;
  const says = set.notes || `${counted(edition.brushes, "brush", "brushes")} by ${edition.studio}`;
  return [
    { title: `${edition.name} ${edition.version} · Brosse` },
    { name: "description", content: says },
    { property: "og:title", content: `${edition.name} ${edition.version}, ${edition.studio}` },
    { property: "og:description", content: says },
    { property: "og:type", content: "website" },
    { property: "og:url", content: `${origin}/editions/${edition.id}` },
    { property: "og:image", content: `${origin}/editions/${edition.id}/share.png` },
  ];
};

export default function Edition({ loaderData }: Route.ComponentProps) {
  return (
    <>
      <TopBar />
      {loaderData.gone ? <GoneEdition {...loaderData.gone} /> : <OpenEdition {...loaderData} />}
    </>
  );
}

/** An edition as those see it who may have it, or may look. */
function OpenEdition({ edition, set, entries, demonstrations, answers, origin: _, gone: __, ...rest }: Open) {
  const instruments = entries.flatMap(({ file, instrument }) => (instrument ? [{ file, ...instrument }] : []));
  const [chosen, setChosen] = useState(instruments[0]?.file);
  const tried = instruments.find(({ file }) => file === chosen);
  const whole = demonstrations.filter(({ brushFile }) => brushFile === null);
  const [shownNumber, setShown] = useState(whole[0]?.number);
  const shown = demonstrations.find(({ number }) => number === shownNumber);
  const vignettes = new Map(demonstrations.flatMap((one) => (one.brushFile ? [[one.brushFile, one]] : [])));
  return (
    <main className="mx-auto max-w-[92rem] px-4.5 py-5">
      <div className={`mb-4 grid gap-5 print:block ${shown ? "lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]" : ""}`}>
        <EditionHeader edition={edition} set={set} brushes={entries.length} {...rest} />
        {shown && (
          <div className="min-w-0 print:hidden">
            {rest.mayHave ? (
              <Demonstration key={shown.number} editionId={edition.id} shown={shown} />
            ) : (
              <img
                src={`/editions/${edition.id}/stages/${shown.stages.at(-1)?.sha256}.png`}
                alt={`${shown.name}, as it became`}
                className="max-h-80 w-full border border-line bg-table object-contain"
              />
            )}
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
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(24rem,34rem)] print:block">
        <section aria-labelledby="specimen">
          <h2 id="specimen" className="sr-only">
            Specimen
          </h2>
          <ul className="sheet divide-y divide-line border border-line">
            {entries.map((entry, number) => (
              <SpecimenLine
                key={entry.file}
                brush={entry}
                heading={entry.group !== (entries[number - 1]?.group ?? "") ? entry.group : ""}
                measures={`/measures/editions/${edition.id}/${number}.json`}
                picture={`/strips/editions/${edition.id}/${number}.png?w=480&h=60`}
                chosen={entry.file === chosen}
                vignette={vignettes.get(entry.file)}
                onVignette={(one) => setShown(one.number)}
                editionId={edition.id}
                onTry={entry.instrument && (() => setChosen(entry.file))}
              />
            ))}
          </ul>
          <AnswersList
            answers={answers}
            studio={edition.studio}
            nameOf={(file) => entries.find((entry) => entry.file === file)?.name}
          />
        </section>
        {tried ? (
          <Pad
            editionId={edition.id}
            studio={edition.studio}
            instruments={instruments}
            chosen={tried.hash}
            signedIn={rest.signedIn}
          />
        ) : (
          <p className="sheet self-start border border-line px-4 py-8 text-soft">
            There is no sampler beside this edition: its brushes can be tried with a voucher.
          </p>
        )}
      </div>
    </main>
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
