import type { NamedBrush } from "@server/brushes/repository";
import { Popover } from "radix-ui";
import { useState } from "react";
import { BrushStrip } from "~/pictures/brush-strip";
import { Button } from "~/ui/button";
import type { SetTray } from "./tray-memory";

interface Props {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly shelf: readonly NamedBrush[];
  readonly sets: readonly SetTray[];
  readonly onTake: (id: string) => void;
}

/** As many as are looked through at a glance; more words find fewer. */
const MOST_SHOWN = 60;

/** All brushes of the shelf, to be found by name or by the name of a set; one click takes one, Enter the first. */
export function FindBrush({ open, onOpen, shelf, sets, onTake }: Props) {
  const [wanted, setWanted] = useState("");
  const words = wanted.trim().toLowerCase().split(/\s+/);
  const setsOf = (id: string) => sets.filter(({ brushes }) => brushes.includes(id)).map(({ name }) => name);
  const found = shelf.filter(({ id, name }) => {
    const text = [name, ...setsOf(id)].join(" ").toLowerCase();
    return words.every((word) => text.includes(word));
  });
  const take = (id: string) => {
    onOpen(false);
    onTake(id);
  };
  return (
    <Popover.Root open={open} onOpenChange={onOpen}>
      <Popover.Trigger asChild>
        <Button className="h-[24px]">Others…</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={12}
          aria-label="Find a brush"
          className="z-30 flex max-h-[70dvh] w-90 flex-col rounded-lg border border-line bg-panel p-2.5 shadow-xl"
        >
          <input
            type="search"
            aria-label="Find a brush of the shelf"
            placeholder="a name, or a set"
            className="mb-2 h-8 shrink-0 rounded-md border border-edge bg-raised px-2.5 placeholder:text-soft"
            value={wanted}
            onChange={(event) => setWanted(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === "Enter" && found[0]) take(found[0].id);
            }}
          />
          <ul className="min-h-0 overflow-y-auto">
            {found.slice(0, MOST_SHOWN).map(({ id, name, revision }) => (
              <li key={id}>
                <button
                  type="button"
                  className="flex w-full items-center gap-3 rounded px-1.5 py-1 text-left hover:bg-act-wash"
                  onClick={() => take(id)}
                >
                  <BrushStrip
                    src={`/strips/brushes/${id}/${revision}.png?w=232&h=64`}
                    alt=""
                    width={116}
                    height={32}
                    className="w-29 shrink-0"
                  />
                  <span className="min-w-0">
                    <span className="sr-only">Take </span>
                    <span className="block truncate font-medium font-serif">{name}</span>
                    <span className="block truncate text-[12.5px] text-soft">{setsOf(id).join(", ")}</span>
                  </span>
                </button>
              </li>
            ))}
            {found.length === 0 && <li className="p-2 text-soft">No brush is called that.</li>}
            {found.length > MOST_SHOWN && (
              <li className="p-2 text-[12.5px] text-soft">
                and {found.length - MOST_SHOWN} more: write more of a name
              </li>
            )}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
