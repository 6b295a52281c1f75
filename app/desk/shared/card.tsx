import { type ReactNode, useState } from "react";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";

/** A titled group of a desk's settings. */
export function Card({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="rounded-lg border border-line bg-panel px-3.5 py-2.5">
      <h2 className="mb-1 font-semibold font-serif text-base">{title}</h2>
      {children}
    </section>
  );
}

/** A histogram as bars. */
export function Bars({ counts, label }: { counts: readonly number[]; label: string }) {
  // Most of a tip's sheet is empty or full: those bars would flatten all others.
  const most = Math.max(...counts.slice(1, -1), 1);
  return (
    <svg
      viewBox={`0 0 ${counts.length} 20`}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
      className="my-1 h-10 w-full rounded border border-line bg-raised"
    >
      {counts.map((count, i) => {
        const height = Math.min(20, (20 * count) / most);
        // biome-ignore lint/suspicious/noArrayIndexKey: a bin is its place
        return <rect key={i} x={i} y={20 - height} width={0.9} height={height} className="fill-ink" />;
      })}
    </svg>
  );
}

interface ActProps {
  readonly label: string;
  readonly unit: string;
  readonly start: number;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  readonly act: string;
  readonly onAct: (value: number) => void;
}

/** A number, and a button that does something by it. */
export function ActLine({ label, unit, start, low, high, step = 1, act, onAct }: ActProps) {
  const [value, setValue] = useState(String(start));
  const number = Number(value);
  const sound = value.trim() !== "" && number >= low && number <= high;
  return (
    <form
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (sound) onAct(number);
      }}
    >
      <label className="flex min-w-0 flex-1 items-center gap-2">
        <span className="flex-1">{label}</span>
        <input
          type="number"
          className={`${box} w-18 text-right font-mono`}
          min={low}
          max={high}
          step={step}
          value={value}
          aria-invalid={!sound}
          onChange={(event) => setValue(event.target.value)}
        />
        <span className="w-7 text-[13px] text-soft">{unit}</span>
      </label>
      <Button type="submit" className="h-[26px] w-20" disabled={!sound}>
        {act}
      </Button>
    </form>
  );
}
