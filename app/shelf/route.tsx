import { useEffect, useRef, useState } from "react";
import { Link, useFetcher, useRevalidator } from "react-router";
import { NewerNotice } from "~/renewal/newer-notice";
import { RenewedNotice } from "~/renewal/renewed-notice";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import { ActToast } from "./act-toast";
import type { action } from "./actions.server";
import { ChosenBar } from "./chosen-bar";
import { DrawnBy } from "./drawn-by";
import { DropSheet } from "./drop-sheet";
import { FilterBar, OrderChoice } from "./filter-bar";
import { ShelfList } from "./shelf-list";
import { useChosen } from "./use-chosen";
import { useFacets } from "./use-facets";
import { type Search, useSearch } from "./use-search";
import { useShelfActs } from "./use-shelf-acts";
import { useShelfRows } from "./use-shelf-rows";

export { action, loader } from "./actions.server";

export const meta: Route.MetaFunction = () => [{ title: "Shelf · Brosse" }];

export default function Shelf({ loaderData }: Route.ComponentProps) {
  const { newer, renewed } = loaderData;
  const search = useSearch();
  const rows = useShelfRows(loaderData, search.which);
  const facets = useFacets(loaderData);
  const chosen = useChosen(search.which, rows.total, (index) => rows.at(index)?.id);
  const acts = useShelfActs();
  useMeasuredRows(search, facets?.unmeasured);
  const take = useFetcher<typeof action>();
  const begin = useFetcher<typeof action>();
  const answer = take.data;
  const fresh = new Set([...(answer && "ids" in answer ? answer.ids : []), ...search.params.getAll("new")]);
  const byHand = search.isAll && (search.params.get("order") ?? "hand") === "hand";
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
          <main className="mx-4.5 mt-3">
            <h1 className="sr-only">Shelf</h1>
            <div className="mb-2 flex flex-wrap items-center gap-2.5">
              <FindField value={search.params.get("find") ?? ""} onFind={(find) => search.put("find", find)} />
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
                  <>
                    {counted(rows.total, "brush", "brushes")}
                    {facets && facets.unmeasured > 0 && `; ${facets.unmeasured} are being measured`}
                  </>
                )}
              </p>
              <Link to="/bin" className="text-soft underline underline-offset-4 hover:text-ink">
                Bin
              </Link>
              <OrderChoice search={search} />
              <DrawnBy search={search} />
              <Button onClick={choose}>Take files…</Button>
              <begin.Form method="post">
                <Button kind="act" type="submit" name="act" value="new" disabled={begin.state !== "idle"}>
                  New brush
                </Button>
              </begin.Form>
            </div>
            <FilterBar search={search} facets={facets} />
            {renewed && <RenewedNotice key={renewed.id} renewed={renewed} />}
            {newer.length > 0 && <NewerNotice newer={newer} />}
            {rows.total === 0 ? (
              <div className="sheet border border-line px-8 py-16 text-center">
                <p className="font-serif text-2xl">{search.isAll ? "An empty shelf" : "No brush is like that"}</p>
                <p className="mt-2 text-soft">
                  {search.isAll
                    ? "Begin a brush, or drop another maker’s package, a brush’s JSON or a PNG tip anywhere on this page."
                    : "Look for part of a name, a note, a tag, a trait, or the set it came from."}
                </p>
                {!search.isAll && (
                  <Button className="mt-4" onClick={search.clear}>
                    Show all
                  </Button>
                )}
              </div>
            ) : (
              <ShelfList
                rows={rows}
                chosen={chosen}
                fresh={fresh}
                look={search.look}
                facets={facets}
                onMove={byHand ? (id, before) => void acts.run({ act: "move", ids: [id], before }) : undefined}
              />
            )}
            <ChosenBar chosen={chosen} total={rows.total} facets={facets} />
          </main>
          <ActToast sets={facets?.sets ?? []} />
        </>
      )}
    </DropSheet>
  );
}

/** What is sifted or ordered by measures is looked for again when more brushes have been measured. */
function useMeasuredRows({ params }: Search, unmeasured: number | undefined): void {
  const { revalidate } = useRevalidator();
  const before = useRef(unmeasured);
  const byMeasures =
    params.has("trait") || !["hand", "name", "made", "changed", "used"].includes(params.get("order") ?? "hand");
  useEffect(() => {
    const changed = before.current !== undefined && unmeasured !== before.current;
    before.current = unmeasured;
    if (changed && byMeasures) void revalidate();
  }, [unmeasured, byMeasures, revalidate]);
}

/** Finds as one types; the letters are there at once, whatever the server does. */
function FindField({ value, onFind }: { readonly value: string; readonly onFind: (find: string) => void }) {
  const [typed, setTyped] = useState(value);
  const [last, setLast] = useState(value);
  // What changes the address otherwise, as "Show all", changes the field.
  useEffect(() => {
    if (value === last) return;
    setTyped(value);
    setLast(value);
  }, [value, last]);
  return (
    <input
      type="search"
      aria-label="Find a brush"
      placeholder="Find by name, note, tag, set, maker…"
      value={typed}
      onChange={(event) => {
        setTyped(event.target.value);
        setLast(event.target.value);
        onFind(event.target.value);
      }}
      className="h-7.5 w-72 rounded-md border border-edge bg-raised px-2.5 placeholder:text-soft pointer-coarse:h-10"
    />
  );
}
