import type { StudyNotes } from "@core/study/model";
import { type FormEvent, useState } from "react";
import { Button } from "~/ui/button";
import { Dialog } from "~/ui/dialog";
import { Field } from "~/ui/field";
import { useNotes } from "./use-notes";

interface Props {
  readonly kind: "chapter" | "caption";
  /** The number of the act from which it holds. */
  readonly from: number;
  readonly onClose: () => void;
}

/** Writes a chapter's name or a caption at a place of the roll, changes the one that stands there, or takes it away. */
export function NoteDialog({ kind, from, onClose }: Props) {
  const { notes, save } = useNotes();
  const present =
    kind === "chapter"
      ? notes.chapters.find((one) => one.from === from)?.name
      : notes.captions.find((one) => one.from === from)?.says;
  const [words, setWords] = useState(present ?? "");
  const put = (text: string | undefined) => {
    save({ notes: kind === "chapter" ? withChapter(notes, from, text) : withCaption(notes, from, text) });
    onClose();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (words.trim()) put(words.trim());
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={kind === "chapter" ? "A chapter begins here" : "A caption from here on"}
      says={
        kind === "chapter"
          ? "A chapter is a named stretch of the roll; it goes on until the next one begins."
          : "A sentence that whoever watches reads from this moment on, until the next one."
      }
    >
      <form className="space-y-3" onSubmit={submit}>
        <Field
          label={kind === "chapter" ? "Its name" : "What it says"}
          autoFocus
          required
          maxLength={kind === "chapter" ? 60 : 240}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <div className="flex justify-end gap-2">
          {present !== undefined && (
            <Button kind="danger" onClick={() => put(undefined)}>
              Take it away
            </Button>
          )}
          <Button onClick={onClose}>Leave it</Button>
          <Button kind="act" type="submit">
            Write it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

function placed<T extends { readonly from: number }>(notes: readonly T[], from: number, note: T | undefined): T[] {
  const others = notes.filter((one) => one.from !== from);
  return (note ? [...others, note] : others).sort((a, b) => a.from - b.from);
}

function withChapter(notes: StudyNotes, from: number, name: string | undefined): StudyNotes {
  return { ...notes, chapters: placed(notes.chapters, from, name === undefined ? undefined : { from, name }) };
}

function withCaption(notes: StudyNotes, from: number, says: string | undefined): StudyNotes {
  return { ...notes, captions: placed(notes.captions, from, says === undefined ? undefined : { from, says }) };
}
