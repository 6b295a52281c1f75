import { Popover } from "radix-ui";
import type { ReactNode } from "react";

/** Settings behind a button that says in a few words how they stand. */
export function SettingPopover({
  name,
  says,
  onClose,
  children,
}: {
  name: string;
  says: string;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Popover.Root onOpenChange={(open) => !open && onClose()}>
      <Popover.Trigger
        aria-label={`${name}: ${says}`}
        className="h-[24px] min-w-0 flex-1 truncate rounded border border-transparent px-1.5 text-left text-soft hover:border-line hover:text-ink data-[state=open]:border-edge pointer-coarse:h-10"
      >
        {says}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="start"
          collisionPadding={12}
          sideOffset={6}
          className="z-30 max-h-[80dvh] w-84 space-y-1.5 overflow-y-auto rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <h3 className="font-semibold font-serif text-base">{name}</h3>
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
