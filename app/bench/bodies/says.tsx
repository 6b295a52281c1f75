import type { ReactNode } from "react";

/** What settings do, in a sentence below them. */
export function Says({ children }: { children: ReactNode }) {
  return <p className="text-[13px] text-soft">{children}</p>;
}
