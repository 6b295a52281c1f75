import { box } from "./box";

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
