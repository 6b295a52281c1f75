import { BRUSH_NAME_LENGTH } from "@core/brush";
import { useEffect, useRef, useState } from "react";
import { box } from "~/ui/settings/box";
import { useShelfActs } from "./use-shelf-acts";

/** A brush's name while it is written anew; Enter takes it, Escape leaves the old one. */
export function RenameField({
  id,
  name,
  onDone,
}: {
  readonly id: string;
  readonly name: string;
  readonly onDone: () => void;
}) {
  const { run } = useShelfActs();
  const [draft, setDraft] = useState(name);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.select(), []);
  const take = () => {
    const next = draft.trim();
    if (next && next !== name) void run({ act: "rename", id, name: next });
    onDone();
  };
  return (
    <input
      ref={field}
      aria-label={`A new name for ${name}`}
      className={`${box} relative z-10 h-7 w-full font-medium font-serif text-lg`}
      maxLength={BRUSH_NAME_LENGTH}
      value={draft}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
        if (event.key === "Escape") onDone();
      }}
    />
  );
}
