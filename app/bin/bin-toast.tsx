import { useEffect, useState } from "react";
import { Button } from "~/ui/button";
import { useEscape } from "~/ui/use-escape";
import { useBinning } from "./use-binning";

/** How long it can be taken back at once, ms; afterwards, in the bin. */
const STAYS = 12_000;

/** Says that something went into the bin, and brings it back at a click. */
export function BinToast() {
  const { last, busy, bringBack } = useBinning();
  const [gone, setGone] = useState<typeof last>();
  useEffect(() => {
    if (!last) return;
    const timer = setTimeout(() => setGone(last), STAYS);
    return () => clearTimeout(timer);
  }, [last]);
  const shown = last && last !== gone && last.act === "put" ? last : undefined;
  useEscape(shown !== undefined, () => setGone(shown));
  if (!shown) return null;
  const { what, id, name } = shown;
  return (
    <div
      role="status"
      className="fixed inset-x-0 bottom-4 z-40 mx-auto flex w-fit max-w-[92vw] items-center gap-3 rounded-lg border border-line bg-panel px-4 py-2 shadow-xl"
    >
      <span>“{name}” lies in the bin.</span>
      <Button kind="act" className="h-7" disabled={busy} onClick={() => bringBack(what, id, name)}>
        Undo
      </Button>
      <Button kind="quiet" className="h-7 px-1" onClick={() => setGone(shown)}>
        Hide this
      </Button>
    </div>
  );
}
