import { standingActs } from "@core/study/standing";
import { useMemo, useState } from "react";
import { captionAt, rollOf } from "~/easel/roll/roll-model";
import { RollStrip } from "~/easel/roll/roll-strip";
import { clockWords } from "~/easel/roll/words";
import { useSession, useStudy } from "~/easel/state/use-study";
import { Button } from "~/ui/button";
import { counted } from "~/ui/words";
import { NoteDialog } from "./note-dialog";

/** The study's acts along time. A click shows the picture as it was then; chapters and captions are written there. */
export function Roll() {
  const session = useSession();
  const log = useStudy((state) => state.log);
  const notes = useStudy((state) => state.notes);
  const place = useStudy((state) => state.place);
  const ready = useStudy((state) => state.sheet !== undefined);
  const [asks, setAsks] = useState<"chapter" | "caption">();
  const acts = useMemo(() => standingActs(log), [log]);
  const roll = useMemo(
    () => rollOf(acts, notes, (hash) => session.instruments.find((one) => one.hash === hash)?.brush),
    [acts, notes, session],
  );
  const at = place?.count ?? roll.count;
  const caption = captionAt(roll, at);
  const from = acts[Math.max(0, at - 1)]?.n ?? 0;
  return (
    <section aria-label="Roll" className="sheet shrink-0 border border-line px-3 pb-1.5 shadow-sm">
      {roll.count === 0 ? (
        <p className="py-6 text-center text-soft">
          The roll grows as you paint: a tick a stroke, in its colour, as high as its brush is wide.
        </p>
      ) : (
        <>
          <RollStrip roll={roll} at={at} height={58} onGo={(count) => ready && void session.lookAt(count)} />
          <div className="mt-1 flex min-h-8 flex-wrap items-center gap-2 border-line border-t pt-1.5">
            <span className="font-mono text-[13px] text-soft">
              {clockWords(roll.ends[at - 1] ?? 0)} of {clockWords(roll.ends.at(-1) ?? 0)} · after {at} of{" "}
              {counted(roll.count, "act", "acts")}
            </span>
            <span className="min-w-0 flex-1 truncate text-center">{caption && `“${caption}”`}</span>
            {place && (
              <Button className="h-7" onClick={() => void session.lookAtNow()}>
                Back to now
              </Button>
            )}
            <Button className="h-7" disabled={!ready} onClick={() => setAsks("caption")}>
              Caption here…
            </Button>
            <Button className="h-7" disabled={!ready} onClick={() => setAsks("chapter")}>
              New chapter…
            </Button>
            {place && (
              <Button kind="act" className="h-7" onClick={() => void session.paintOnFromHere()}>
                Paint on from here
              </Button>
            )}
          </div>
        </>
      )}
      {asks && <NoteDialog kind={asks} from={from} onClose={() => setAsks(undefined)} />}
    </section>
  );
}
