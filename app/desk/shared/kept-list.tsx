import type { KeptThing } from "@server/kept/kept-things";
import { Trash2 } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { useBinning } from "~/bin/use-binning";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { counted } from "~/ui/words";

interface Props<Thing extends KeptThing> {
  /** What one is called: tip, grain. */
  readonly what: "tip" | "grain";
  readonly things: readonly Thing[];
  /** The path of a picture that shows it. */
  readonly pictureOf: (thing: Thing) => string;
  readonly onOpen: (thing: Thing) => void;
}

/** What a maker keeps beside the brushes: found by name and tags, opened on the desk, put into the bin. */
export function KeptList<Thing extends KeptThing>({ what, things, pictureOf, onOpen }: Props<Thing>) {
  const [words, setWords] = useState("");
  const [open, setOpen] = useState(false);
  const binning = useBinning();
  const found = things.filter(({ name, tags }) =>
    words
      .toLowerCase()
      .split(/\s+/)
      .every((word) => `${name} ${tags}`.toLowerCase().includes(word)),
  );
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button disabled={things.length === 0}>
          My {what}s ({things.length})
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="end"
          sideOffset={6}
          collisionPadding={12}
          className="z-30 flex max-h-[75dvh] w-100 flex-col rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <input
            type="search"
            className={`${box} mb-2 w-full`}
            placeholder="Name or tags"
            aria-label={`Find a ${what}`}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
          <ul className="min-h-0 flex-1 space-y-1 overflow-y-auto">
            {found.map((thing) => (
              <li key={thing.id} className="flex items-center gap-2.5 rounded border border-line p-1.5">
                <span className="sheet grid size-14 shrink-0 place-items-center overflow-hidden rounded">
                  <img
                    src={`/${pictureOf(thing)}`}
                    alt=""
                    loading="lazy"
                    className={what === "tip" ? "max-h-13 max-w-13" : "size-full object-cover"}
                  />
                </span>
                <span className="min-w-0 flex-1">
                  <span className="block truncate font-medium">{thing.name}</span>
                  <span className="block truncate text-[12px] text-soft">
                    {[thing.tags, thing.credit, thing.licence].filter(Boolean).join(" · ")}
                  </span>
                  <span className="block truncate text-[12px] text-soft" title={thing.usedBy.join(", ")}>
                    {thing.usedBy.length === 0
                      ? "in no brush"
                      : `in ${counted(thing.usedBy.length, "brush", "brushes")}: ${thing.usedBy.join(", ")}`}
                  </span>
                </span>
                <Button
                  className="h-7"
                  onClick={() => {
                    onOpen(thing);
                    setOpen(false);
                  }}
                >
                  Open
                </Button>
                <Button
                  kind="quiet"
                  className="h-7 px-1"
                  aria-label={`Put ${thing.name} into the bin; brushes keep it`}
                  title="Put it into the bin; brushes keep it"
                  onClick={() => binning.put(`${what}s`, thing.id, thing.name)}
                >
                  <Trash2 aria-hidden size={14} />
                </Button>
              </li>
            ))}
            {found.length === 0 && <li className="text-soft">No {what} of that name.</li>}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
