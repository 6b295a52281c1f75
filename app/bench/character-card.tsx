import type { Brush } from "@core/brush";
import type { Character } from "@core/measure/character";
import { Popover } from "radix-ui";
import { type RefObject, useState } from "react";
import { Button } from "~/ui/button";
import type { PaperHandle } from "./paper-sheet";

interface Props {
  readonly brush: Brush;
  readonly paper: RefObject<PaperHandle | null>;
  /** What the engine measured last. */
  readonly found: Character | undefined;
}

/** What the brush does, measured on strokes it has painted. */
export function CharacterCard({ brush, paper, found }: Props) {
  const [asked, setAsked] = useState<Brush>();
  return (
    <Popover.Root
      onOpenChange={(open) => {
        if (!open || asked === brush) return;
        setAsked(brush);
        paper.current?.measure(brush);
      }}
    >
      <Popover.Trigger asChild>
        <Button className="px-2.5">Character</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="bottom" align="end" sideOffset={6} collisionPadding={12} className="z-30 w-80 rounded-lg border border-line bg-panel p-3 shadow-xl">
          <h3 className="mb-1.5 font-semibold font-serif text-base">Character, measured</h3>
          {!found && <p role="status">Painting and measuring…</p>}
          {found && (
            <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
              <Line what="Width at full pressure" says={`${found.width.toFixed(1)} px`} />
              <Line what="Width at a tenth of it" says={percent(found.lightWidth)} />
              <Line what="Edge, of the width" says={percent(found.edge)} />
              <Line what="Coverage in one pass" says={percent(found.coverage)} />
              <Line what="Texture" says={percent(found.texture)} />
              <Line what="Passes to full" says={found.passes === null ? "never" : String(found.passes)} />
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
