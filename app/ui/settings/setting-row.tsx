import type { ReactNode } from "react";

/** A row of a body: its name, with a sign beside it where something is to be said, and whatever sets it. */
export function SettingRow({ label, sign, children }: { label: string; sign?: ReactNode; children: ReactNode }) {
  return (
    <div className="flex h-[26px] items-center gap-2 pointer-coarse:h-11">
      <span className="flex w-27 shrink-0 items-center">
        <span className="truncate">{label}</span>
        {sign}
      </span>
      {children}
    </div>
  );
}
