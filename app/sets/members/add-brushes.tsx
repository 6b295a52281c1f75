import type { ShelfRow } from "@server/shelf/find";
import { Check, Plus } from "lucide-react";
import { useState } from "react";
import { LookingNote } from "~/finding/looking-note";
import { useFound } from "~/finding/use-found";
import { BrushStrip } from "~/pictures/brush-strip";
import { Button } from "~/ui/button";

interface Props {
  readonly inSet: ReadonlySet<string>;
  readonly onAdd: (rows: readonly ShelfRow[]) => void;
  readonly onRemove: (id: string) => void;
}

/** Rows that are shown at once; more words find fewer. */
const MOST = 60;

/** The shelf beside a set: found by words, added one by one or all that are found; nothing moves under the pointer. */
export function AddBrushes({ inSet, onAdd, onRemove }: Props) {
  const [find, setFind] = useState("");
  const looking = useFound(find, MOST);
  const { found, answers } = looking;
  const fresh = found?.rows.filter(({ id }) => !inSet.has(id)) ?? [];
  return (
    <section aria-labelledby="rest" className="sheet border border-line">
      <div className="flex flex-wrap items-center gap-2 border-line border-b px-3 py-1.5">
        <h2 id="rest" className="font-semibold font-serif text-base">
          On the shelf <span className="font-normal text-soft">{answers ? found?.total : ""}</span>
        </h2>
        <input
          type="search"
          aria-label="Find a brush of the shelf"
          placeholder="name, tag, trait, set…"
          className="ml-auto h-7 w-52 rounded-md border border-edge bg-raised px-2 placeholder:text-soft pointer-coarse:h-10"
          value={find}
          onChange={(event) => setFind(event.target.value)}
        />
        <Button className="h-7" disabled={!answers || fresh.length === 0} onClick={() => onAdd(fresh)}>
          Add all {fresh.length}
        </Button>
      </div>
      {found && found.total === 0 && (
        <p className="px-4 py-6 text-soft">{find ? "No brush is like that." : "The shelf is empty."}</p>
      )}
      <LookingNote looking={looking} className="px-4 py-3" />
      <ul
        aria-label="Brushes of the shelf"
        aria-busy={!answers}
        className="max-h-[70dvh] divide-y divide-line overflow-y-auto"
      >
        {found?.rows.map((row) => {
          const { id, revision, brush } = row;
          const has = inSet.has(id);
          return (
            <li key={id} className={`flex items-center gap-3 px-3 py-1 ${has ? "bg-act-wash" : ""}`}>
              <span className="w-44 shrink-0" title={brush.notes}>
                <span className="block truncate font-medium font-serif text-base">{brush.name}</span>
                {brush.notes && <span className="block truncate text-[12px] text-soft">{brush.notes}</span>}
              </span>
              <BrushStrip
                src={`/strips/brushes/${id}/${revision}.png?w=400&h=44`}
                alt=""
                width={400}
                height={44}
                className="min-w-0 max-w-80 flex-1"
              />
              <Button
                className="ml-auto h-7 w-24"
                aria-label={has ? `Take ${brush.name} out again` : `Add ${brush.name} to the set`}
                onClick={() => (has ? onRemove(id) : onAdd([row]))}
              >
                {has ? <Check aria-hidden size={14} /> : <Plus aria-hidden size={14} />}
                {has ? "in the set" : "Add"}
              </Button>
            </li>
          );
        })}
      </ul>
      {found && found.total > found.rows.length && (
        <p className="border-line border-t px-3 py-1.5 text-[13px] text-soft">
          {found.rows.length} of {found.total} are shown; more words find fewer.
        </p>
      )}
    </section>
  );
}
