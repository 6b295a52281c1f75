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
