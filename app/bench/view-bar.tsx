import type { Brush } from "@core/brush";
import { type Quality, qualityNames, qualityRow } from "@core/quality/table";
import { ChevronDown } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { Button } from "~/ui/button";
import { hasValue } from "./state";

interface Props {
  /** Whether a strip is open. */
  readonly strip: boolean;
  readonly onStrip: (name: Quality) => void;
  readonly panel: Panel;
  readonly onPanel: (panel: Panel) => void;
  readonly holding: boolean;
  readonly onHold: () => void;
  readonly brush: Brush;
}

/** What lies below the paper: the bodies of the brush, the score of its main stroke, or the table of its responses. */
const panels = ["bodies", "score", "responses"] as const;
export type Panel = (typeof panels)[number];

/** Ways to look at a brush: held for comparison, at several values of one quality, as a table of what drives what. */
export function ViewBar({ strip, onStrip, panel, onPanel, holding, onHold, brush }: Props) {
  return (
    <>
      <Button
        aria-pressed={holding}
        title="Keep the present state for comparison (H flips between them)"
        className={`px-2.5 ${holding ? "border-act! text-act!" : ""}`}
        onClick={onHold}
      >
        Hold
      </Button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className={`px-2.5 ${strip ? "border-act! text-act!" : ""}`}>
            Test strip <ChevronDown aria-hidden size={14} />
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" collisionPadding={12} className="z-30 max-h-[70dvh] min-w-44 overflow-y-auto rounded-lg border border-line bg-panel p-1.5 shadow-xl">
            {qualityNames
              .filter((name) => hasValue(brush, name))
              .map((name) => (
                <DropdownMenu.Item
                  key={name}
                  onSelect={() => onStrip(name)}
                  title={qualityRow(name).says}
                  className="cursor-pointer rounded px-2 py-0.5 data-highlighted:bg-act-wash data-highlighted:outline-none pointer-coarse:py-2"
                >
                  {qualityRow(name).label}
                </DropdownMenu.Item>
              ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <div role="radiogroup" aria-label="Below the paper" className="flex overflow-hidden rounded-md border border-line">
        {panels.map((name) => (
          <label
            key={name}
            className="flex h-7.5 cursor-pointer items-center bg-raised px-2.5 font-medium capitalize has-checked:bg-act has-checked:text-act-ink has-focus-visible:outline-2 has-focus-visible:outline-act has-focus-visible:outline-offset-2 pointer-coarse:h-10"
          >
            <input type="radio" name="panel" className="sr-only" checked={panel === name} onChange={() => onPanel(name)} />
            {name}
          </label>
        ))}
      </div>
    </>
  );
}
