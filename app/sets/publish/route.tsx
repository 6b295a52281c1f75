import { useCallback, useState } from "react";
import { Link, useFetcher, useNavigate } from "react-router";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import { ChangesList } from "./changes-list";
import { PublicationProgress } from "./publication-progress";
import type { action, PublishAsk } from "./publish.server";
import { PublishForm } from "./publish-form";

export { action, loader } from "./publish.server";

export const meta: Route.MetaFunction = ({ data }) => [{ title: `Publish ${data?.set.name ?? ""} · Brosse` }];

/** What would go out with the next edition of a set, and the way to send it out. */
export default function Publish({
  loaderData: { set, revisions, brushes, sampler, blocks, last, change, proposal, studies, pending, tooLong, access },
}: Route.ComponentProps) {
  const asker = useFetcher<typeof action>();
  const navigate = useNavigate();
  const [asked, setAsked] = useState("");
  const answer = asker.state === "idle" ? asker.data : undefined;
  const begun = answer && "id" in answer ? { id: answer.id, version: asked } : pending;
  const onDone = useCallback((id: string) => void navigate(`/editions/${id}`), [navigate]);
  const publish = (decided: Pick<PublishAsk, "version" | "note" | "access">) => {
    setAsked(decided.version);
    const ask: PublishAsk = { ...decided, from: set.revision, revisions };
    void asker.submit(JSON.stringify(ask), { method: "post", encType: "application/json" });
  };
  const vignettes = studies.filter(({ isVignette }) => isVignette).length;
  return (
    <>
      <TopBar>
        <h1 className="truncate font-medium font-serif text-lg">Publish {set.name}</h1>
        <Link to={`/sets/${set.id}`} className="text-act underline underline-offset-4">
          Back to the set
        </Link>
      </TopBar>
      <main className="mx-auto grid max-w-[84rem] items-start gap-4 px-4.5 py-4 lg:grid-cols-[minmax(0,3fr)_minmax(20rem,2fr)]">
        <section aria-labelledby="changes" className="sheet border border-line px-4 py-3">
          <h2 id="changes" className="mb-2 font-semibold font-serif text-base">
            {last ? `What changed since edition ${last}` : "The first edition"}
          </h2>
          {change && last ? (
            <ChangesList change={change} last={last} />
          ) : (
            <p>
              {counted(brushes.length, "brush", "brushes")}: {brushes.join(", ")}.
            </p>
          )}
        </section>
        <div className="space-y-4">
          {blocks.length > 0 && (
            <div role="alert" className="rounded-md border border-danger bg-panel px-4 py-3">
              <p className="font-medium">Preflight stops it:</p>
              <ul className="mt-1 list-disc pl-5">
                {blocks.map(({ check, brush, says }) => (
                  <li key={`${check} ${brush} ${says}`}>
                    {brush && `${brush}: `}
                    {says}
                  </li>
                ))}
              </ul>
            </div>
          )}
          {tooLong.length > 0 && (
            <div role="alert" className="rounded-md border border-danger bg-panel px-4 py-3">
              <p className="font-medium">A demonstration stops it:</p>
              <ul className="mt-1 list-disc pl-5">
                {tooLong.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </div>
          )}
          <section aria-labelledby="edition" className="rounded-lg border border-line bg-panel p-4">
            <h2 id="edition" className="mb-2 font-semibold font-serif text-base">
              The next edition
            </h2>
            {begun ? (
              <PublicationProgress key={begun.id} begun={begun} onDone={onDone} />
            ) : (
              <>
                {answer && "fault" in answer && (
                  <p role="alert" className="mb-2 text-danger">
                    {answer.fault}
                  </p>
                )}
                <PublishForm
                  setId={set.id}
                  proposal={proposal}
                  last={last}
                  lastAccess={access}
                  sampler={sampler}
                  stopped={blocks.length > 0 || brushes.length === 0 || tooLong.length > 0}
                  busy={asker.state !== "idle"}
                  onPublish={publish}
                />
              </>
            )}
          </section>
          <section className="rounded-lg border border-line bg-panel p-4 text-[13px]">
            <h2 className="mb-1 font-semibold font-serif text-base">What goes out with it</h2>
            <p>
              A public page and a package with {counted(brushes.length, "brush", "brushes")}, sheets of strokes with
              names, the list of changes and the licences of all that the brushes are made of.
            </p>
            <p className="mt-1">
              {studies.length - vignettes > 0
                ? counted(studies.length - vignettes, "demonstration", "demonstrations")
                : "No demonstration"}
              , {vignettes > 0 ? counted(vignettes, "vignette", "vignettes") : "no vignette"}: what is marked on the set
              to go out.
            </p>
          </section>
        </div>
      </main>
    </>
  );
}
