import { useState } from "react";
import { Dialog } from "~/ui/dialog";
import { Field } from "~/ui/field";
import { useBench, useRun } from "../state/use-bench";
import { changeSettings, closeOverlay } from "../state/view-commands";
import { benchKeys, pointerKeys } from "./keys";

/** All keys of the bench, to be searched; single ones can be switched off. */
export function KeysDialog() {
  const open = useBench(({ view }) => view.overlay === "keys");
  const singles = useBench(({ settings }) => settings.keys);
  const run = useRun();
  const [words, setWords] = useState("");
  const all = [...benchKeys, ...pointerKeys.map((row) => ({ ...row, single: true }))];
  const found = all.filter(({ keys, does }) => `${keys} ${does}`.toLowerCase().includes(words.trim().toLowerCase()));
  return (
    <Dialog
      open={open}
      onClose={() => run(closeOverlay)}
      title="Keys of the bench"
      says="They work while no field is being typed in. On a Mac, Ctrl is Cmd."
    >
      <Field label="Find a key" type="search" value={words} onChange={(event) => setWords(event.target.value)} />
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the list scrolls, and must do so by keys */}
      <ul tabIndex={0} className="mt-3 max-h-[45dvh] overflow-y-auto">
        {found.map(({ keys, does, single }) => (
          <li
            key={keys + does}
            className={`flex justify-between gap-4 py-0.5 ${single && !singles ? "text-soft line-through" : ""}`}
          >
            <span>{does}</span>
            <kbd className="rounded border border-line bg-raised px-1.5 font-mono text-[13px]">{keys}</kbd>
          </li>
        ))}
        {found.length === 0 && <li className="text-soft">No key does that.</li>}
      </ul>
      <label className="mt-3 flex items-center gap-2">
        <input
          type="checkbox"
          className="size-[18px] accent-act"
          checked={singles}
          onChange={(event) => run(changeSettings({ keys: event.target.checked }))}
        />
        Single letters and digits are keys
      </label>
    </Dialog>
  );
}
