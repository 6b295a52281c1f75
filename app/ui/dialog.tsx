import { Dialog as Parts } from "radix-ui";
import type { ReactNode } from "react";

/** A question laid over the screen; Escape and a click beside it close it. */
export function Dialog({
  open,
  onClose,
  title,
  says,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  says: ReactNode;
  children: ReactNode;
}) {
  return (
    <Parts.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Parts.Portal>
        <Parts.Overlay className="fixed inset-0 z-20 bg-black/35" />
        <Parts.Content className="-translate-x-1/2 -translate-y-1/2 fixed top-1/2 left-1/2 z-30 max-h-[90dvh] w-[min(92vw,32rem)] overflow-auto rounded-lg border border-line bg-panel p-6 shadow-xl">
          <Parts.Title className="font-semibold font-serif text-xl">{title}</Parts.Title>
          <Parts.Description asChild>
            <div className="mt-1 mb-4 text-soft">{says}</div>
          </Parts.Description>
          {children}
        </Parts.Content>
      </Parts.Portal>
    </Parts.Root>
  );
}
