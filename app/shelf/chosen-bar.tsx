import { TAG_LENGTH } from "@core/brush";
import { CATEGORY_LENGTH, type ShelfAct } from "@server/shelf/act";
import type { Facets } from "@server/shelf/find";
import { type ReactNode, useId, useState } from "react";
import { Link } from "react-router";
import { Button } from "~/ui/button";
import { Popover, PopoverClose } from "~/ui/popover";
import { box } from "~/ui/settings/box";
import { counted } from "~/ui/words";
import type { Chosen } from "./use-chosen";
import { useShelfActs } from "./use-shelf-acts";

/** The most brushes that are compared at once. */
const MOST_COMPARED = 12;

interface Props {
  readonly chosen: Chosen;
  readonly total: number;
  readonly facets: Facets | undefined;
}

/** What can be done to the chosen brushes, at the lower edge of the window while any are. */
export function ChosenBar({ chosen, total, facets }: Props) {
  const { run, busy } = useShelfActs();
  const { which, count } = chosen;
  if (count === 0) return null;
  const after = (act: ShelfAct) => void run(act);
  const compares = !chosen.isAll && count >= 2 && count <= MOST_COMPARED;
  return (
    <section
      aria-label="Chosen brushes"
      className="sticky bottom-0 z-20 -mx-4.5 flex flex-wrap items-center gap-2 border-line border-t bg-panel px-4.5 py-2 shadow-[0_-4px_12px_rgb(0_0_0/0.08)]"
    >
      <p className="font-medium" role="status">
        {counted(count, "brush", "brushes")} chosen
      </p>
      {!chosen.isAll && count < total && (
        <Button kind="quiet" className="px-1" onClick={chosen.all}>
          all {total} that are found
        </Button>
      )}
      <Button kind="quiet" className="px-1" onClick={chosen.none}>
        none
      </Button>
      <span className="ml-auto flex flex-wrap items-center gap-2">
        <WordPopover
          name="Tag"
          says="Tag them"
          most={TAG_LENGTH}
          known={facets?.tags.map(([tag]) => tag) ?? []}
          busy={busy}
          onTake={(tag) => after({ act: "tag", which, tag })}
          second={{ says: "Take it off", onTake: (tag) => after({ act: "untag", which, tag }) }}
        />
        <WordPopover
          name="Category"
          says="Put them there"
          most={CATEGORY_LENGTH}
          known={facets?.categories.map(([name]) => name) ?? []}
          busy={busy}
          onTake={(category) => after({ act: "categorise", into: [{ category, which }] })}
          second={{ says: "No category", onTake: () => after({ act: "categorise", into: [{ category: "", which }] }) }}
        />
        <Button disabled={busy} onClick={() => after({ act: "favour", which, on: true })}>
          Favourite
        </Button>
        <Popover label="Into a set" side="top" align="end" className="w-64" trigger={<Button>Into a set…</Button>}>
          {(facets?.sets.length ?? 0) === 0 && <p className="text-soft">There is no set yet: begin one under Sets.</p>}
          <ul>
            {facets?.sets.map((set) => (
              <li key={set.id}>
                <PopoverClose
                  className="block w-full truncate rounded px-2 py-1 text-left hover:bg-act-wash pointer-coarse:py-2.5"
                  onClick={() => after({ act: "gather", which, set: set.id })}
                >
                  {set.name}
                </PopoverClose>
              </li>
            ))}
          </ul>
        </Popover>
        <Button disabled={busy} onClick={() => after({ act: "duplicate", which })}>
          Duplicate
        </Button>
        {compares ? (
          <Button asChild>
            <Link to={`/compare?${chosen.ids.map((id) => `id=${id}`).join("&")}`}>Compare</Link>
          </Button>
        ) : (
          <Button disabled title={`Two to ${MOST_COMPARED} brushes can be compared`}>
            Compare
          </Button>
        )}
        <form method="post" action="/shelf/package.zip">
          <input type="hidden" name="which" value={JSON.stringify(which)} />
          <Button type="submit">Export</Button>
        </form>
        <Button
          kind="danger"
          disabled={busy}
          onClick={() => {
            after({ act: "bin", which });
            chosen.none();
          }}
        >
          Bin
        </Button>
      </span>
    </section>
  );
}

/** A word that is given to all of them, typed or taken from those there are. */
function WordPopover({
  name,
  says,
  most,
  known,
  busy,
  onTake,
  second,
}: {
  readonly name: string;
  readonly says: string;
  readonly most: number;
  readonly known: readonly string[];
  readonly busy: boolean;
  readonly onTake: (word: string) => void;
  readonly second: { readonly says: string; readonly onTake: (word: string) => void };
}): ReactNode {
  const [open, setOpen] = useState(false);
  const [word, setWord] = useState("");
  const list = useId();
  const take = (how: (word: string) => void) => {
    how(word.trim());
    setOpen(false);
    setWord("");
  };
  return (
    <Popover
      label={name}
      side="top"
      align="end"
      className="w-72"
      open={open}
      onOpen={setOpen}
      trigger={<Button>{name}…</Button>}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (word.trim()) take(onTake);
        }}
      >
        <input
          aria-label={name}
          list={list}
          className={`${box} mb-2 h-8 w-full`}
          maxLength={most}
          value={word}
          onChange={(event) => setWord(event.target.value)}
        />
        <datalist id={list}>
          {known.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
        <div className="flex gap-2">
          <Button kind="act" type="submit" disabled={busy || !word.trim()}>
            {says}
          </Button>
          <Button disabled={busy || (name === "Tag" && !word.trim())} onClick={() => take(second.onTake)}>
            {second.says}
          </Button>
        </div>
      </form>
    </Popover>
  );
}
