import { useEffect, useState } from "react";
import { useFetcher } from "react-router";
import { Button } from "~/ui/button";
import { Dialog } from "~/ui/dialog";
import { Field } from "~/ui/field";
import type { loader } from "../kept-route";

/** One of the maker's kept tips or grains. */
export type KeptChoice = NonNullable<ReturnType<typeof useFetcher<typeof loader>>["data"]>["things"][number];

interface Props {
  readonly folder: "tips" | "grains";
  readonly open: boolean;
  readonly onClose: () => void;
  readonly onFile: () => void;
  readonly onTake: (kept: KeptChoice) => void;
}

/** A picture for a tip or a grain: one that the maker keeps, or one from a file. */
export function KeptDialog({ folder, open, onClose, onFile, onTake }: Props) {
  const { data, load } = useFetcher<typeof loader>();
  const [words, setWords] = useState("");
  useEffect(() => {
    if (open) void load(`/kept/${folder}`);
  }, [open, folder, load]);
  const found = data?.things.filter(({ name, tags }) =>
    `${name} ${tags}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  const one = folder === "tips" ? "tip" : "grain";
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title={`A picture for the ${one}`}
      says={`One of your ${folder}, or a PNG from a file.${folder === "tips" ? " Size and responses stay as they are." : ""}`}
    >
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <Field
            label={`Find one of my ${folder}`}
            type="search"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </div>
        <Button className="h-8.5" onClick={onFile}>
          From a file…
        </Button>
      </div>
      <ul className="mt-3 grid max-h-[50dvh] grid-cols-3 gap-2 overflow-y-auto">
        {found?.map((kept) => (
          <li key={kept.id}>
            <button
              type="button"
              aria-label={`Take ${kept.name}`}
              className="w-full rounded border border-line p-1.5 text-left hover:border-act hover:bg-act-wash"
              onClick={() => onTake(kept)}
            >
              <span className="sheet grid h-24 place-items-center overflow-hidden rounded">
                <img
                  src={`/${kept.picture}`}
                  alt=""
                  loading="lazy"
                  className={folder === "tips" ? "max-h-22 max-w-full object-contain" : "size-full object-cover"}
                />
              </span>
              <span className="mt-1 block truncate text-[13px]">{kept.name}</span>
            </button>
          </li>
        ))}
      </ul>
      {!data && <p role="status">Looking for your {folder}…</p>}
      {found?.length === 0 && (
        <p className="text-soft">
          {words ? "None is called that." : `You keep no ${folder} yet: the ${one} desk makes them.`}
        </p>
      )}
    </Dialog>
  );
}
