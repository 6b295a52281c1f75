import type { Unit } from "@core/quality/row";
import { writeValue } from "@core/quality/write-value";
import { useState } from "react";
import { readValue, stepped } from "./units";

interface Props {
  readonly label: string;
  readonly value: number;
  readonly unit: Unit;
  readonly onChange: (value: number) => void;
  /** Reads the label aloud only; the row shows it. */
  readonly bare?: boolean;
}

/** A number that is typed, with its unit or without, or stepped with the arrow keys, ten steps with Shift. What cannot be read is put back. */
export function ValueField({ label, value, unit, onChange, bare }: Props) {
  const [draft, setDraft] = useState<string>();
  const commit = () => {
    const read = draft === undefined ? undefined : readValue(draft, unit);
    if (read !== undefined) onChange(read);
    setDraft(undefined);
  };
  const input = (
    <input
      aria-label={bare ? label : undefined}
      inputMode="decimal"
      className={`rounded border border-transparent bg-transparent text-right font-mono text-[13px] hover:border-line focus:border-edge focus:bg-raised ${bare ? "h-[24px] w-16 px-1" : "w-18 border-line! bg-raised px-1.5 py-1"}`}
      value={draft ?? writeValue(value, unit)}
      onChange={(event) => setDraft(event.target.value)}
      onFocus={(event) => event.target.select()}
      onBlur={commit}
      onKeyDown={(event) => {
        // What was typed is taken as the field is left, and keys are keys again.
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "ArrowUp" || event.key === "ArrowDown") {
          const from = draft === undefined ? value : (readValue(draft, unit) ?? value);
          onChange(stepped(from, unit, event.key === "ArrowUp" ? 1 : -1, event.shiftKey));
          setDraft(undefined);
          event.preventDefault();
        }
        if (event.key === "Escape") {
          setDraft(undefined);
          event.stopPropagation();
        }
      }}
    />
  );
  return bare ? (
    input
  ) : (
    // biome-ignore lint/a11y/noLabelWithoutControl: the field is inside
    <label className="text-[12px] text-soft">
      <span className="block">{label}</span>
      {input}
    </label>
  );
}
