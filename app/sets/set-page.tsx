import { brushPath } from "@core/formats/package";
import type { CheckedSet, Mend } from "@core/preflight";
import type { Answer } from "@server/answers/repository";
import type { EditionEntry } from "@server/editions/repository";
import type { CountedDay } from "@server/outlet/counts";
import type { PublicationState } from "@server/publishing/repository";
import type { KeptSet } from "@server/sets/repository";
import type { ShelfRow } from "@server/shelf/find";
import type { KeptStudy } from "@server/studies/repository";
import { Redo2, Undo2 } from "lucide-react";
import { useMemo, useState } from "react";
import { BinButton } from "~/bin/bin-button";
import { Button } from "~/ui/button";
import { Tool } from "~/ui/tool";
import { TopBar } from "~/ui/top-bar";
import { VouchersCard } from "~/vouchers/vouchers-card";
import { AnswersCard } from "./answers/answers-card";
import { DaysChart } from "./answers/days-chart";
import { lineOf } from "./draft";
import { EditionsCard } from "./editions-card";
import { PreflightCard } from "./looking/preflight-card";
import { SetMap } from "./looking/set-map";
import { useLooking } from "./looking/use-looking";
import { AddBrushes } from "./members/add-brushes";
import { groupedByCharacter } from "./members/by-character";
import { MemberList } from "./members/member-list";
import { OneGrain } from "./one-grain";
import { SetNotices } from "./set-notices";
import { SetStudies } from "./set-studies";
import { useMembers } from "./use-members";
import { useSetDraft } from "./use-set-draft";
import { WordsCard } from "./words/words-card";

interface Props {
  readonly set: KeptSet;
  readonly members: ShelfRow[];
  readonly editions: EditionEntry[];
  readonly studies: KeptStudy[];
  readonly answers: Answer[];
  readonly pending: PublicationState | undefined;
  readonly days: readonly CountedDay[];
}

