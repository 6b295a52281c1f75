import { Popover } from "radix-ui";
import { useState } from "react";
import { Button } from "~/ui/button";
import { Field } from "~/ui/field";
import { NOTE_LENGTH } from "../state/note-length";

/** Saves the next revision; the small part beside it asks for a note first. */
export function SaveButton({ disabled, onSave }: { disabled: boolean; onSave: (note: string) => void }) {
  const [open, setOpen] = useState(false);
  const [note, setNote] = useState("");
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <span className="flex">
        <Button disabled={disabled} className="rounded-r-none" onClick={() => onSave("")}>
          Save
        </Button>
        <Popover.Trigger asChild>
          <Button
            disabled={disabled}
            className="rounded-l-none border-l-0 px-2"
            aria-label="Save with a note…"
            title="Save with a note…"
          >
            …
          </Button>
        </Popover.Trigger>
      </span>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="end"
          sideOffset={6}
          collisionPadding={12}
          className="z-30 w-80 rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <form
            onSubmit={(event) => {
              event.preventDefault();
              onSave(note);
              setNote("");
              setOpen(false);
            }}
          >
            <Field
              label="Note to this revision"
              maxLength={NOTE_LENGTH}
              value={note}
              placeholder="what changed, and why"
              onChange={(event) => setNote(event.target.value)}
            />
            <div className="mt-3 flex justify-end">
              <Button kind="act" type="submit">
                Save revision
              </Button>
            </div>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
