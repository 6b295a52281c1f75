import type { Decision } from "@core/release";
import type { RenewalLine } from "@server/renewals/plan";
import { useState } from "react";
import { Link, useFetcher } from "react-router";
import { LiveStrip } from "~/measuring/live-strip";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import { MergeLine } from "./merge-line";
import type { action } from "./renewal.server";

export { action, loader } from "./renewal.server";

export const meta: Route.MetaFunction = ({ data }) => [
  { title: data ? `Renew ${data.edition.name} to ${data.edition.version} · Brosse` : "Renew · Brosse" },
];

const plain: Decision = {};

/** What a newer edition brings to a shelf, and what becomes of what was changed there. */
export default function Renewal({ loaderData: { edition, lines, added, has } }: Route.ComponentProps) {
  const [decisions, setDecisions] = useState<Readonly<Record<string, Decision>>>({});
  const sender = useFetcher<typeof action>();
  const of = (kind: RenewalLine["kind"]) => lines.filter((line) => line.kind === kind);
  const changed = of("changed");
  const decideAll = (whole: Decision["whole"]) =>
    setDecisions(Object.fromEntries(changed.map(({ id }) => [id, { whole }])));
  const send = () => void sender.submit(JSON.stringify({ decisions }), { method: "post", encType: "application/json" });
  return (
    <>
      <TopBar>
        <h1 className="truncate font-medium font-serif text-lg">
          Renew {edition.name} to {edition.version}
        </h1>
        <span className="text-soft">
          {has.length > 0 ? `you have ${has.join(", ")}` : "none of it is on your shelf"}
        </span>
        <Button kind="act" className="ml-auto" disabled={sender.state !== "idle" || has.length === 0} onClick={send}>
          {sender.state === "idle" ? "Renew" : "Renewing…"}
        </Button>
      </TopBar>
      <main className="mx-auto max-w-[76rem] space-y-4 px-4.5 py-4">
        {sender.data && "fault" in sender.data && (
          <p role="alert" className="text-danger">
            {sender.data.fault} Nothing was changed.
          </p>
        )}
        <p>
          By {edition.studio}:{" "}
          <Link to={`/editions/${edition.id}`} className="text-act underline underline-offset-4">
            the edition’s page
          </Link>
          . {edition.note && <q>{edition.note}</q>}
        </p>
        {changed.length > 0 && (
          <section aria-labelledby="changed" className="sheet border border-line px-4 py-3">
            <div className="flex flex-wrap items-center gap-2">
              <h2 id="changed" className="font-semibold font-serif text-base">
                You and the maker changed {counted(changed.length, "brush", "brushes")}
              </h2>
              <span className="ml-auto flex gap-2">
                <Button className="h-7" onClick={() => decideAll(undefined)}>
                  Merge all
                </Button>
                <Button className="h-7" onClick={() => decideAll("mine")}>
                  Keep all of mine
                </Button>
                <Button className="h-7" onClick={() => decideAll("theirs")}>
                  Take all of the maker’s
                </Button>
              </span>
            </div>
            <p className="text-[13px] text-soft">
              What one side changed is taken from there; where both did, yours stays unless you choose otherwise. Every
              earlier state stays in a brush’s history.
            </p>
            <ul className="divide-y divide-line">
              {changed.map((line) => (
                <MergeLine
                  key={line.id}
                  line={line}
                  decision={decisions[line.id] ?? plain}
                  onDecide={(decision) => setDecisions({ ...decisions, [line.id]: decision })}
                />
              ))}
            </ul>
          </section>
        )}
        <Strokes title="Replaced, for you left them as they were" lines={of("untouched")} />
        <Names title="New" names={added.map(({ brush }) => brush.name)} />
        <Names title="No longer in the set; they stay with you" names={of("gone").map(({ name }) => name)} />
        <Names title="As they were" names={of("current").map(({ name }) => name)} />
      </main>
    </>
  );
}

/** Brushes before and after. */
function Strokes({ title, lines }: { readonly title: string; readonly lines: readonly RenewalLine[] }) {
  if (lines.length === 0) return null;
  return (
    <section className="sheet border border-line px-4 py-3">
      <h2 className="font-semibold font-serif text-base">{title}</h2>
      <ul>
        {lines.map(({ id, name, mine, theirs }) => (
          <li key={id} className="flex flex-wrap items-center gap-3 py-1">
            <span className="w-48 truncate">{name}</span>
            <LiveStrip brush={mine} label={`${name} as you have it`} width={260} height={52} className="w-65" />
            <span aria-hidden>→</span>
            {theirs && (
              <LiveStrip brush={theirs} label={`${name} as it will be`} width={260} height={52} className="w-65" />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Names({ title, names }: { readonly title: string; readonly names: readonly string[] }) {
  if (names.length === 0) return null;
  return (
    <p>
      <span className="font-medium">{title}:</span> {names.join(", ")}.
    </p>
  );
}
