import { useEffect, useState } from "react";
import { typing } from "~/paper/window/gestures";
import { Dialog } from "~/ui/dialog";
import { Tool } from "~/ui/tool";
import { setSingles, singlesAreKeys } from "./singles";
import { studyKeys, studyPointerKeys } from "./study-keys";

/** A button that lists the keys of a study's screen; so does the question mark. */
export function StudyKeysDialog() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const ask = (event: KeyboardEvent) => {
      if (event.key === "?" && !typing(event)) setOpen(true);
    };
    addEventListener("keydown", ask);
    return () => removeEventListener("keydown", ask);
  }, []);
  return (
    <>
      <Tool title="Keys (?)" onClick={() => setOpen(true)}>
        keys
      </Tool>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title="Keys of a study"
        says="They work wherever nothing is being written."
      >
        <dl className="grid grid-cols-[9rem_minmax(0,1fr)] gap-x-4 gap-y-1">
          {[...studyKeys, ...studyPointerKeys].map(({ keys, does }) => (
            <div key={keys} className="contents">
              <dt className="font-mono text-[13px]">{keys}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <label className="mt-3 flex items-center gap-2">
          <input
            type="checkbox"
            className="size-[18px] accent-act"
            defaultChecked={singlesAreKeys()}
            onChange={(event) => setSingles(event.target.checked)}
          />
          Single letters and digits are keys
        </label>
      </Dialog>
    </>
  );
}
