import type { Brush } from "@core/brush";
import { Popover } from "radix-ui";
import { type RefObject, useState } from "react";
import { Button } from "~/ui/button";
import type { Tell } from "~/workers/messages";
import type { PaperHandle } from "./paper-sheet";

interface Props {
  readonly brush: Brush;
  readonly paper: RefObject<PaperHandle | null>;
  /** What the engine measured last. */
  readonly found: Extract<Tell, { kind: "character" }> | undefined;
}

/** What the brush does, measured on strokes it has painted. */
export function CharacterCard({ brush, paper, found }: Props) {
  const [asked, setAsked] = useState<{ readonly brush: Brush; readonly turn: number }>();
  // What was measured of an earlier state says nothing of this one.
  const character = asked?.brush === brush && found?.turn === asked.turn ? found.character : undefined;
  return (
    <Popover.Root
      onOpenChange={(open) => {
        if (open && asked?.brush !== brush) setAsked({ brush, turn: paper.current?.measure(brush) ?? 0 });
      }}
    >
      <Popover.Trigger asChild>
        <Button className="px-2.5">Character</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="bottom" align="end" sideOffset={6} collisionPadding={12} className="z-30 w-80 rounded-lg border border-line bg-panel p-3 shadow-xl">
          <h3 className="mb-1.5 font-semibold font-serif text-base">Character, measured</h3>
          {!character && <p role="status">Painting and measuring…</p>}
          {character && (
            <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
              <Line what="Width at full pressure" says={`${character.width.toFixed(1)} px`} />
              <Line what="Width at a tenth of it" says={percent(character.lightWidth)} />
              <Line what="Edge, of the width" says={percent(character.edge)} />
              <Line what="Coverage in one pass" says={percent(character.coverage)} />
              <Line what="Texture" says={percent(character.texture)} />
              <Line what="Passes to full" says={character.passes === null ? "never" : String(character.passes)} />
            </dl>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function percent(share: number): string {
  return `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
}

function Line({ what, says }: { what: string; says: string }) {
  return (
    <>
      <dt>{what}</dt>
      <dd className="text-right font-mono text-[13px]">{says}</dd>
    </>
  );
}
