import { type ReactNode, useEffect, useState } from "react";
import { Button } from "~/ui/button";
import { useEscape } from "~/ui/use-escape";

/** What was done last, until its time is over or it is hidden, by Escape too. @param stays how long it can be taken back at once, ms */
export function usePassing<T extends object>(last: T | undefined, stays: number) {
  const [gone, setGone] = useState<T>();
  useEffect(() => {
    if (!last) return;
    const timer = setTimeout(() => setGone(last), stays);
    return () => clearTimeout(timer);
  }, [last, stays]);
  const shown = last && last !== gone ? last : undefined;
  const hide = () => setGone(shown);
  useEscape(shown !== undefined, hide);
  return { shown, hide };
}

/** Says what was done, with a way back. */
export function Toast({
  busy,
  onUndo,
  onHide,
  className,
  children,
}: {
  readonly busy: boolean;
  readonly onUndo: (() => void) | undefined;
  readonly onHide: () => void;
  /** How far above the lower edge. */
  readonly className: string;
  readonly children: ReactNode;
}) {
  return (
    <div
      role="status"
      className={`fixed inset-x-0 z-40 mx-auto flex w-fit max-w-[92vw] items-center gap-3 rounded-lg border border-line bg-panel px-4 py-2 shadow-xl ${className}`}
    >
      <span>{children}</span>
      {onUndo && (
        <Button kind="act" className="h-7" disabled={busy} onClick={onUndo}>
          Undo
        </Button>
      )}
      <Button kind="quiet" className="h-7 px-1" onClick={onHide}>
        Hide this
      </Button>
    </div>
  );
}
