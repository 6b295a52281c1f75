import type { LucideIcon } from "lucide-react";
import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "~/ui/button";

interface Props {
  /** What the button does, in words. */
  readonly label: string;
  readonly icon: LucideIcon;
  readonly title: string;
  readonly children: ReactNode;
}

/** A menu that hangs from the paper's bar, and scrolls where the window is low. */
export function PaperMenu({ label, icon: Icon, title, children }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button kind="quiet" className="px-1.5" aria-label={label} title={label}>
          <Icon aria-hidden size={15} />
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="end"
          sideOffset={6}
          collisionPadding={12}
          className="z-30 max-h-[80dvh] w-105 overflow-y-auto rounded-lg border border-line bg-panel p-3.5 shadow-xl"
        >
          <h3 className="mb-2 font-semibold font-serif text-base">{title}</h3>
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
