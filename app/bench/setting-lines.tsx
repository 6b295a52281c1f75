import { Popover } from "radix-ui";
import type { ReactNode } from "react";

export const box = "h-[24px] rounded-md border border-edge bg-raised px-1.5 pointer-coarse:h-10";

/** A row of a body: its name, and whatever sets it. */
export function SettingRow({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="flex h-[26px] items-center gap-2 pointer-coarse:h-11">
      <span className="w-27 shrink-0">{label}</span>
      {children}
    </div>
  );
}

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

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly T[];
  /** What an option is called where its name does not say it. */
  readonly names?: Partial<Record<T, string>>;
  readonly onPick: (value: T) => void;
}

/** One of a few words. */
export function ChoiceLine<T extends string>({ label, value, options, names, onPick }: ChoiceProps<T>) {
  return (
    <label className="flex items-center gap-2">
      <span className="w-34 shrink-0">{label}</span>
      <select className={`${box} min-w-0 flex-1`} value={value} onChange={(event) => onPick(event.target.value as T)}>
        {options.map((option) => (
          <option key={option} value={option}>
            {names?.[option] ?? option}
          </option>
        ))}
      </select>
    </label>
  );
}

interface RangeProps {
  readonly label: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly step: number;
  /** Follows the number; "%" for shares, which are shown times a hundred. */
  readonly unit?: string;
  readonly onChange: (value: number) => void;
  readonly onDone: () => void;
}

/** A number on a slider. */
export function RangeLine({ label, value, low, high, step, unit = "", onChange, onDone }: RangeProps) {
  const shown = `${unit === "%" ? Math.round(value * 100) : Number(value.toFixed(2))}${unit && ` ${unit}`}`;
  return (
    <label className="flex items-center gap-2">
      <span className="w-34 shrink-0">{label}</span>
      <input
        type="range"
        className="h-[24px] min-w-0 flex-1 accent-act"
        min={low}
        max={high}
        step={step}
        value={value}
        aria-valuetext={shown}
        onChange={(event) => onChange(Number(event.target.value))}
        onPointerUp={onDone}
        // Each step by a key is a step of its own.
        onKeyUp={onDone}
      />
      <span className="w-16 text-right font-mono text-[13px]">{shown}</span>
    </label>
  );
}

/** Yes or no. */
export function CheckLine({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="w-34 shrink-0">{label}</span>
      <input
        type="checkbox"
        className="size-[18px] accent-act"
        checked={value}
        onChange={(event) => onChange(event.target.checked)}
      />
    </label>
  );
}
