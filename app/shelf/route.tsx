import { parseBrush } from "@core/brush";
import { FormatError } from "@core/formats/fault";
import { addBrushes, listBrushes } from "@server/brushes/repository";
import { takePackage } from "@server/editions/take";
import { useState } from "react";
import { data, redirect, useFetcher, useSearchParams } from "react-router";
import { needAccount } from "~/account/need-account";
import { Button } from "~/ui/button";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import { DropSheet } from "./drop-sheet";
import { ShelfLine } from "./shelf-line";

const MAX_PACKAGE = 64 << 20;

export const meta: Route.MetaFunction = () => [{ title: "Shelf · Brosse" }];

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  return { brushes: await listBrushes(context.database, account.id) };
}

/** Takes a dropped package, or begins a new brush. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  if (Number(request.headers.get("Content-Length") ?? 0) > MAX_PACKAGE)
    return data({ fault: `The file is larger than ${MAX_PACKAGE >> 20} MB.` }, { status: 413 });
  const form = await request.formData();
  if (form.get("act") === "new") {
    const [id] = await addBrushes(context.database, account.id, [
      parseBrush({
        level: 1,
        name: "New brush",
        paint: { flow: 0.6 },
        responses: [{ quality: "size", source: "pressure", low: 0.2 }],
      }),
    ]);
    return redirect(`/bench/${id}`);
  }
  const file = form.get("package");
  if (!(file instanceof File) || file.size === 0) return data({ fault: "Choose a package first." }, { status: 400 });
  if (file.size > MAX_PACKAGE)
    return data({ fault: `${file.name}: larger than ${MAX_PACKAGE >> 20} MB.` }, { status: 413 });
  try {
    const taken = await takePackage(context.database, account.id, new Uint8Array(await file.arrayBuffer()));
    return data({ taken: `${taken.name} ${taken.version}`, ids: taken.ids });
  } catch (error) {
    if (error instanceof FormatError) return data({ fault: `${file.name}: ${error.message}` }, { status: 400 });
    throw error;
  }
}

export default function Shelf({ loaderData: { brushes } }: Route.ComponentProps) {
  const [wanted, setWanted] = useState("");
  const [params] = useSearchParams();
  const take = useFetcher<typeof action>();
  const begin = useFetcher<typeof action>();
  const needle = wanted.trim().toLowerCase();
  const shown = brushes.filter(({ brush, origin }) =>
    `${brush.name} ${brush.notes} ${origin}`.toLowerCase().includes(needle),
  );
  const answer = take.data;
  const fresh = new Set([...(answer && "ids" in answer ? answer.ids : []), ...params.getAll("new")]);
  const send = (file: File) => {
    const form = new FormData();
    form.set("package", file);
    void take.submit(form, { method: "post", encType: "multipart/form-data" });
  };
  return (
    <DropSheet onFile={send}>
      {(choose) => (
        <>
          <TopBar />
          <main className="mx-4.5 my-3">
            <h1 className="sr-only">Shelf</h1>
            <div className="mb-2.5 flex flex-wrap items-center gap-2.5">
              <input
                type="search"
                aria-label="Find a brush"
                placeholder="Find by name or note…"
                value={wanted}
                onChange={(e) => setWanted(e.target.value)}
                className="h-7.5 w-64 rounded-md border border-edge bg-raised px-2.5 placeholder:text-soft pointer-coarse:h-10"
              />
              <p className="flex-1 text-soft" role="status">
                {take.state !== "idle" ? (
                  "Reading the package…"
                ) : answer && "fault" in answer ? (
                  <span className="text-danger">{answer.fault} Nothing was changed.</span>
                ) : answer && "taken" in answer ? (
                  `${answer.taken} is on your shelf: ${counted(answer.ids.length, "brush", "brushes")}, marked below.`
                ) : (
                  counted(shown.length, "brush", "brushes")
                )}
              </p>
              <Button onClick={choose}>Take a package…</Button>
              <begin.Form method="post">
                <Button kind="act" type="submit" name="act" value="new" disabled={begin.state !== "idle"}>
                  New brush
                </Button>
              </begin.Form>
            </div>
            {shown.length === 0 ? (
              <div className="sheet border border-line px-8 py-16 text-center">
                <p className="font-serif text-2xl">
                  {brushes.length === 0 ? "An empty shelf" : "No brush is called that"}
                </p>
                <p className="mt-2 text-soft">
                  {brushes.length === 0
                    ? "Begin a brush, or drop another maker’s package anywhere on this page."
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
