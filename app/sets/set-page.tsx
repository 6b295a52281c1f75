import { brushPath, type LicenceId, licenceIds, licences } from "@core/formats/package";
import type { Answer } from "@server/answers/repository";
import type { KeptBrush } from "@server/brushes/repository";
import type { EditionEntry } from "@server/editions/repository";
import type { KeptSet } from "@server/sets/repository";
import type { KeptStudy } from "@server/studies/repository";
import { useEffect, useMemo, useRef, useState } from "react";
import { useFetcher } from "react-router";
import { BinButton } from "~/bin/bin-button";
import { useKeptDraft } from "~/keeping/use-kept-draft";
import { Button } from "~/ui/button";
import { Choice, Field, TextArea } from "~/ui/field";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import { AnswersCard } from "./answers-card";
import { type Draft, nextVersion, readDraft } from "./draft";
import { EditionList } from "./editions-card";
import { MemberLine } from "./member-line";
import { OneGrain } from "./one-grain";
import type { action } from "./set.server";
import { SetStudies } from "./set-studies";

function draftOf({ name, licence, notes, credits, brushes }: KeptSet): Draft {
  return {
    name,
    licence,
    notes,
    credits,
    brushes: brushes.map(({ id, group, sampler = false }) => ({ id, group, sampler })),
  };
}

interface Props {
  readonly set: KeptSet;
  readonly shelf: KeptBrush[];
  readonly editions: EditionEntry[];
  readonly studies: KeptStudy[];
  readonly answers: Answer[];
}

