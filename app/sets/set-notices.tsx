import { Button } from "~/ui/button";
import { counted } from "~/ui/words";
import type { SetDrafting } from "./use-set-draft";

/** What one must know of the set before going on: that it was saved elsewhere, that this is a draft, what went wrong. */
export function SetNotices({ drafting, trouble }: { drafting: SetDrafting; trouble: string | undefined }) {
  const { conflict, found, fault } = drafting;
  return (
    <>
      {conflict && (
        <div role="alert" className="rounded-md border border-danger px-3 py-2">
          <p>
            This set was saved elsewhere meanwhile, as “{conflict.name}” with{" "}
            {counted(conflict.brushes.length, "brush", "brushes")}. Nothing of yours is lost.
          </p>
          <div className="mt-2 flex gap-2">
            <Button onClick={() => drafting.save(conflict.revision)}>Save mine over it</Button>
            <Button onClick={() => drafting.takeTheirs(conflict)}>Take that version</Button>
          </div>
        </div>
      )}
      {found && (
        <p role="status" className="flex items-center gap-3 rounded-md border border-line bg-panel px-3 py-1">
          This is your draft, kept in this browser.
          <Button kind="quiet" className="h-7 text-act" onClick={drafting.takeSaved}>
            Go back to what is saved
          </Button>
        </p>
      )}
      {[fault, trouble].map(
        (text) =>
          text && (
            <p key={text} role="alert" className="rounded-md border border-danger px-3 py-2 text-danger">
              {text}
            </p>
          ),
      )}
    </>
  );
}
