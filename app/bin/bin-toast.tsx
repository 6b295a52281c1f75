import { Toast, usePassing } from "~/ui/toast";
import { useBinning } from "./use-binning";

/** How long it can be taken back at once, ms; afterwards, in the bin. */
const STAYS = 12_000;

/** Says that something went into the bin, and brings it back at a click. */
export function BinToast() {
  const { last, busy, bringBack } = useBinning();
  const { shown, hide } = usePassing(last?.act === "put" ? last : undefined, STAYS);
  if (!shown) return null;
  const { what, id, name } = shown;
  return (
    <Toast className="bottom-4" busy={busy} onUndo={() => bringBack(what, id, name)} onHide={hide}>
      “{name}” lies in the bin.
    </Toast>
  );
}