/** A set on one page: its brushes in their order, what is still on the shelf, its words, and its editions. */
export function SetPage({ set, shelf, editions, studies, answers }: Props) {
  const [draft, setDraft] = useState(() => draftOf(set));
  const [revision, setRevision] = useState(set.revision);
  const [saved, setSaved] = useState(() => JSON.stringify(draftOf(set)));
  const [version, setVersion] = useState(() => nextVersion(editions.map((e) => e.version)));
  const fetcher = useFetcher<typeof action>();
  const sent = useRef("");
  const handled = useRef<unknown>(undefined);
  const answer = fetcher.data;
  const busy = fetcher.state !== "idle";
  const changed = JSON.stringify(draft) !== saved;
  const [found, setFound] = useState(false);
  const unsaved = useMemo(() => (changed ? { draft, revision } : undefined), [changed, draft, revision]);
  useKeptDraft(`set ${set.id}`, unsaved, readDraft, (kept) => {
    if (JSON.stringify(kept.draft) === saved) return;
    setDraft(kept.draft);
    setRevision(kept.revision);
    setFound(true);
  });
  const edit = (patch: Partial<Draft>) => setDraft((now) => ({ ...now, ...patch }));

  useEffect(() => {
    if (!answer || busy || handled.current === answer) return;
    handled.current = answer;
    if (answer.kind === "saved" || answer.kind === "unpublished") {
      setRevision(answer.revision);
      setSaved(sent.current);
    }
  }, [answer, busy]);

  const send = (act: "save" | "publish", from = revision) => {
    sent.current = JSON.stringify(draft);
    const body = act === "save" ? { act, from, draft } : { act, from, draft, version };
    void fetcher.submit(JSON.stringify(body), { method: "post", encType: "application/json" });
  };
  const byId = new Map(shelf.map((kept) => [kept.id, kept]));
  const inSet = new Set(draft.brushes.map((b) => b.id));
  const rest = shelf.filter((kept) => !inSet.has(kept.id));
  const move = (index: number, by: number) => {
    const brushes = [...draft.brushes];
    const [one] = brushes.splice(index, 1);
    brushes.splice(index + by, 0, one);
    edit({ brushes });
  };
  const files = new Map<string, string>();
  const taken = new Set<string>();
  for (const { id } of draft.brushes) {
    const kept = byId.get(id);
    if (kept) files.set(brushPath(kept.brush.name, taken), id);
  }
  const brushOf = (file: string) => {
    const kept = byId.get(files.get(file) ?? "");
    return kept && { id: kept.id, name: kept.brush.name };
  };
  const conflict =
    answer?.kind === "conflict" && !busy && answer.newest.revision !== revision ? answer.newest : undefined;

  return (
    <>
      <TopBar>
        <div className="flex items-baseline gap-3">
          <h1 className="font-medium font-serif text-lg">{draft.name || "A set without a name"}</h1>
          <span role="status" className="font-mono text-[13px] text-soft">
            {busy ? "saving…" : changed ? "draft kept" : "saved"}
          </span>
        </div>
        <Button disabled={!changed || busy} onClick={() => send("save")}>
          Save
        </Button>
        <div className="ml-auto flex items-center gap-2">
          <Button asChild>
            <a href={`/sets/${set.id}/package.zip`} download>
              Export
            </a>
          </Button>
          <BinButton what="sets" id={set.id} name={set.name} then="/sets" />
        </div>
      </TopBar>
      <main className="grid gap-4 px-4.5 py-3 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="min-w-0 space-y-4">
          {conflict && (
            <div role="alert" className="rounded-md border border-danger px-3 py-2">
              <p>
                This set was saved elsewhere meanwhile, as “{conflict.name}” with{" "}
                {counted(conflict.brushes.length, "brush", "brushes")}. Nothing of yours is lost.
              </p>
              <div className="mt-2 flex gap-2">
                <Button onClick={() => send("save", conflict.revision)}>Save mine over it</Button>
                <Button
                  onClick={() => {
                    setDraft(draftOf(conflict));
                    setSaved(JSON.stringify(draftOf(conflict)));
                    setRevision(conflict.revision);
                  }}
                >
                  Take that version
                </Button>
              </div>
            </div>
          )}
          {found && changed && (
            <p role="status" className="flex items-center gap-3 rounded-md border border-line bg-panel px-3 py-1">
              This is your draft, kept in this browser.
              <Button
                kind="quiet"
                className="h-7 text-act"
                onClick={() => {
                  setDraft(draftOf(set));
                  setRevision(set.revision);
                }}
              >
                Go back to what is saved
              </Button>
            </p>
          )}
          {(answer?.kind === "fault" || answer?.kind === "unpublished") && !busy && (
            <p role="alert" className="rounded-md border border-danger px-3 py-2 text-danger">
              {answer.fault}
            </p>
          )}
          <section aria-labelledby="members" className="sheet border border-line">
            <h2 id="members" className="border-line border-b px-4 py-2 font-semibold font-serif text-base">
              In the set <span className="font-normal text-soft">{draft.brushes.length}</span>
            </h2>
            {draft.brushes.length === 0 && (
              <p className="px-4 py-6 text-soft">
                Nothing yet: add brushes from the shelf below. Painters will see them in this order.
              </p>
            )}
            <ol className="divide-y divide-line">
              {draft.brushes.map(({ id, group, sampler }, index) => {
                const kept = byId.get(id);
                return (
                  kept && (
                    <MemberLine
                      key={id}
                      kept={kept}
                      group={group}
                      first={index === 0}
                      last={index === draft.brushes.length - 1}
                      onMove={(by) => move(index, by)}
                      onGroup={(next) =>
                        edit({ brushes: draft.brushes.map((b) => (b.id === id ? { ...b, group: next } : b)) })
                      }
                      sampler={sampler}
                      onSampler={(next) =>
                        edit({ brushes: draft.brushes.map((b) => (b.id === id ? { ...b, sampler: next } : b)) })
                      }
                      setId={set.id}
                      vignette={studies.find(({ brushId }) => brushId === id)}
                      onRemove={() => edit({ brushes: draft.brushes.filter((b) => b.id !== id) })}
                    />
                  )
                );
              })}
            </ol>
          </section>
          <section aria-labelledby="rest" className="sheet border border-line">
            <h2 id="rest" className="border-line border-b px-4 py-2 font-semibold font-serif text-base">
              On the shelf <span className="font-normal text-soft">{rest.length}</span>
            </h2>
            {rest.length === 0 && (
              <p className="px-4 py-6 text-soft">
                {shelf.length === 0 ? "The shelf is empty." : "Every brush of the shelf is in this set."}
              </p>
            )}
            <ul className="divide-y divide-line">
              {rest.map((kept) => (
                <MemberLine
                  key={kept.id}
                  kept={kept}
                  onAdd={() => edit({ brushes: [...draft.brushes, { id: kept.id, group: "", sampler: false }] })}
                />
              ))}
            </ul>
          </section>
        </div>
        <aside className="space-y-4">
          <section className="space-y-3 rounded-lg border border-line bg-panel p-4">
            <Field
              label="Name"
              value={draft.name}
              maxLength={80}
              required
              onChange={(e) => edit({ name: e.target.value })}
            />
            <Choice
              label="Licence"
              value={draft.licence}
              hint={licences[draft.licence].says}
              onChange={(e) => edit({ licence: e.target.value as LicenceId })}
            >
              {licenceIds.map((id) => (
                <option key={id} value={id}>
                  {licences[id].label}
                </option>
              ))}
            </Choice>
            <TextArea
              label="Notes for painters"
              value={draft.notes}
              maxLength={4000}
              onChange={(e) => edit({ notes: e.target.value })}
            />
            <Field
              label="Credits"
              value={draft.credits}
              maxLength={1000}
              onChange={(e) => edit({ credits: e.target.value })}
            />
          </section>
          <section className="rounded-lg border border-line bg-panel p-4">
            <OneGrain setId={set.id} />
          </section>
          <SetStudies setId={set.id} studies={studies} />
          <AnswersCard answers={answers} brushOf={brushOf} />
          <section aria-labelledby="editions" className="space-y-3 rounded-lg border border-line bg-panel p-4">
            <h2 id="editions" className="font-semibold font-serif text-base">
              Editions
            </h2>
            <EditionList editions={editions} />
            <div className="flex items-end gap-2">
              <div className="flex-1">
                <Field
                  label="Next edition"
                  value={version}
                  pattern="\d+\.\d+\.\d+"
                  inputMode="decimal"
                  onChange={(e) => setVersion(e.target.value)}
                />
              </div>
              <Button
                kind="act"
                className="h-8.5"
                disabled={busy || draft.brushes.length === 0}
                onClick={() => send("publish")}
              >
                {busy ? "Working…" : `Publish ${version}`}
              </Button>
            </div>
          </section>
        </aside>
      </main>
    </>
  );
}
