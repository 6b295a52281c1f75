import type { Renewal } from "@server/editions/renew";
import { useState } from "react";
import { Link, useFetcher, useSearchParams } from "react-router";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import type { action } from "./actions.server";
import { DropSheet } from "./drop-sheet";
import { NewerNotice, RENEWING } from "./newer-notice";
import { ShelfLine } from "./shelf-line";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = () => [{ title: "Shelf · Brosse" }];

export default function Shelf({ loaderData: { brushes, newer } }: Route.ComponentProps) {
  const [wanted, setWanted] = useState("");
  const [params] = useSearchParams();
  const take = useFetcher<typeof action>();
  const begin = useFetcher<typeof action>();
  const renewing = useFetcher<typeof action>({ key: RENEWING });
  const renewal = renewing.data && "renewal" in renewing.data ? renewing.data.renewal : undefined;
  const needle = wanted.trim().toLowerCase();
  const shown = brushes.filter(({ brush, origin }) =>
    `${brush.name} ${brush.notes} ${brush.tags?.join(" ") ?? ""} ${origin}`.toLowerCase().includes(needle),
  );
  const answer = take.data;
  const fresh = new Set([...(answer && "ids" in answer ? answer.ids : []), ...params.getAll("new")]);
  const send = (files: readonly File[]) => {
    const form = new FormData();
    for (const file of files) form.append("file", file);
    void take.submit(form, { method: "post", encType: "multipart/form-data" });
  };
  return (
    <DropSheet onFiles={send}>
      {(choose) => (
        <>
          <TopBar />
          <main className="mx-4.5 my-3">
            <h1 className="sr-only">Shelf</h1>
            <div className="mb-2.5 flex flex-wrap items-center gap-2.5">
              <input
                type="search"
                aria-label="Find a brush"
                placeholder="Find by name, note or tag…"
                value={wanted}
                onChange={(e) => setWanted(e.target.value)}
                className="h-7.5 w-64 rounded-md border border-edge bg-raised px-2.5 placeholder:text-soft pointer-coarse:h-10"
              />
              <p className="flex-1 text-soft" role="status">
                {take.state !== "idle" ? (
                  "Reading…"
                ) : answer && "fault" in answer ? (
                  <span className="text-danger">{answer.fault} Nothing was changed.</span>
                ) : answer && "taken" in answer ? (
                  <>
                    {answer.taken.join(", ")} {answer.taken.length === 1 ? "is" : "are"} on your shelf:{" "}
                    {counted(answer.ids.length, "brush", "brushes")}, marked below.
                    {answer.faults.length > 0 && (
                      <span className="text-danger"> Not taken: {answer.faults.join(" ")}</span>
                    )}
                  </>
                ) : (
                  counted(shown.length, "brush", "brushes")
                )}
              </p>
              <Link to="/bin" className="text-soft underline underline-offset-4 hover:text-ink">
                Bin
              </Link>
              <Button onClick={choose}>Take files…</Button>
              <begin.Form method="post">
                <Button kind="act" type="submit" name="act" value="new" disabled={begin.state !== "idle"}>
                  New brush
                </Button>
              </begin.Form>
            </div>
            {renewal && (
              <p role="status" className="mb-3 rounded-md border border-line bg-panel px-3.5 py-2">
                {renewalSays(renewal)}
              </p>
            )}
            {newer.length > 0 && <NewerNotice newer={newer} />}
            {shown.length === 0 ? (
              <div className="sheet border border-line px-8 py-16 text-center">
                <p className="font-serif text-2xl">
                  {brushes.length === 0 ? "An empty shelf" : "No brush is called that"}
                </p>
                <p className="mt-2 text-soft">
                  {brushes.length === 0
                    ? "Begin a brush, or drop another maker’s package, a brush’s JSON or a PNG tip anywhere on this page."
                    : "Look for part of a name, a note, or the set it came from."}
                </p>
              </div>
            ) : (
              <ul className="sheet divide-y divide-line border border-line">
                {shown.map((kept) => (
                  <ShelfLine key={kept.id} kept={kept} fresh={fresh.has(kept.id)} />
                ))}
              </ul>
            )}
          </main>
        </>
      )}
    </DropSheet>
  );
}

function renewalSays({ replaced, kept, added, gone }: Renewal): string {
  const said = (names: readonly string[], what: string) =>
    names.length > 0 ? `${what}: ${names.join(", ")}.` : undefined;
  const all = [
    said(replaced, "Replaced"),
    said(kept, "Changed by you, and left so"),
    said(added, "New"),
    said(gone, "No longer in the set, and left with you"),
  ].filter(Boolean);
  return all.length > 0 ? `Renewed. ${all.join(" ")}` : "Renewed: no brush of it has changed.";
}
