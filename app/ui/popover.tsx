import { Popover as Parts } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  /** What opens it: a button of ours. */
  readonly trigger: ReactNode;
  /** What it is, for those who do not see where it hangs. */
  readonly label: string;
  readonly children: ReactNode;
  readonly open?: boolean;
  readonly onOpen?: (open: boolean) => void;
  readonly side?: "top" | "bottom";
  readonly align?: "start" | "end";
  readonly className?: string;
}

/** A small sheet that hangs from a button; Escape and a click beside it close it. */
export function Popover({
  trigger,
  label,
  children,
  open,
  onOpen,
  side = "bottom",
  align = "start",
  className = "w-80",
}: Props) {
  return (
    <Parts.Root open={open} onOpenChange={onOpen}>
      <Parts.Trigger asChild>{trigger}</Parts.Trigger>
      <Parts.Portal>
        <Parts.Content
          side={side}
          align={align}
          sideOffset={6}
          collisionPadding={12}
          aria-label={label}
          className={`z-30 max-h-[80dvh] overflow-y-auto rounded-lg border border-line bg-panel p-3 shadow-xl ${className}`}
        >
          {children}
        </Parts.Content>
      </Parts.Portal>
    </Parts.Root>
  );
}

/** Closes the sheet that it lies on, besides what its button does. */
export const PopoverClose = Parts.Close;
