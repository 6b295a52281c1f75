import { X } from "lucide-react";
import { useEffect } from "react";
import { useFetcher } from "react-router";
import { BrushStrip } from "~/pictures/brush-strip";
import { Button } from "~/ui/button";
import { day } from "~/ui/words";
import type { loader } from "../history-route";
import { isChanged } from "../state/bench-state";
import { takeBrush } from "../state/commands";
import { useBench, useRun } from "../state/use-bench";
import { closeOverlay } from "../state/view-commands";

/** All revisions of the brush with their strokes, laid over the paper; any can be returned to, as a step that can be undone. */
export function HistorySheet({ id }: { readonly id: string }) {
  const run = useRun();
  const revision = useBench((state) => state.revision);
  const changed = useBench(isChanged);
  const onClose = () => run(closeOverlay);
  const { data, load } = useFetcher<typeof loader>();
  // A save makes a new revision: the list is read again.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the revision is what changes the list
  useEffect(() => void load(`/bench/${id}/history`), [id, revision, load]);
  return (
    <section aria-label="History" className="sheet absolute inset-0 z-10 flex flex-col">
      <div className="flex items-center gap-2 border-line border-b px-3 py-1">
        <h2 className="font-semibold font-serif">History</h2>
        <p className="truncate text-[13px] text-soft">
          Every save is a revision. Going back to one changes the bench only; it can be undone, and saved.
        </p>
        <Button kind="quiet" className="ml-auto px-1.5" aria-label="Close the history" onClick={onClose}>
          <X aria-hidden size={16} />
        </Button>
      </div>
      {!data && (
        <p role="status" className="p-3 text-soft">
          Reading the revisions…
        </p>
      )}
      <ul className="min-h-0 flex-1 divide-y divide-line overflow-y-auto">
        {data?.revisions.map(({ number, note, madeAt, brush }) => (
          <li key={number} className="flex items-center gap-4 px-3 py-1">
            <span className="w-40 shrink-0">
              <span className="font-mono text-[13px]">rev {number}</span>{" "}
              <span className="text-[13px] text-soft">{day(new Date(madeAt))}</span>
            </span>
            <span className="w-72 shrink-0 truncate max-md:hidden" title={note}>
              {note || <span className="text-soft">{brush.name}</span>}
            </span>
            <BrushStrip
              src={`/strips/brushes/${id}/${number}.png`}
              alt={`Stroke of revision ${number}`}
              width={720}
              height={84}
              className="min-w-0 max-w-100 flex-1"
            />
            <Button
              className="h-7 shrink-0"
              disabled={number === revision && !changed}
              onClick={() => run(takeBrush(brush, `revision ${number}`))}
            >
              {number === revision && !changed ? "as it is now" : "Go back to this"}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
