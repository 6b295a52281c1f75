import type { Range } from "@core/numeric/range";
import { ratioScale } from "./units";

interface RangeProps extends Range {
  readonly label: string;
  readonly value: number;
  readonly step: number;
  /** Whether the slider goes by ratio, for ranges that span orders of magnitude; the value is rounded to its step. */
  readonly byRatio?: boolean;
  /** Follows the number; "%" for shares, which are shown times a hundred. */
  readonly unit?: string;
  readonly onChange: (value: number) => void;
  readonly onDone: () => void;
}

/** A number on a slider. */
export function RangeLine({ label, value, low, high, step, byRatio = false, unit = "", onChange, onDone }: RangeProps) {
  const scale = byRatio ? ratioScale(low, high) : undefined;
  const exact = (position: number) => {
    if (!scale) return position;
    const raw = scale.invert(position);
    return Math.min(high, Math.max(low, Number((Math.round(raw / step) * step).toFixed(4))));
  };
  const shown = `${unit === "%" ? Math.round(value * 100) : Number(value.toFixed(3))}${unit && ` ${unit}`}`;
  return (
    <label className="flex items-center gap-2">
      <span className="w-34 shrink-0">{label}</span>
      <input
        type="range"
        className="h-[24px] min-w-0 flex-1 accent-act"
        min={scale ? 0 : low}
        max={scale ? 1000 : high}
        step={scale ? 1 : step}
        value={scale ? Math.round(scale(value)) : value}
        aria-valuetext={shown}
        onChange={(event) => onChange(exact(Number(event.target.value)))}
        onPointerUp={onDone}
        // Each step by a key is a step of its own.
        onKeyUp={onDone}
      />
      <span className="w-16 text-right font-mono text-[13px]">{shown}</span>
    </label>
  );
}