/** A set on one page: its brushes in their order, their map, what preflight says, its words, and its editions. */
export function SetPage({ set, members: given, editions, studies, answers, pending, days }: Props) {
  const drafting = useSetDraft(set);
  const { draft, edit, busy, changed } = drafting;
  const ids = draft.brushes.map(({ id }) => id);
  const { rowOf, isLost, admit, saveBrush } = useMembers(given, ids);
  const rows = useMemo(() => draft.brushes.flatMap(({ id }) => rowOf(id) ?? []), [draft.brushes, rowOf]);
  const looked = useLooking(set.id, rows);
  const [adds, setAdds] = useState(draft.brushes.length === 0);
  const [trouble, setTrouble] = useState<string>();
  const files = new Map<string, string>();
  const taken = new Set<string>();
  for (const { id, brush } of rows) files.set(brushPath(brush.name, taken), id);
  const brushOf = (file: string) => {
    const row = rowOf(files.get(file) ?? "");
    return row && { id: row.id, name: row.brush.name };
  };
  const checked = useMemo(
    (): CheckedSet => ({
      ...draft,
      members: draft.brushes.flatMap(({ id, note }) => {
        const row = rowOf(id);
        return row
          ? [
              {
                id,
                brush: row.brush,
                note,
                judgement: row.judgement,
                cost: looked.costs.get(id),
                materials: looked.materials.get(id),
                hasVignette: studies.some(({ brushId }) => brushId === id),
              },
            ]
          : [];
      }),
      pictures: looked.pictures,
    }),
    [draft, rowOf, looked, studies],
  );
  const mend = (how: Mend) => {
    if (how.kind === "set") edit(how.patch);
    else if (how.kind === "remove") edit({ brushes: draft.brushes.filter(({ id }) => id !== how.id) });
    else void saveBrush(how).then(setTrouble);
  };
  return (
    <>
      <TopBar>
        <div className="flex min-w-0 items-baseline gap-3">
          <h1 className="truncate font-medium font-serif text-lg">{draft.name || "A set without a name"}</h1>
          <span role="status" className="whitespace-nowrap font-mono text-[13px] text-soft">
            {busy ? "saving…" : !changed ? "saved" : drafting.kept ? "draft kept" : "not saved"}
          </span>
        </div>
        <Button disabled={!changed || busy} onClick={() => drafting.save()}>
          Save
        </Button>
        <span className="flex">
          <Tool label="Take the last step back" disabled={!drafting.undo} onClick={drafting.undo}>
            <Undo2 aria-hidden size={15} />
          </Tool>
          <Tool label="Make it again" disabled={!drafting.redo} onClick={drafting.redo}>
            <Redo2 aria-hidden size={15} />
          </Tool>
        </span>
        <div className="ml-auto flex items-center gap-2">
          <Button asChild>
            <a href={`/sets/${set.id}/package.zip`} download>
              Export
            </a>
          </Button>
          <BinButton what="sets" id={set.id} name={set.name} then="/sets" />
        </div>
      </TopBar>
      <main className="grid items-start gap-4 px-4.5 py-3 xl:grid-cols-[minmax(0,47fr)_minmax(0,56fr)]">
        <div className="min-w-0 space-y-4">
          <SetNotices drafting={drafting} trouble={trouble} />
          <section aria-labelledby="members" className="sheet border border-line">
            <div className="flex flex-wrap items-center gap-2 border-line border-b px-3 py-1.5">
              <h2 id="members" className="font-semibold font-serif text-base">
                In the set <span className="font-normal text-soft">{draft.brushes.length}</span>
              </h2>
              <span className="ml-auto flex gap-2">
                <Button className="h-7" aria-expanded={adds} onClick={() => setAdds(!adds)}>
                  {adds ? "Put the shelf away" : "Add brushes…"}
                </Button>
                <Button
                  className="h-7"
                  disabled={draft.brushes.length < 2}
                  onClick={() => edit({ brushes: groupedByCharacter(draft.brushes, rowOf) })}
                >
                  Group by character
                </Button>
              </span>
            </div>
            {draft.brushes.length === 0 && (
              <p className="px-4 py-6 text-soft">
                Nothing yet: add brushes from the shelf beside it. Painters will see them in this order.
              </p>
            )}
            <MemberList
              setId={set.id}
              lines={draft.brushes}
              rowOf={rowOf}
              isLost={isLost}
              studies={studies}
              onLines={(brushes, key) => edit({ brushes }, key)}
            />
          </section>
        </div>
        <div className="min-w-0 space-y-4">
          {/* Beside the list and not below it: what grows there moves nothing here. */}
          {adds && (
            <AddBrushes
              inSet={new Set(ids)}
              onAdd={(fresh) => {
                admit(fresh);
                edit({ brushes: [...draft.brushes, ...fresh.map(({ id }) => lineOf(id))].slice(0, 200) });
              }}
              onRemove={(id) => edit({ brushes: draft.brushes.filter((line) => line.id !== id) })}
            />
          )}
          <SetMap members={rows} pairs={looked.pairs} />
          <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
            <div className="min-w-0 space-y-4">
              <PreflightCard
                set={checked}
                looked={looked}
                waivers={draft.waivers}
                onMend={mend}
                onWaivers={(waivers) => edit({ waivers })}
              />
              <section className="rounded-lg border border-line bg-panel p-4">
                <OneGrain setId={set.id} />
              </section>
              <SetStudies setId={set.id} studies={studies} />
            </div>
            <div className="min-w-0 space-y-4">
              <EditionsCard
                setId={set.id}
                editions={editions}
                pending={pending}
                changed={changed}
                busy={busy}
                refused={drafting.fault !== undefined || drafting.conflict !== undefined}
                empty={draft.brushes.length === 0}
                onSave={() => drafting.save()}
              />
              <WordsCard setId={set.id} draft={draft} studies={studies} onEdit={edit} />
              {editions.length > 0 && <DaysChart days={days} />}
              <VouchersCard setId={set.id} />
              <AnswersCard answers={answers} brushOf={brushOf} />
            </div>
          </div>
        </div>
      </main>
    </>
  );
}
