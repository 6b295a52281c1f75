import type { ReactNode } from "react";

/** A row of a body: its name, and whatever sets it. */
export function SettingRow({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="flex h-[26px] items-center gap-2 pointer-coarse:h-11">
      <span className="w-27 shrink-0">{label}</span>
      {children}
    </div>
  );
}
