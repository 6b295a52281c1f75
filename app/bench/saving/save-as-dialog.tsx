import { useEffect, useState } from "react";
import { Button } from "~/ui/button";
import { Dialog } from "~/ui/dialog";
import { Field } from "~/ui/field";
import { useBench, useBenchShared } from "../state/use-bench";
import { closeOverlay } from "../state/view-commands";
import type { Saving } from "./use-saving";

/** Asks what the new brush is called. */
export function SaveAsDialog({ saving }: { readonly saving: Saving }) {
  const open = useBench(({ view }) => view.overlay === "save-as");
  const name = useBench(({ brush }) => `${brush.name}, new`);
  const { store } = useBenchShared();
  const onClose = () => store.run(closeOverlay);
  const [draft, setDraft] = useState(name);
  useEffect(() => {
    if (open) setDraft(name.slice(0, 80));
  }, [open, name]);
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Save as a new brush"
      says="It goes to the top of your shelf. The brush you began with stays as it was."
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (draft.trim() === "") return;
          saving.saveNew({ ...store.get().brush, name: draft.trim() });
          onClose();
        }}
      >
        <Field
          label="Name"
          value={draft}
          maxLength={80}
          required
          onChange={(event) => setDraft(event.target.value)}
          onFocus={(event) => event.target.select()}
        />
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={onClose}>Not now</Button>
          <Button kind="act" type="submit">
            Save as new
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
