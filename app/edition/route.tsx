import { licences } from "@core/formats/package";
import { Download } from "lucide-react";
import { useCallback, useEffect, useRef, useState } from "react";
import { Form, Link } from "react-router";
import type { Engine } from "~/engine/client";
import { PaperSheet } from "~/paper/paper-sheet";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { counted, day, size } from "~/ui/words";
import type { Route } from "./+types/route";
import { SpecimenLine } from "./specimen-line";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = ({ data }) => [
  { title: data ? `${data.edition.name} ${data.edition.version} · Brosse` : "Edition · Brosse" },
  { name: "description", content: data?.set.notes ?? "" },
];

export default function Edition({ loaderData: { edition, set, entries, signedIn } }: Route.ComponentProps) {
  const [chosen, setChosen] = useState(0);
  const [strokes, setStrokes] = useState(0);
  const pad = useRef<Engine>(null);
  const brush = entries[chosen].brush;
  const newest = useRef(brush);
  newest.current = brush;
  const onEngine = useCallback((engine: Engine) => {
    pad.current = engine;
    engine.setBrush(newest.current);
    return engine.on("acts", ({ count }) => setStrokes(count));
  }, []);
  useEffect(() => pad.current?.setBrush(brush), [brush]);
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-[92rem] px-4.5 py-5">
        <header className="mb-4 flex flex-wrap items-end gap-x-6 gap-y-3">
          <div className="min-w-0 flex-1">
            <h1 className="font-medium font-serif text-4xl">{edition.name}</h1>
            <p className="mt-1 text-soft">
              {edition.studio} · edition <span className="font-mono">{edition.version}</span> ·{" "}
              {day(edition.publishedAt)} · {counted(entries.length, "brush", "brushes")}
            </p>
            {set.notes && <p className="mt-2 max-w-3xl">{set.notes}</p>}
            <p className="mt-1 text-[13px] text-soft">
              {licences[set.licence].label}: {licences[set.licence].says}
              {set.credits && ` ${set.credits}`}
            </p>
          </div>
          <div className="flex flex-wrap gap-2">
            {signedIn ? (
              <Form method="post">
                <Button type="submit">Put on my shelf</Button>
              </Form>
            ) : (
              <Button asChild>
                <Link to={`/sign-up?to=${encodeURIComponent(`/editions/${edition.id}`)}`}>Sign up to keep it</Link>
              </Button>
            )}
            <Button kind="act" asChild>
              <a href={`/editions/${edition.id}/package.zip`} download>
                <Download aria-hidden size={15} /> Package, {size(edition.bytes)}
              </a>
            </Button>
          </div>
        </header>
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
                  picture={`/strips/editions/${edition.id}/${number}.png?w=480&h=60`}
                  chosen={number === chosen}
                  onTry={() => setChosen(number)}
                />
              ))}
            </ul>
          </section>
          <section aria-labelledby="pad" className="lg:sticky lg:top-3 lg:self-start">
            <div className="mb-2 flex h-7.5 items-center gap-2">
              <h2 id="pad" className="min-w-0 flex-1 truncate text-soft">
                Try <span className="font-medium font-serif text-ink text-lg">{brush.name}</span>
              </h2>
              <Button disabled={strokes === 0} onClick={() => pad.current?.takeBack()}>
                Take back
              </Button>
              <Button disabled={strokes === 0} onClick={() => pad.current?.clear()}>
                Clear
              </Button>
            </div>
            <div className="h-[min(60vh,30rem)] border border-line shadow-sm">
              <PaperSheet rests={brush.trail.perSecond > 0} label={`A pad to try ${brush.name} on`} onEngine={onEngine}>
                {strokes === 0 && (
                  <p className="pointer-events-none absolute inset-0 grid place-items-center text-soft">
                    draw here with pen, mouse or finger
                  </p>
                )}
              </PaperSheet>
            </div>
          </section>
        </div>
      </main>
    </>
  );
}
