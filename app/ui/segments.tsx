interface Props<T extends string> {
  /** What is chosen, for those who do not see it. */
  readonly label: string;
  /** Tells several choices of one page apart. */
  readonly name: string;
  readonly options: readonly T[];
  /** What stands there for each, where that is not the option itself. */
  readonly names?: Readonly<Record<T, string>>;
  /** None of them when it is another. */
  readonly value: string;
  readonly onPick: (option: T) => void;
  readonly className?: string;
  /** Many options in little room. */
  readonly tight?: boolean;
}

/** One of a few, all of them seen side by side; a group of radio buttons. */
export function Segments<T extends string>({
  label,
  name,
  options,
  names,
  value,
  onPick,
  className = "",
  tight = false,
}: Props<T>) {
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className={`flex w-fit overflow-hidden rounded-md border border-line text-[13px] ${className}`}
    >
      {options.map((option) => (
        <label
          key={option}
          className={`cursor-pointer bg-raised ${tight ? "px-1.5" : "px-2.5"} py-0.5 text-soft has-checked:bg-act has-checked:text-act-ink has-focus-visible:outline-2 has-focus-visible:outline-act pointer-coarse:py-2.5`}
        >
          <input
            type="radio"
            name={name}
            className="sr-only"
            checked={value === option}
            onChange={() => onPick(option)}
          />
          {names?.[option] ?? option}
        </label>
      ))}
    </div>
  );
}
