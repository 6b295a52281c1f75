import type { ShelfAct } from "@server/shelf/act";
import { Toast, usePassing } from "~/ui/toast";
import { counted } from "~/ui/words";
import { useShelfActs } from "./use-shelf-acts";

/** How long it can be taken back at once, ms. */
const STAYS = 15_000;

/** Says what was done to brushes, and takes it back at a click. */
export function ActToast({ sets }: { readonly sets: readonly { readonly id: string; readonly name: string }[] }) {
  const { last, busy, run } = useShelfActs();
  const { shown, hide } = usePassing(last, STAYS);
  if (!shown) return null;
  const back = "back" in shown && shown.count > 0 ? shown.back : undefined;
  return (
    <Toast className="bottom-16" busy={busy} onUndo={back && (() => void run(back))} onHide={hide}>
      {"fault" in shown ? shown.fault : saysDone(shown.act, shown.count, sets)}
      {"says" in shown && shown.says && ` ${shown.says}`}
    </Toast>
  );
}

function saysDone(
  act: ShelfAct,
  count: number,
  sets: readonly { readonly id: string; readonly name: string }[],
): string {
  const brushes = counted(count, "brush", "brushes");
  if (count === 0) return "Nothing had to be changed.";
  const setName = (id: string) => sets.find((set) => set.id === id)?.name ?? "the set";
  switch (act.act) {
    case "tag":
      return `${brushes} tagged “${act.tag}”.`;
    case "untag":
      return `“${act.tag}” taken off ${brushes}.`;
    case "favour":
      return act.on ? `${brushes} among your favourites.` : `${brushes} no longer among your favourites.`;
    case "categorise":
      return act.into.length === 1 && act.into[0].category
        ? `${brushes} put under “${act.into[0].category}”.`
        : `${brushes} put back under their categories.`;
    case "bin":
      return `${brushes} in the bin.`;
    case "unbin":
      return `${brushes} brought back.`;
    case "duplicate":
      return `${brushes} copied; the copies stand on top.`;
    case "gather":
      return `${brushes} put into “${setName(act.set)}”.`;
    case "scatter":
      return `${brushes} taken out of “${setName(act.set)}”.`;
    case "rename":
      return `It is called “${act.name}” now.`;
    case "move":
      return `${brushes} moved.`;
  }
}
