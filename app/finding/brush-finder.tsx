import type { ShelfRow } from "@server/shelf/find";
import { Popover } from "radix-ui";
import { type ReactNode, useEffect, useState } from "react";
import { BrushStrip } from "~/pictures/brush-strip";
import { counted } from "~/ui/words";
import { LookingNote } from "./looking-note";
import { useFound } from "./use-found";

interface Props {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  /** What opens it: a button of ours. */
  readonly trigger: ReactNode;
  readonly onTake: (row: ShelfRow) => void;
  /** What stands under a brush's name. */
  readonly says?: (row: ShelfRow) => string;
  /** What can be taken instead of a brush, with its name. */
  readonly instead?: { readonly name: string; readonly onTake: () => void };
}

/** As many as are looked through at a glance; more words find fewer. */
const MOST_SHOWN = 60;

/** A sheet with the brushes of the shelf, found by words: one click takes one, Enter the first. */
export function BrushFinder({ open, onOpen, trigger, onTake, says = ({ brush }) => brush.notes, instead }: Props) {
  const [words, setWords] = useState("");
  const looking = useFound(open ? words : undefined, MOST_SHOWN);
  const { found, answers } = looking;
  /** Enter came before the answer: the first of what these words find is taken when it is there. */
  const [hurried, setHurried] = useState<string>();
  const take = (row: ShelfRow) => {
    onOpen(false);
    onTake(row);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: what taking does is that of the moment
  useEffect(() => {
    if (hurried === undefined || found?.words !== hurried) return;
    setHurried(undefined);
    if (found.rows[0]) take(found.rows[0]);
  }, [found, hurried]);
  return (
    <Popover.Root open={open} onOpenChange={onOpen}>
      <Popover.Trigger asChild>{trigger}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={12}
          aria-label="Find a brush"
          className="z-30 flex max-h-[70dvh] w-90 max-w-[calc(100vw-1.5rem)] flex-col rounded-lg border border-line bg-panel p-2.5 shadow-xl"
        >
          <input
            type="search"
            aria-label="Find a brush of the shelf"
            placeholder="name, tag, trait, set…"
            className="mb-2 h-8 shrink-0 rounded-md border border-edge bg-raised px-2.5 placeholder:text-soft pointer-coarse:h-10"
            value={words}
            onChange={(event) => {
              setWords(event.target.value);
              setHurried(undefined);
            }}
            onKeyDown={(event) => {
              if (event.key === "Enter") setHurried(words);
            }}
          />
          <LookingNote looking={looking} className="px-1.5 pb-1 text-[12.5px]" />
          <ul className="min-h-0 overflow-y-auto" aria-busy={!answers}>
            {instead && words === "" && (
              <li>
                <button
                  type="button"
                  className="w-full rounded px-1.5 py-1.5 text-left hover:bg-act-wash"
                  onClick={() => {
                    onOpen(false);
                    instead.onTake();
                  }}
                >
                  <span className="sr-only">Take </span>
                  {instead.name}
                </button>
              </li>
            )}
            {found?.rows.map((row) => (
              <li key={row.id}>
                <button
                  type="button"
                  className="flex w-full items-center gap-3 rounded px-1.5 py-1 text-left hover:bg-act-wash"
                  onClick={() => take(row)}
                >
                  <BrushStrip
                    src={`/strips/brushes/${row.id}/${row.revision}.png?w=232&h=64`}
                    alt=""
                    width={116}
                    height={32}
                    className="w-29 shrink-0"
                  />
                  <span className="min-w-0">
                    <span className="sr-only">Take </span>
                    <span className="block truncate font-medium font-serif">{row.brush.name}</span>
                    <span className="block truncate text-[12.5px] text-soft">{says(row)}</span>
                  </span>
                </button>
              </li>
            ))}
            {found?.total === 0 && (
              <li className="p-2 text-soft">{words ? "No brush is like that." : "The shelf is empty."}</li>
            )}
            {found && found.total > found.rows.length && (
              <li className="p-2 text-[12.5px] text-soft">
                and {counted(found.total - found.rows.length, "other", "others")}: more words find fewer
              </li>
            )}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
