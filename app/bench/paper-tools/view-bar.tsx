import { isThere } from "@core/brush";
import { qualityNames, qualityRow } from "@core/qualities/table";
import { ChevronDown, Ellipsis } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "~/ui/button";
import type { Command } from "../state/bench-state";
import { backToPlain } from "../state/commands";
import { useBench, useRun } from "../state/use-bench";
import { hold, openOverlay, openStrip, showPanel } from "../state/view-commands";

/** What else can be opened on the bench. */
const extras: readonly { readonly label: string; readonly command: Command }[] = [
  { label: "History of revisions", command: openOverlay("history") },
  { label: "Take from or mix with another brush", command: openOverlay("other") },
  { label: "Everything back to plain", command: backToPlain },
  { label: "Painter’s panel", command: showPanel("painters") },
  { label: "Keys", command: openOverlay("keys") },
];

/** Ways to look at a brush: held for comparison, at several values of one quality, and whatever else there is. */
export function ViewBar() {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const strip = useBench(({ view }) => view.strip !== undefined);
  const holding = useBench(({ view }) => view.held !== undefined);
  return (
    <>
      <Button
        aria-pressed={holding}
        title="Keep the present state for comparison (H flips between them)"
        className={`px-2.5 ${holding ? "border-act! text-act!" : ""}`}
        onClick={() => run(hold)}
      >
        Hold
      </Button>
      <Menu
        trigger={
          <Button className={`px-2.5 ${strip ? "border-act! text-act!" : ""}`}>
            Test strip <ChevronDown aria-hidden size={14} />
          </Button>
        }
      >
        {qualityNames
          .filter((name) => isThere(brush, name))
          .map((name) => (
            <Item key={name} says={qualityRow(name).says} onPick={() => run(openStrip({ kind: "quality", name }))}>
              {qualityRow(name).label}
            </Item>
          ))}
      </Menu>
      <Menu
        trigger={
          <Button className="px-2" aria-label="More of the bench" title="More of the bench">
            <Ellipsis aria-hidden size={16} />
          </Button>
        }
      >
        {extras.map(({ label, command }) => (
          <Item key={label} onPick={() => run(command)}>
            {label}
          </Item>
        ))}
      </Menu>
    </>
  );
}

function Menu({ trigger, children }: { trigger: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          collisionPadding={12}
          className="z-30 max-h-[70dvh] min-w-44 overflow-y-auto rounded-lg border border-line bg-panel p-1.5 shadow-xl"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Item({ says, onPick, children }: { says?: string; onPick: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item
      onSelect={onPick}
      title={says}
      className="cursor-pointer rounded px-2 py-0.5 data-highlighted:bg-act-wash data-highlighted:outline-none pointer-coarse:py-2"
    >
      {children}
    </DropdownMenu.Item>
  );
}
